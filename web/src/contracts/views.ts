import type { StandToCut } from '@arbolito/core/bucking';
import type { Finding } from '@arbolito/core/uncertainty';
import type { GroundOutline } from '@arbolito/core/layout';
import type { SlopeUnit, UnitId, UnitSystem } from '@arbolito/core/units';
import type { CheckReadings, CheckResult, KitInstrument } from '@arbolito/core/instruments';
import type {
  PlotRegeneration,
  BodyMark,
  FieldRules,
  PlotShape,
  RuleSetId,
  Species,
  SurveyDesign,
  WoodSettings,
} from '@arbolito/core/protocol';
import type {
  HeightNotes,
  LastVisit,
  ComparedDiameter,
  MeasuredUpper,
  PlacedFinding,
  PlacedReading,
  TapingNotes,
  TreeLogs,
  TreeNotes,
} from '@arbolito/core/tree';
import type { StemVolumes } from '@arbolito/core/taper';
import type { ConfidencePct } from '@arbolito/core/statistics';
import type {
  BiomassSums,
  BoardFeetSums,
  FigureSampling,
  PlotSums,
  StandIndices,
  RegenerationSums,
  SurveySums,
} from '@arbolito/core/inventory';
import type { SurveyPoint } from '@arbolito/core/quality';
import type { Text } from '@arbolito/core/message';

/** What the server answers. All figures are worked out from the readings when they are asked for. */
export interface SurveyView {
  readonly id: string;
  readonly place: { readonly id: string; readonly name: string };
  readonly name: string;
  readonly unitSystem: UnitSystem;
  readonly slopeUnit: SlopeUnit;
  readonly breastHeightM: number;
  /** The breast height included. */
  readonly fieldRules: FieldRules;
  /** The set that the rules are, or null where they are the survey's own. */
  readonly ruleSet: RuleSetId | null;
  readonly previousSurveyId: string | null;
  readonly eyeHeightM: number;
  readonly formFactor: number;
  readonly formFactorStandardError: number;
  readonly crew: string;
  readonly startedOn: string;
  readonly species: readonly Species[];
  readonly strata: readonly StratumView[];
  readonly wood: WoodSettings;
  readonly design: SurveyDesign;
}

/** How a survey works out its wood, as it was settled at one time. */
export interface WoodView extends WoodSettings {
  readonly id: string;
  readonly observer: string;
  readonly madeAt: string;
}

/** The stems of a survey, as they can be cut in thought. */
export interface StandView extends Pick<StandToCut, 'plots' | 'trees' | 'kinds' | 'breastHeightM'> {
  /** The survey has no area: figures per hectare are totals. */
  readonly isList: boolean;
  /** Stems whose height is from the height curve. */
  readonly byCurve: number;
  /** Trees that cannot be cut: no dbh, or no height and no curve. */
  readonly without: number;
}

export interface StratumView {
  readonly id: string;
  readonly name: string;
  readonly areaHa: number | null;
  /** Points of a first phase that fell into it; null where none were counted. */
  readonly pointsCounted: number | null;
  /** Its outlines in degrees; null where they are not known. */
  readonly outline: readonly GroundOutline[] | null;
}

export interface SurveyListItem {
  readonly id: string;
  readonly name: string;
  readonly placeName: string;
  readonly crew: string;
  readonly startedOn: string;
  readonly strata: readonly { readonly id: string; readonly name: string }[];
  readonly plots: number;
  readonly plotsFinished: number;
  readonly trees: number;
}

export interface PlotView {
  readonly id: string;
  readonly surveyId: string;
  readonly stratumId: string;
  readonly label: string;
  readonly shape: PlotShape;
  /** The largest level area; null at a point. */
  readonly areaM2: number | null;
  readonly slopePct: number;
  readonly aspectDeg: number | null;
  readonly latitude: number | null;
  readonly longitude: number | null;
  readonly ground: string | null;
  readonly measuredOn: string | null;
  readonly crew: string | null;
  /** What was told of it at a glance, where the survey looks twice. */
  readonly auxiliary: number | null;
  /** What was counted on its regeneration subplots; null where nobody looked. */
  readonly regeneration: PlotRegeneration | null;
  readonly finished: boolean;
  /** Somebody has looked, and there is no tree. */
  readonly empty: boolean;
  readonly trees: number;
  /** Rises with every change of the plot and of its trees. */
  readonly revision: number;
}

