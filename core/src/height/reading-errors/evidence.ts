import type { MethodContext, Readings } from '../../measurement/index.ts';
import { convert, degreesToRadians, isSlopeUnit, slopeTangent, slopeTangentRate } from '../../units/index.ts';
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

/** What is known beside the readings. Everything may be missing; a slip is named only on what is there. */
export interface HeightEvidence {
  readonly expected: readonly Expectation[];
  /** Height of the observer's eye above the feet, in m. */
  readonly eyeM?: number | undefined;
  /** Rise of the ground from the foot of the tree to the feet of the observer, for each metre of level distance. */
  readonly ground?: Checked | undefined;
  /** Level distance to the axis of the trunk, measured another way, in m. */
  readonly distance?: Checked | undefined;
  /** Level distances from the stand to the trees beside this one, in m. */
  readonly neighboursM?: readonly number[] | undefined;
  /** Length of the observer's double pace, in m. */
  readonly paceM?: number | undefined;
  /** Height of the mark that this crew sets on trunks, in m. */
  readonly markM?: number | undefined;
  readonly crownRadiusM?: number | undefined;
  /** How far the top stands from above the foot, in m. */
  readonly leanOffsetM?: number | undefined;
  /** Minutes from the shadow of the staff to that of the tree, and how the tree's grows meanwhile, as a share a minute. */
  readonly shadow?: { readonly minutes: number; readonly sharePerMinute: number } | undefined;
  /** Air temperature at the reading and at the last calibration of an ultrasonic instrument, in °C. */
  readonly air?: { readonly nowC: number; readonly calibratedC: number } | undefined;
  /** From the eye to the stick, measured once more, in cm. */
  readonly reachCm?: Checked | undefined;
  /** From the eye to the upper end of what the tree covers of the stick, in cm. */
  readonly eyeToTipCm?: Checked | undefined;
  /** The same readings taken once more with the head still. */
  readonly again?: Readings | undefined;
  /** The two parts of a height that was typed as one figure, in m. */
  readonly parts?: { readonly upM: number; readonly downM: number } | undefined;
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

/** How far off a sight may be, as a tangent. */
export function tangentError(readings: Readings, key: string, standardError: number): number {
  const reading = readings[key];
  return reading !== undefined && isSlopeUnit(reading.unit)
    ? standardError * slopeTangentRate(reading.value, reading.unit)
    : 0;
}

/** The level distance to the axis that the readings of a method mean, in m; null where they mean none. */
export function levelDistanceM(methodId: string, readings: Readings, context: MethodContext): number | null {
  const cosine = (key: string): number => 1 / Math.hypot(1, tangentOfReading(readings, key) ?? 0);
  const half = (context.dbhCm ?? 0) / 200;
  const given = (['distance', 'back'] as const).map((key) => lengthM(readings, key)).find((found) => found !== null);
  if (given !== undefined) return given;
  const taped = lengthM(readings, 'tape');
  if (taped !== null) return taped * cosine('along');
  const fixed = lengthM(readings, 'fixed');
  if (fixed !== null) {
    const angle = Math.atan(tangentOfReading(readings, 'via') ?? 0) / degreesToRadians(1);
    return staffDistanceM(fixed, angle, methodId.endsWith('horizontal') ? 'horizontal' : 'vertical');
  }
  const slope = lengthM(readings, 'slope');
  return slope === null ? null : slope * cosine('via') + half;
}

/** What the sight to the base ought to be from where the observer stands, as a tangent with its standard error. */
export function baseExpected({ eyeM, ground }: HeightEvidence, distanceM: number): Checked | null {
  if (eyeM === undefined || ground === undefined || !(distanceM > 0)) return null;
  // An eye is never at its height to the centimetre: knees, hollows, roots.
  const eyeError = 0.05 / distanceM;
  return { value: -(eyeM / distanceM) - ground.value, standardError: Math.hypot(eyeError, ground.standardError) };
}
