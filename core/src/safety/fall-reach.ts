import { convert, degreesToRadians, printRounded, type UnitSystem } from '../units/index.ts';
import { message, type Text } from '../message/index.ts';

/** A tree that might fall, and something that it might touch. */
export interface FallCase {
  readonly heightM: number;
  readonly heightErrorM: number;
  /** How far the top stands from the foot on the map; 0 for an upright tree. */
  readonly leanOffsetM: number;
  /** Height of the cut or the break above the ground. */
  readonly stumpM: number;
  /** Level distance to the line, path or building, and how far that lies above the foot; below is negative. */
  readonly distanceM: number;
  readonly distanceErrorM: number;
  readonly aboveM: number;
}

const SAID_IN = { metric: { unit: 'm', decimals: 1 }, imperial: { unit: 'ft', decimals: 0 } } as const;

/** Two tree lengths: the usual least distance of everybody else. */
const TREE_LENGTHS = 2;
/** Standard errors that are added to a length before anything is said. */
const ERRORS_ADDED = 2;

/** Length of the stem from its foot: a leaning tree is longer than it is tall. */
export const stemLengthM = (heightM: number, leanOffsetM: number): number => Math.hypot(heightM, leanOffsetM);

/**
 * How far the tip reaches beyond something, in m; negative where it falls short.
 *
 * The tip swings on the length of the stem above the hinge.
 *
 * @param lengthM stem length from the ground
 */
export function reachMarginM(
  lengthM: number,
  { distanceM, aboveM, stumpM }: Pick<FallCase, 'distanceM' | 'aboveM' | 'stumpM'>,
): number {
  return lengthM - stumpM - Math.hypot(distanceM, aboveM - stumpM);
}

/** Reach on level ground from a hinge above it: the tip comes down farther in by the height of the stump. */
export const levelReachM = (lengthM: number, stumpM: number): number =>
  Math.sqrt(Math.max(0, (lengthM - stumpM) ** 2 - stumpM ** 2));

/** Reach along a plane slope, as it is on the map. */
export const slopeReachM = (lengthM: number, slopeDeg: number): number =>
  lengthM * Math.cos(degreesToRadians(slopeDeg));

/**
 * The angle to the top from which on a tree reaches somebody who stands at the thing in question: 45° + b ÷ 2.
 *
 * With the base below the eye, the usual case, the plain rule of 45° errs on the unsafe side.
 *
 * @param baseDeg sight to the base, negative below the eye
 */
export const criticalTopAngleDeg = (baseDeg: number): number => 45 + baseDeg / 2;

/** By how much a tree sighted from the thing in question reaches it; negative where it falls short, in m. */
export function reachFromSightsM(levelM: number, topDeg: number, baseDeg: number): number {
  const tangent = (degrees: number): number => Math.tan(degreesToRadians(degrees));
  return levelM * (tangent(topDeg) - tangent(baseDeg)) - levelM / Math.cos(degreesToRadians(baseDeg));
}

export type Verdict = 'reaches' | 'may-reach' | 'falls-short';

/** The verdict on a margin as measured, and with the error added. */
const verdictOn = (margin: number, error: number): Verdict =>
  margin >= 0 ? 'reaches' : margin + ERRORS_ADDED * error >= 0 ? 'may-reach' : 'falls-short';

export interface SightsReach {
  /** From this angle to the top on it reaches. */
  readonly criticalDeg: number;
  /** By how much the top is seen above that; negative below. */
  readonly overDeg: number;
  /** Standard error of `overDeg`: that of the top, and half that of the base. */
  readonly errorDeg: number;
  readonly verdict: Verdict;
}

/**
 * Whether a tree reaches somebody who stands at the thing in question, by two sights, their error added.
 *
 * @param sightErrorDeg standard error of one sight, in degrees
 */
export function reachBySights(sights: {
  readonly topDeg: number;
  readonly baseDeg: number;
  readonly sightErrorDeg: number;
}): SightsReach {
  const { topDeg, baseDeg, sightErrorDeg } = sights;
  const criticalDeg = criticalTopAngleDeg(baseDeg);
  const overDeg = topDeg - criticalDeg;
  const errorDeg = Math.hypot(sightErrorDeg, sightErrorDeg / 2);
  return { criticalDeg, overDeg, errorDeg, verdict: verdictOn(overDeg, errorDeg) };
}