export interface ReadingView extends PlacedReading {
  readonly instrument: string;
}

/** A reading with its history: whether it is in use, and the correction that brought it. */
export interface ReadingRecord extends ReadingView {
  readonly inUse: boolean;
  readonly correctionId: string | null;
}

export interface EstimateView {
  readonly value: number;
  readonly standardError: number;
  readonly unit: UnitId;
  readonly printed: string;
  readonly printedUnit: UnitId;
  readonly printedStandardError: string;
}

export interface TreeView {
  readonly id: string;
  readonly plotId: string;
  readonly tag: string;
  readonly speciesCode: string;
  readonly observer: string;
  readonly observedAt: string;
  readonly deleted: boolean;
  readonly readings: readonly ReadingView[];
  readonly stems: readonly StemView[];
  readonly taping: TapingNotes | null;
  readonly heights: HeightNotes | null;
  readonly notes: TreeNotes | null;
  /** The heights beside the first. */
  readonly otherHeights: readonly OtherHeightView[];
  /** From the crown base to the top; null where the crown base was not measured. */
  readonly crownLengthM: number | null;
  /** The visit before, where there was one. */
  readonly lastVisit: LastVisit | null;
  /** By the survey's rule for several stems; null where they are kept apart. */
  readonly dbh: EstimateView | null;
  /** What the sums count: the dbh, or that of every stem where they are kept apart. */
  readonly diametersCm: readonly number[];
  /** The same as read, before the rounding rule. */
  readonly readDiametersCm: readonly number[];
  /** By its condition codes. */
  readonly dead: boolean;
  readonly height: EstimateView | null;
  readonly volume: EstimateView | null;
  readonly basalAreaM2: number | null;
  /** Logs and board feet; null where nothing says how many logs there are. */
  readonly logs: TreeLogs | null;
  /** Diameters by other instruments or people, each with its difference to the first one. */
  readonly otherDiameters: readonly OtherDiameterView[];
  /** Upper diameters as figures, by rising height. */
  readonly uppers: readonly MeasuredUpper[];
  /** Volumes between the lowest and the highest diameter; null without two of them. */
  readonly stemVolumes: StemVolumes | null;
  readonly findings: readonly PlacedFinding[];
}

/** A second diameter of a stem; its figure is null where its readings give none. */
export type OtherDiameterView = Omit<ComparedDiameter, 'outcome'> & { readonly figure: EstimateView | null };

/** A page of the trees of a survey. */
export interface TreePageView {
  readonly trees: readonly TreeView[];
  /** What to ask the next page with, `?after=`; null on the last. */
  readonly next: string | null;
}

export interface OtherHeightView {
  readonly heightNo: number;
  readonly name: Text;
  readonly by: Text;
  readonly figure: EstimateView | null;
}

export interface StemView {
  readonly id: string;
  readonly ordinal: number;
  readonly dbh: EstimateView | null;
  /** Height at which it was taped; null where that is the survey's breast height. */
  readonly point: EstimateView | null;
  /** Diameter under bark over that over it; null where the bark was not measured. */
  readonly barkRatio: number | null;
}

/** A tree that a change of the rules touches, and how. */
export interface TouchedTree {
  readonly treeId: string;
  readonly plotLabel: string;
  readonly tag: string;
  readonly changes: readonly Text[];
}

/** A change of a survey's field rules after it had begun. */
export interface RulesChangeView {
  readonly id: string;
  readonly observer: string;
  readonly madeAt: string;
  readonly reason: string;
  readonly before: FieldRules;
  readonly after: FieldRules;
  readonly touched: readonly TouchedTree[];
}

export interface BodyMarkView extends BodyMark {
  readonly id: string;
  readonly observer: string;
}

export interface CorrectionView {
  readonly id: string;
  readonly subject: 'tree' | 'plot' | 'survey';
  readonly subjectId: string;
  readonly kind: 'change' | 'delete' | 'undo';
  readonly before: unknown;
  readonly after: unknown;
  readonly undoes: string | null;
  readonly observer: string;
  readonly device: string;
  readonly madeAt: string;
}

