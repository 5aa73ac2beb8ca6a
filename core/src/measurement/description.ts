import type { InstrumentName } from './instrument-names.ts';
import type { Finding, Term, Workbook } from '../uncertainty/index.ts';
import type { UnitId, UnitSystem } from '../units/index.ts';
import type { Text } from '../message/index.ts';

/** What is measured of a tree. `point` is the height at which a diameter was taken, `distance` the level one from the observer. */
export type Measure = 'diameter' | 'point' | 'distance' | 'height';

/** Where on the elevation drawing a reading is taken, and so where its box stands. */
export type Place = 'tip' | 'base' | 'ground' | 'ring' | 'side';

/** One reading that a method asks for. The form, the drawing, the call-out grammar and the API are made from it. */
export interface ReadingSpec {
  readonly key: string;
  readonly label: Text;
  /** What to do, in words said to the person with the instrument. */
  readonly ask: Text;
  readonly quantity: 'slope' | 'length' | 'angle' | 'count' | 'temperature';
  /** Units it may be read in, the first of each system's defaults in `defaultUnit`. */
  readonly units: readonly UnitId[];
  readonly defaultUnit: Readonly<Record<UnitSystem, UnitId>>;
  /** Lowest and highest value that can be, both allowed. */
  readonly range: Readonly<Partial<Record<UnitId, readonly [number, number]>>>;
  /** How to take it well, one or two short sentences shown at the field. */
  readonly hint?: Text;
  /** What to say of a value outside the range, after the sentence that names the limits. */
  readonly rangeHint: Text;
  /** Finest mark that people read, per unit. */
  readonly graduation: Readonly<Partial<Record<UnitId, number>>>;
  /** Standard error of one careful reading, sighting included, per unit. */
  readonly typicalError: Readonly<Partial<Record<UnitId, number>>>;
  /**
   * The typical error holds the rounding to the graduation already. Where left out, that of an even spread over one
   * graduation is added: variance graduation² ÷ 12.
   */
  readonly errorIncludesRounding?: boolean;
  readonly signed: boolean;
  /** A number without a sign counts below the eye; only a written + is above it. Kept with its sign: below is minus. */
  readonly countsDown?: boolean;
  /** A level distance to the axis of the trunk: it may come from a method of its own. */
  readonly isLevelDistance?: boolean;
  /** It belongs to the instrument or the person, not to the tree: a reach, a log length. It stays for the next tree. */
  readonly isSetting?: boolean;
  /** What a setting is unless somebody says otherwise: filled in when the method is chosen. */
  readonly usual?: ReadingValue;
  readonly place: Place;
  /** Letter that jumps to it on the tree sheet. */
  readonly shortcut: string;
  /** Word of the call-out line in front of the number: '@', 'g', '=', or none. A signed reading is known by its sign. */
  readonly callout: string;
  readonly instrument: InstrumentName;
}

/** An act without a reading: what the method fixes, such as 45°, a level line, a stick and its reach. */
export interface FixedReading {
  readonly key: string;
  readonly label: Text;
  readonly value: number;
  readonly unit: UnitId;
  /** Standard error with which it is kept, in `unit`; shown in the workings of the ±. */
  readonly standardError: number;
}

/** An error that lies in the stem and not in a reading: its standard error as a share of the figure. */
export interface StemError {
  readonly share: number;
  /** What it is, in a few words. */
  readonly label: Text;
  readonly source: string;
}

/** Why a method is right: a few lines, and the names of the sides of two triangles with one angle in common. */
export interface Proof {
  readonly lines: readonly Text[];
  readonly triangle: {
    /** Upright side of the small triangle, and its level one; left out where there is one triangle only. */
    readonly near?: Text;
    readonly reach?: Text;
    /** Upright side of the large triangle, and its level one. */
    readonly far: Text;
    readonly distance: Text;
  };
}

/** What a drawing of the cross-section of a stem shows. */
export type SectionDrawing =
  | 'tape'
  | 'string'
  | 'caliper'
  | 'caliper-twice'
  | 'ruler'
  | 'ruler-twice'
  | 'sighted-stick'
  | 'sighted-angle'
  | 'log-end'
  | 'bark';

/** An instrument that is held at the eye. */
export type HeldInstrument = 'clinometer' | 'pendulum' | 'protractor' | 'triangle' | 'laser' | 'ultrasonic';