export interface StickReach {
  /** Height of the tree for each metre from the eye to its base, less one: what it has over. */
  readonly overShare: number;
  readonly errorShare: number;
  /** What the tree would have to cover at least to reach, in cm. */
  readonly criticalCm: number;
  readonly verdict: Verdict;
}

/**
 * The same with a stick in the hand, held upright, its lower end on the base: the tree reaches the eye where it covers
 * at least as much of the stick as that is away from the eye.
 *
 * Source: intercept theorem; on any slope, the reach being measured to the lower end.
 *
 * @param errorCm standard error of each of the two lengths
 */
export function reachByStick(stick: {
  readonly coveredCm: number;
  readonly reachCm: number;
  readonly errorCm: number;
}): StickReach {
  const { coveredCm, reachCm, errorCm } = stick;
  const ratio = coveredCm / reachCm;
  const errorShare = ratio * Math.hypot(errorCm / coveredCm, errorCm / reachCm);
  return { overShare: ratio - 1, errorShare, criticalCm: reachCm, verdict: verdictOn(ratio - 1, errorShare) };
}

export interface FallReach {
  readonly lengthM: number;
  readonly lengthErrorM: number;
  /** Reach beyond the thing: as measured, and with two standard errors of height and of distance added. */
  readonly marginM: number;
  readonly worstMarginM: number;
  readonly verdict: Verdict;
  /** Least distance of everybody else: two tree lengths, the error added. */
  readonly clearM: number;
  readonly words: readonly Text[];
}

/**
 * Whether a tree can touch something, the measurement error added. An estimate for planning, never leave to fell.
 *
 * @param system units of the words; distances are rounded to the careful side
 *
 * Source: 29 CFR 1910.266 and the codes of most countries for the two tree lengths.
 */
export function fallReach(given: FallCase, system: UnitSystem = 'metric'): FallReach {
  const lengthM = stemLengthM(given.heightM, given.leanOffsetM);
  const lengthErrorM = (given.heightErrorM * given.heightM) / lengthM;
  const worstM = lengthM + ERRORS_ADDED * lengthErrorM;
  const marginM = reachMarginM(lengthM, given);
  // Both errors in full, each to the bad side: what may be hit is not a matter of averages.
  const nearerM = Math.max(0, given.distanceM - ERRORS_ADDED * given.distanceErrorM);
  const worstMarginM = reachMarginM(worstM, { ...given, distanceM: nearerM });
  const verdict = marginM >= 0 ? 'reaches' : worstMarginM >= 0 ? 'may-reach' : 'falls-short';
  // Towards the careful side: a distance that falls short never grows by rounding, one that is kept or reached never shrinks.
  const { unit, decimals } = SAID_IN[system];
  const step = 10 ** decimals;
  const length = (metres: number, round: (steps: number) => number): string =>
    `${printRounded(round(step * convert(Math.abs(metres), 'm', unit)) / step, decimals)} ${unit}`;
  const atLeast = (metres: number): string => length(metres, (steps) => Math.floor(steps + 1e-9));
  const upTo = (metres: number): string => length(metres, (steps) => Math.ceil(steps - 1e-9));
  const said = {
    reaches: message(
      'safety.the-tip-reaches-it-by',
      'The tip reaches it, by {marginM} and up to {worstMarginM} with the errors of height and distance.',
      { marginM: upTo(marginM), worstMarginM: upTo(worstMarginM) },
    ),
    'may-reach': message(
      'safety.as-measured-the-tip-falls',
      'As measured the tip falls {marginM} short, but with the errors of height and distance it can reach by {worstMarginM}.',
      { marginM: atLeast(marginM), worstMarginM: upTo(worstMarginM) },
    ),
    'falls-short': message(
      'safety.the-tip-falls-at-least',
      'The tip falls at least {worstMarginM} short, with the errors of height and distance included.',
      { worstMarginM: atLeast(worstMarginM) },
    ),
  }[verdict];
  const clearM = TREE_LENGTHS * worstM;
  return {
    lengthM,
    lengthErrorM,
    marginM,
    worstMarginM,
    verdict,
    clearM,
    words: [
      said,
      message(
        'safety.everyone-else-stays-at-least',
        'Everyone else stays at least {clearM} away: two tree lengths plus the error; more on slopes, where stems slide and roll.',
        { clearM: upTo(clearM) },
      ),
      message(
        'safety.an-estimate-for-planning-never',
        'An estimate for planning, never permission to fell: felling is for trained people, and local codes and licensed practice decide. Broken tops, trees that are hit and wind reach farther.',
      ),
    ],
  };
}
