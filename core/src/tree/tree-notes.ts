import type { ObserverPosition } from '../height/index.ts';
import type { HeightChecks } from './height-checks.ts';
import type { OtherDiameter } from './other-diameters.ts';
import type { UpperDiameter } from './upper-diameters.ts';

/** Whether the notes on a tree say that it is dead. */
export const isDead = (notes: TreeNotes | null | undefined, dead: ReadonlySet<string>): boolean =>
  notes?.conditions?.some((code) => dead.has(code)) ?? false;

/** How often a tree at the edge of the stand may count. */
export const MULTIPLICITIES = [2, 3, 4] as const;
export type Multiplicity = (typeof MULTIPLICITIES)[number];

/** What is noted of a tree beside its readings. */
export interface TreeNotes {
  /** Codes of the survey, each once. */
  readonly conditions?: readonly string[] | undefined;
  /** Stems of a fork that was taped as one. */
  readonly fork?: number | undefined;
  /** How often it counts where it stands in for trees beyond the edge of the stand: up to four times in a corner. */
  readonly multiplicity?: Multiplicity | undefined;
  /** Where it stands as seen from the middle of its plot: degrees from north, and metres on the level to its pith. */
  readonly bearingDeg?: number | undefined;
  readonly awayM?: number | undefined;
  /** Where its height was measured from, compared with its foot. */
  readonly observerPosition?: ObserverPosition | undefined;
  /** What its volume was guessed to be, in m³, before anybody measured it. */
  readonly predictedVolumeM3?: number | undefined;
  /** Logs counted by eye or with a stick, in steps of a half. */
  readonly logs?: number | undefined;
  /** Length of the merchantable stem, from the stump to its top, m. */
  readonly merchantableM?: number | undefined;
  /** Diameters measured at heights of their own, as they were read. */
  readonly upperDiameters?: readonly UpperDiameter[] | undefined;
  /** Diameters of its stem at the same point by other instruments or people, as they were read. */
  readonly otherDiameters?: readonly OtherDiameter[] | undefined;
  /** Figures that check its height. */
  readonly checks?: HeightChecks | undefined;
  /** Where it stands by its own position, in degrees (WGS 84). */
  readonly place?: TreeFix | undefined;
}

/** A position in degrees, and how near it is to the truth where somebody says. */
export interface TreeFix {
  readonly latitude: number;
  readonly longitude: number;
  /** Standard error of the receiver, m. */
  readonly accuracyM?: number | undefined;
}

/** Notes that the record of a tree carries as they are. */
export type CarriedNotes = Omit<TreeNotes, 'conditions' | 'multiplicity' | 'bearingDeg' | 'awayM'>;

/** What a record and notes share. */
export const carriedNotes = ({
  fork,
  observerPosition,
  predictedVolumeM3,
  logs,
  merchantableM,
  upperDiameters,
  otherDiameters,
  checks,
  place,
}: CarriedNotes): CarriedNotes => ({
  ...(fork === undefined ? {} : { fork }),
  ...(observerPosition === undefined ? {} : { observerPosition }),
  ...(predictedVolumeM3 === undefined ? {} : { predictedVolumeM3 }),
  ...(logs === undefined ? {} : { logs }),
  ...(merchantableM === undefined ? {} : { merchantableM }),
  ...(upperDiameters === undefined || upperDiameters.length === 0 ? {} : { upperDiameters }),
  ...(otherDiameters === undefined || otherDiameters.length === 0 ? {} : { otherDiameters }),
  ...(checks === undefined ? {} : { checks }),
  ...(place === undefined ? {} : { place }),
});

export const NOTE_LIMITS = {
  conditions: 8,
  fork: { low: 2, high: 9 },
  bearingDeg: { low: 0, high: 360 },
  awayM: { low: 0, high: 200 },
  predictedVolumeM3: { low: 0.001, high: 200 },
  logs: { low: 0.5, high: 15 },
  merchantableM: { low: 0.5, high: 90 },
  upperDiameters: 20,
  otherDiameters: 6,
} as const;

/** Notes without what says nothing; undefined where nothing is left. */
export function filledNotes({ conditions, ...notes }: TreeNotes = {}): TreeNotes | undefined {
  const filled = Object.fromEntries(Object.entries(notes).filter(([, value]) => value !== undefined));
  const all: TreeNotes = { ...filled, ...(conditions === undefined || conditions.length === 0 ? {} : { conditions }) };
  return Object.keys(all).length === 0 ? undefined : all;
}
