import type { MethodContext, Readings } from '../../measurement/index.ts';
import { convert, degreesToRadians, isSlopeUnit, slopeTangent } from '../../units/index.ts';
import { staffDistanceM } from '../base-staff.ts';
import type { Text } from '../../message/index.ts';

/** A height that somebody has reason to expect, from elsewhere than the readings in doubt. */
export interface Expectation {
  readonly from: 'curve' | 'other-method' | 'last-visit';
  /** How a sentence names it: `the laser`, `the survey’s height curve`. */
  readonly words: Text;
  readonly heightM: number;
  readonly standardErrorM: number;
  /** What was measured then, where the expectation has grown since. */
  readonly then?: { readonly heightM: number; readonly standardErrorM: number };
}

/** A figure with its standard error, in m, or in what its name says. */
export interface Checked {
  readonly value: number;
  readonly standardError: number;
}

/** Where an observer may stand, compared with the foot of the tree. */
export const OBSERVER_POSITIONS = ['above', 'level', 'below'] as const;
export type ObserverPosition = (typeof OBSERVER_POSITIONS)[number];

/** What is known beside the readings. Everything may be missing; an error is named only on what is there. */
export interface HeightEvidence {
  readonly expected: readonly Expectation[];
  /** Height of the observer's eye above the feet, in m. */
  readonly eyeM?: number | undefined;
  /** Rise of the ground from the foot of the tree to the feet of the observer, for each metre of level distance. */
  readonly ground?: Checked | undefined;
  /** Where the observer stands against the foot of the tree, where somebody said so: the sign of the ground is known. */
  readonly position?: ObserverPosition | undefined;
  /** Steepness of the ground, whichever way it falls, as a tangent. */
  readonly slope?: number | undefined;
  /** Level distance to the axis of the trunk, measured another way, in m. */
  readonly distance?: Checked | undefined;
  /** Length of the observer's double pace, in m. */
  readonly paceM?: number | undefined;
  /** Height of the mark that this crew sets on trunks, in m. */
  readonly markM?: number | undefined;
  readonly crownRadiusM?: number | undefined;
  /** How far the top stands from above the foot, in m. */
  readonly leanOffsetM?: number | undefined;
  /** From the eye to the stick, measured once more, in cm. */
  readonly reachCm?: Checked | undefined;
}

const lengthM = (readings: Readings, key: string): number | null => {
  const reading = readings[key];
  return reading === undefined || isSlopeUnit(reading.unit) ? null : convert(reading.value, reading.unit, 'm');
};

/** Tangent of a sight, or null where it was not taken. */
export function tangentOfReading(readings: Readings, key: string): number | null {
  const reading = readings[key];
  return reading !== undefined && isSlopeUnit(reading.unit) ? slopeTangent(reading.value, reading.unit) : null;
}

/** The level distance to the axis that the readings of a method mean, in m; null where they mean none. */
export function levelDistanceM(methodId: string, readings: Readings, context: MethodContext): number | null {
  const cosine = (key: string): number => 1 / Math.hypot(1, tangentOfReading(readings, key) ?? 0);
  const half = (context.dbhCm ?? 0) / 200;
  const given = (['distance', 'back', 'run'] as const)
    .map((key) => lengthM(readings, key))
    .find((found) => found !== null);
  if (given !== undefined) return given;
  const taped = lengthM(readings, 'tape');
  if (taped !== null) return taped * cosine('along');
  const fixed = lengthM(readings, 'fixed');
  if (fixed !== null) {
    const angle = Math.atan(tangentOfReading(readings, 'via') ?? 0) / degreesToRadians(1);
    return staffDistanceM(fixed, angle, methodId.endsWith('horizontal') ? 'horizontal' : 'vertical');
  }
  const slope = lengthM(readings, 'slope');
  if (slope !== null) return slope * cosine('via') + half;
  const toTop = lengthM(readings, 'topSlope');
  if (toTop !== null) return toTop * cosine('topAngle');
  const markM = lengthM(readings, 'markHeight');
  const rise = (tangentOfReading(readings, 'mark') ?? 0) - (tangentOfReading(readings, 'base') ?? 0);
  return markM !== null && rise > 0 ? markM / rise : null;
}

/** Eye of a person whose own is not known, above the feet. */
const USUAL_EYE: Checked = { value: 1.6, standardError: 0.1 };
/** Ground that nobody described: level, give or take. */
const USUAL_GROUND: Checked = { value: 0, standardError: 0.12 };
/** An eye is never at its height to the centimetre: knees, hollows, roots. */
const EYE_ERROR_M = 0.05;

/**
 * What the sight to the base ought to be from where the observer stands, as a tangent with its standard error.
 *
 * @param markM height above the ground of what was aimed at, in m
 */
export function baseExpected({ eyeM, ground }: HeightEvidence, distanceM: number, markM = 0): Checked | null {
  if (!(distanceM > 0)) return null;
  const eye = eyeM === undefined ? USUAL_EYE : { value: eyeM, standardError: EYE_ERROR_M };
  const { value, standardError } = ground ?? USUAL_GROUND;
  return {
    value: -((eye.value - markM) / distanceM) - value,
    standardError: Math.hypot(eye.standardError / distanceM, standardError),
  };
}

/** Ground on which somebody stands clearly above or below a tree. */
const USUAL_SLOPE: Checked = { value: 0.15, standardError: 0.1 };
/** Ground that is said to be level. */
const LEVEL_ERROR = 0.05;
/** A slope of a plot, as far as it holds between one tree and the observer: half of it, and hollows. */
const SLOPE_ERROR = { share: 0.5, least: 0.05 } as const;

/**
 * The ground between tree and observer as signed evidence, from where the observer stands and how steep the plot is.
 *
 * @returns rise from the foot of the tree to the observer, for each metre
 */
export function groundAt(position: ObserverPosition, slope?: number): Checked {
  if (position === 'level') return { value: 0, standardError: LEVEL_ERROR };
  const steep =
    slope === undefined || slope < LEVEL_ERROR
      ? USUAL_SLOPE
      : { value: slope, standardError: Math.hypot(SLOPE_ERROR.share * slope, SLOPE_ERROR.least) };
  return { value: position === 'above' ? steep.value : -steep.value, standardError: steep.standardError };
}