export interface TallyView {
  readonly plot: PlotView;
  readonly trees: readonly TreeView[];
  /** What the visit before left on this plot, by tag. */
  readonly lastVisits: Readonly<Record<string, LastVisit>>;
  readonly sums: PlotSums;
}

/** What was summed up of a survey. */
/** What a reader may ask of the sums of a survey. */
export interface StandOptions {
  /** Plots that are begun and not finished enter the means. */
  readonly unfinished: boolean;
  /** The variance within the other strata stands for that of strata with a single plot. */
  readonly pooled: boolean;
  /** Plots that cover a share of a known area leave less of it to chance. */
  readonly finite: boolean;
  /** Confidence level of the intervals, percent. */
  readonly confidencePct: ConfidencePct;
}

export interface StandSummary {
  readonly survey: SurveyView;
  readonly plots: readonly (PlotView & { readonly sums: PlotSums | null })[];
  readonly sums: SurveySums;
  /** By the logs of standing trees; null where nobody counted them. */
  readonly boardFeet: BoardFeetSums | null;
  /** Stems too thin for the tally, per hectare; null where nobody counted them. */
  readonly regeneration: RegenerationSums | null;
  /** Dry mass above the ground; null where no species has an equation. */
  readonly biomass: BiomassSums | null;
  /** Plots that count: finished or empty ones, and those that have nothing to finish. */
  readonly plotsCounted: number;
  /** Plots that are begun and not finished, which the means leave out. */
  readonly plotsLeftOut: readonly string[];
  readonly options: StandOptions;
  /** Figures of the stand beside its sums. */
  readonly figures: StandIndices;
  /**
   * What the plots that count say of each figure per hectare, of volume null while no tree has a height; null where every
   * tree was tallied.
   */
  readonly sampling: {
    readonly stemsPerHa: FigureSampling;
    readonly basalAreaM2PerHa: FigureSampling;
    readonly volumeM3PerHa: FigureSampling | null;
  } | null;
  /** Trees whose volume is beyond the range of the table or equation that it is by. */
  readonly outsideTables: number;
  /** When the height curves were fitted, null where they are of the trees as they are; and heights that changed since. */
  readonly heightCurves: { readonly fittedAt: string | null; readonly changedSince: number };
}

export interface SurveySummary extends StandSummary {
  readonly treesToCheck: readonly {
    readonly treeId: string;
    readonly plotLabel: string;
    readonly tag: string;
    readonly finding: Finding;
  }[];
}

/** Something worth a second look in a survey, with what was decided about it. */
export interface WorkPoint extends Omit<SurveyPoint, 'check'> {
  /** One tree by itself, or one of the checks of the whole survey. */
  readonly check: SurveyPoint['check'] | 'tree';
  /** The last decision; null where nobody has decided yet. */
  readonly decision: {
    readonly cleared: boolean;
    readonly reason: string;
    readonly observer: string;
    readonly madeAt: string;
  } | null;
}

export interface WorkListView {
  readonly survey: SurveyView;
  /** Trees that were looked at. */
  readonly trees: number;
  readonly open: readonly WorkPoint[];
  readonly cleared: readonly WorkPoint[];
}

/** An error of the API, as RFC 9457 has it, with a JSON pointer to each field. */
export interface ProblemView {
  readonly type: string;
  readonly title: string;
  readonly status: number;
  readonly detail: string;
  readonly code: string;
  readonly errors?: readonly { readonly pointer: string; readonly code: string; readonly detail: string }[];
  readonly findings?: readonly Finding[];
}

/** A check of an instrument, with what it says. */
export interface InstrumentCheckView {
  readonly id: string;
  readonly checkedAt: string;
  readonly observer: string;
  readonly readings: CheckReadings;
  readonly result: CheckResult;
}

/** An instrument of a crew with its log, the latest check first. */
export interface InstrumentView extends KitInstrument {
  readonly id: string;
  readonly crew: string;
  readonly checks: readonly InstrumentCheckView[];
}