export interface MethodDescription {
  readonly id: string;
  /** Raised whenever the same readings would give another figure. */
  readonly version: number;
  readonly measure: Measure;
  readonly name: Text;
  /** What it is and when to use it, one or two sentences. */
  readonly summary: Text;
  /** How to do it well. */
  readonly help: readonly Text[];
  /** A short caution shown where the act happens. */
  readonly safety: Text;
  readonly readings: readonly ReadingSpec[];
  /** What the method fixes and nobody reads; `compute` gets it among the readings. */
  readonly fixed?: readonly FixedReading[];
  /** Readings of an ordinary tree, by key, each within its range: shown in help, used by every test of all methods. */
  readonly example: Readings;
  /** How a diameter meets the stem: round it, across one face, across two at right angles. */
  readonly meets?: 'round' | 'one-face' | 'two-faces';
  /** Key of the diameter over bark, where the method's own figure is under bark: a tree's dbh is over bark. */
  readonly overBark?: string;
  /** What the height ends at where that is not the tip: a count of logs ends at the merchantable top. */
  readonly endsAt?: 'merchantable';
  /** Errors that no care in reading removes. */
  readonly stemErrors?: readonly StemError[];
  /** For methods whose reason is not seen at once. */
  readonly proof?: Proof;
  /** What the drawing shows: whether somebody sights from a distance, and with what in the hand. */
  readonly picture: {
    readonly observer: boolean;
    readonly held?: HeldInstrument;
    /** How the instrument of a diameter meets the cross-section. */
    readonly section?: SectionDrawing;
  };
  readonly source: string;
  /** Where it stands among its fellows; the lowest is offered first. */
  readonly order: number;
}

/** A reading as it was read. */
export interface ReadingValue {
  readonly value: number;
  readonly unit: UnitId;
  /** In the reading's own unit; the instrument's typical error where left out. */
  readonly standardError?: number;
}

export type Readings = Readonly<Record<string, ReadingValue>>;

/** Which mean of two faces a survey takes. */
export type TwoFaces = 'arithmetic' | 'geometric' | 'quadratic';

/** What else is known of the tree and how its figures are to be printed. */
export interface MethodContext {
  readonly unitSystem: UnitSystem;
  readonly dbhCm?: number;
  readonly heightM?: number;
  /** The survey's rule; arithmetic where left out. */
  readonly twoFaces?: TwoFaces;
  /** The survey's breast height, and whether it asks for a measured one. */
  readonly breastHeightM?: number;
  readonly pointBy?: 'measured' | 'body-mark';
  /** What a height ends at; the total height where left out. Only that one is held against the dbh. */
  readonly heightOf?: 'total' | 'part';
}

/** What `diagnose` may ask of the frame: the figure that other readings would give. */
export interface Diagnosis {
  readonly readings: Readings;
  readonly context: MethodContext;
  /** The figure in canonical unit (m, cm). */
  readonly value: number;
  /** The same method with some readings replaced, in canonical unit. */
  readonly recompute: (changes: Readings) => number;
  /** A figure in canonical unit as it would be printed, with its unit. */
  readonly print: (value: number) => string;
}

/**
 * A way to get a figure from readings. One file that exports `method` in a `methods/` folder is all it takes: the
 * registry finds it.
 */
export interface Method {
  readonly description: MethodDescription;
  /**
   * Computes and writes the workings, in the unit that `resultUnit` names for the context.
   *
   * Only called with every reading present and within its range. The last step must be marked final.
   */
  readonly compute: (readings: Readings, book: Workbook, context: MethodContext) => Term;
  readonly diagnose: (diagnosis: Diagnosis) => Finding[];
}

/** Canonical unit and the decimals that people see, per measure. */
export const RESULTS = {
  height: { canonical: 'm', metric: { unit: 'm', decimals: 2 }, imperial: { unit: 'ft', decimals: 1 } },
  point: { canonical: 'm', metric: { unit: 'm', decimals: 2 }, imperial: { unit: 'ft', decimals: 2 } },
  distance: { canonical: 'm', metric: { unit: 'm', decimals: 2 }, imperial: { unit: 'ft', decimals: 1 } },
  diameter: { canonical: 'cm', metric: { unit: 'cm', decimals: 1 }, imperial: { unit: 'in', decimals: 1 } },
} as const satisfies Record<Measure, { canonical: UnitId } & Record<UnitSystem, { unit: UnitId; decimals: number }>>;

export const resultUnit = (
  measure: Measure,
  system: UnitSystem,
): { readonly unit: UnitId; readonly decimals: number } => RESULTS[measure][system];
