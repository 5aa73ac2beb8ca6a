import { type Method, type MethodContext, type Readings, standardErrorOf } from '../../measurement/index.ts';
import { convert, type SlopeUnit } from '../../units/index.ts';
import { HEIGHT_SPREAD, oddness } from '../plausible-height.ts';
import { baseExpected, type HeightEvidence, levelDistanceM } from './evidence.ts';
import { sightOfBase } from './base-sight.ts';

/** A height with the readings that give it. */
export interface Hypothesis {
  readonly methodId: string;
  readonly readings: Readings;
  readonly heightM: number;
}

/** Heights of trees of any dbh, as a standard deviation of their logarithm. */
const SPREAD_OF_ANY_TREE = 0.7;
/** Height over distance: crews stand about one tree height away. */
const STAND_RATIO = 0.9;
const STAND_SPREAD = 0.4;
/** Log-likelihood, times two, of standing on the mark of the scale that was read, against standing anywhere. */
const ON_MARK = -2;
const ON_MARK_M = 0.3;
const MARK_OF_SCALE: Partial<Record<SlopeUnit, number>> = { m15: 15, m20: 20, m25: 25, m30: 30, m40: 40, ft66: 20.117 };
/** The least that `misfit` can be. */
export const LEAST_MISFIT = ON_MARK;
/** A height that cannot be. */
const IMPOSSIBLE = 1e3;
/** Largest relative error of a height that counts: the error of a height read too large is too large as well. */
const LARGEST_SHARE = 0.15;

/** How far a height lies from each one that is expected, in standard errors. */
export const offExpected = (heightM: number, share: number, { expected }: HeightEvidence): readonly number[] =>
  expected.map((each) => (heightM - each.heightM) / Math.hypot(each.standardErrorM, share * heightM));

/** Standard error of a height as a share of it. */
export const shareOf = (heightM: number, standardErrorM: number): number =>
  Math.min(LARGEST_SHARE, Math.abs(heightM) > 0.5 ? standardErrorM / Math.abs(heightM) : 0.05);

/** How far the reading of the base lies from what eye and ground ask for, in standard errors; null where nothing is read. */
export function baseMisfit(hypothesis: Hypothesis, evidence: HeightEvidence, method: Method, context: MethodContext) {
  const { methodId, readings, heightM } = hypothesis;
  const base = sightOfBase(methodId, readings);
  if (base === null) return null;
  // A laser that shows only verticals tells no distance: crews stand about one tree height away.
  const distanceM = levelDistanceM(methodId, readings, context) ?? Math.max(5, heightM / STAND_RATIO);
  const expected = baseExpected(evidence, distanceM, base.markM);
  const reading = readings[base.key];
  if (expected === null || reading === undefined) return null;
  const standardError = standardErrorOf(method, base.key, reading);
  const read = base.tangentAt(reading.value, distanceM);
  const error = Math.abs(base.tangentAt(reading.value + standardError, distanceM) - read);
  return (read - expected.value) / Math.hypot(expected.standardError, error);
}

/**
 * How ill readings go with everything that is known: twice the negative log-likelihood, up to a constant. Normal errors of
 * expected heights, of the distance and of the base; log-normal heights by dbh and distances by height where nothing else
 * is known.
 *
 * @param share standard error of the height as read, as a share of it
 */
export function misfit(
  hypothesis: Hypothesis,
  evidence: HeightEvidence,
  { method, context, share }: { readonly method: Method; readonly context: MethodContext; readonly share: number },
): number {
  const { heightM, readings, methodId } = hypothesis;
  if (!(heightM > 0)) return IMPOSSIBLE;
  const distanceM = levelDistanceM(methodId, readings, context);
  const offDistance =
    evidence.distance === undefined || distanceM === null
      ? 0
      : (distanceM - evidence.distance.value) / Math.hypot(evidence.distance.standardError, 0.005 * distanceM, 0.05);
  const isWhole = context.heightOf !== 'part';
  const offDbh =
    isWhole && evidence.expected.length === 0
      ? oddness(heightM, context.dbhCm) / (context.dbhCm === undefined ? SPREAD_OF_ANY_TREE : HEIGHT_SPREAD)
      : 0;
  const offStand =
    isWhole && distanceM !== null && distanceM > 0 ? Math.log(heightM / distanceM / STAND_RATIO) / STAND_SPREAD : 0;
  const markM = MARK_OF_SCALE[readings.top?.unit as SlopeUnit];
  const onMark = markM !== undefined && distanceM !== null && Math.abs(distanceM - markM) < ON_MARK_M ? ON_MARK : 0;
  const offs = [
    ...offExpected(heightM, share, evidence),
    offDistance,
    offDbh,
    offStand,
    baseMisfit(hypothesis, evidence, method, context) ?? 0,
  ];
  return offs.reduce((sum, off) => sum + off * off, onMark);
}

/** Heights in the unit of the survey. */
export const inMetres = (exact: number, { unitSystem }: MethodContext): number =>
  unitSystem === 'metric' ? exact : convert(exact, 'ft', 'm');
