import type { TreeNotes } from '../tree/index.ts';
import type { PlotShape, SurveyDesign } from '../protocol/index.ts';
import { message, type Text } from '../message/index.ts';

/** A reading with the last digit that was read: `34.5` cm on a tape in tenths. */
export interface CheckedReading {
  readonly measure: 'diameter' | 'height' | 'distance' | 'point';
  readonly methodId: string;
  readonly key: string;
  readonly value: number;
  readonly unit: string;
}

/** What the checks of a whole survey need of a tree. */
export interface CheckedTree {
  readonly id: string;
  readonly plotId: string;
  readonly tag: string;
  readonly speciesCode: string;
  readonly observer: string;
  readonly dbhCm: number | null;
  /** As read, before the rounding rule: it decides in or out. */
  readonly readDbhCm?: number | null | undefined;
  readonly heightM: number | null;
  /** Something speaks against its readings already. */
  readonly inDoubt: boolean;
  readonly diameterClass: number | null;
  readonly notes: TreeNotes | null;
  readonly readings: readonly CheckedReading[];
}

/** What of a design the checks ask about. */
export type CheckedDesign = Pick<SurveyDesign, 'heights' | 'phases' | 'slopeRadius'>;

export interface CheckedPlot {
  readonly id: string;
  readonly label: string;
  readonly shape: PlotShape;
  readonly slopePct: number;
  readonly finished: boolean;
  readonly empty: boolean;
  /** Trees that were counted in, or another quick figure, where the survey looks twice. */
  readonly auxiliary?: number | null | undefined;
}

export const CHECKS = {
  curve: message('quality.checked-survey.curve', 'far from the height curve'),
  duplicate: message('quality.checked-survey.duplicate', 'possible duplicate'),
  'digit-preference': message('quality.checked-survey.digit-preference', 'digit preference'),
  observers: message('quality.checked-survey.observers', 'differences between observers'),
  'undeclared-empty-plot': message('quality.checked-survey.plots-without-trees', 'plots without trees'),
  'beyond-limit': message('quality.checked-survey.beyond-the-limiting-distance', 'beyond the limiting distance'),
  heights: message('quality.checked-survey.heights', 'required heights missing'),
} as const;

export type CheckKind = keyof typeof CHECKS;

/** Something worth a second look in a survey. */
export interface SurveyPoint {
  /** Names the check and what it is about; the same each time. */
  readonly key: string;
  readonly check: CheckKind;
  readonly title: Text;
  readonly message: Text;
  readonly plotId: string | null;
  readonly plotLabel: string | null;
  readonly treeId: string | null;
  readonly tag: string | null;
}

/** A tree whose dbh and height are known and beyond doubt. */
export interface SoundTree {
  readonly id: string;
  readonly tag: string;
  readonly plotId: string;
  readonly plotLabel: string;
  readonly speciesCode: string;
  readonly observer: string;
  readonly dbhCm: number;
  readonly heightM: number;
}

/** Diameters that one observer has read. */
export interface DigitCount {
  readonly readings: number;
  /** Of them those that end in .0 or .5. */
  readonly halves: number;
}

/** What the checks of a whole survey know of one plot. It stays the same as long as the plot and its trees do. */
export interface PlotChecks {
  readonly duplicates: readonly SurveyPoint[];
  readonly similarTags: readonly SurveyPoint[];
  /** What is asked of the plot itself. */
  readonly plot: readonly SurveyPoint[];
  readonly sound: readonly SoundTree[];
  readonly digits: ReadonlyMap<string, DigitCount>;
}

/** Chance under which a pattern is not taken for chance. */
export const UNLIKELY = 0.001;
