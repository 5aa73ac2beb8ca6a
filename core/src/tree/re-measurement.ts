import { joined, type Text } from '../message/index.ts';
import { FROM_NAMES } from '../protocol/index.ts';
import { lengthWords, type UnitSystem } from '../units/index.ts';

/** A stem as the visit before left it. */
export interface LastStem {
  readonly ordinal: number;
  readonly dbhCm: number;
  /** Height of the measuring point above the ground, in m. */
  readonly pointM: number;
}

/** What the visit before left for this one. */
export interface LastVisit {
  /** Day of that visit, such as 2019-06-14. */
  readonly on: string;
  /** Time between the visits, above 0. */
  readonly years: number;
  readonly stems: readonly LastStem[];
  /** What it was taken for. */
  readonly speciesCode?: string;
  /** Total height, where it was measured. */
  readonly height?: { readonly heightM: number; readonly standardErrorM: number };
  /** From where the height of the point was measured: uphill side, along the lean. */
  readonly side: string;
  /** What marks the point on the bark, empty where nothing does. */
  readonly mark: string;
}

/** Points nearer to each other than this count as the same place; a tape's own width and a careful look. */
export const SAME_POINT_M = 0.03;
/** A stem does not shrink: beyond two standard errors of a difference of two careful readings one asks. */
const SHRINKS_BELOW_CM = -0.6;
/** Growth of dbh that is asked about where the species has no limit of its own, in cm a year. */
export const FASTEST_GROWTH_CM_PER_YEAR = 2;

/** Whether a difference is more than readings of a tenth can show by chance. The last digits are noise of the subtraction. */
export const hasShrunk = (growthCm: number): boolean => growthCm < SHRINKS_BELOW_CM - 1e-9;

/** How a stem has changed since the visit before. */
export type Growth =
  | { readonly kind: 'compared'; readonly growthCm: number; readonly growthCmPerYear: number }
  /** Measured elsewhere on the stem: the difference is no growth. */
  | { readonly kind: 'kept-apart'; readonly apartM: number };

/**
 * Growth of a stem between two visits, where both were taken at one point.
 *
 * @param pointM height of the point now, in m
 */
export function growthSince(
  last: LastStem,
  years: number,
  now: { readonly dbhCm: number; readonly pointM: number },
): Growth {
  const apartM = now.pointM - last.pointM;
  // A hundredth of a millimetre forgives the noise of a conversion at the very edge.
  if (Math.abs(apartM) > SAME_POINT_M + 1e-5) return { kind: 'kept-apart', apartM };
  const growthCm = now.dbhCm - last.dbhCm;
  return { kind: 'compared', growthCm, growthCmPerYear: growthCm / years };
}

/** Names of the sides, by how they are stored; what a crew wrote itself stays as it is. */
const SIDE_NAMES: Readonly<Record<string, Text>> = FROM_NAMES;

/** Where the visit before taped, in words: `1.45 m, uphill side, blue dot`. */
export const lastPointWords = ({ side, mark }: LastVisit, { pointM }: LastStem, system: UnitSystem): Text =>
  joined(
    [lengthWords(pointM, system), SIDE_NAMES[side] ?? side, mark].filter((part) => part !== ''),
    ', ',
  );
