import type { Expectation } from '../height/index.ts';
import { message } from '../message/index.ts';

/** A tree whose height was measured. */
export interface CurvePoint {
  readonly dbhCm: number;
  readonly heightM: number;
}

/** What a height curve needs of its trees: sums of x = 1 ÷ d and y = ln (h − breast height), d in cm and h in m. */
export interface CurveSums {
  /** Height of the dbh above the ground, m: where the curve starts. */
  readonly breastHeightM: number;
  readonly n: number;
  readonly x: number;
  readonly y: number;
  readonly xx: number;
  readonly xy: number;
  readonly yy: number;
}

/** Fewer trees than this make no curve to hold another one against. */
const LEAST_TREES = 8;
/** Trees of one thickness have no curve: so far apart must the thinnest and the thickest be, as a coefficient of variation of 1 ÷ d. */
const LEAST_SPREAD = 0.08;
/** However well a curve fits, trees of one thickness differ by this share. */
const LEAST_ERROR_SHARE = 0.05;

const NOTHING = { n: 0, x: 0, y: 0, xx: 0, xy: 0, yy: 0 };

function withPoint(sums: CurveSums, { dbhCm, heightM }: CurvePoint, times: 1 | -1): CurveSums {
  if (!(dbhCm > 0) || !(heightM > sums.breastHeightM)) return sums;
  const x = 1 / dbhCm;
  const y = Math.log(heightM - sums.breastHeightM);
  return {
    breastHeightM: sums.breastHeightM,
    n: sums.n + times,
    x: sums.x + times * x,
    y: sums.y + times * y,
    xx: sums.xx + times * x * x,
    xy: sums.xy + times * x * y,
    yy: sums.yy + times * y * y,
  };
}

/** @param breastHeightM height of the dbh above the ground, m */
export const curveSums = (points: readonly CurvePoint[], breastHeightM: number): CurveSums =>
  points.reduce((sums, point) => withPoint(sums, point, 1), { ...NOTHING, breastHeightM });

/** The sums without one of their trees. */
export const curveWithout = (sums: CurveSums, own: CurvePoint): CurveSums => withPoint(sums, own, -1);

/**
 * The height that a survey's own trees of the species make one expect of a diameter.
 *
 * Source: Michailoff 1943, h = breast height + a exp(−b ÷ d), by least squares on its logarithm; the error is that of one more
 * tree, not of the curve.
 *
 * @param own a tree among the sums, which must not speak for itself
 * @returns null where there are too few trees, all of one thickness, or thicker ones that are lower
 */
export function expectedByCurve(sums: CurveSums, dbhCm: number, own?: CurvePoint): Expectation | null {
  const { n, x, y, xx, xy, yy } = own === undefined ? sums : curveWithout(sums, own);
  if (n < LEAST_TREES || !(dbhCm > 0)) return null;
  const spread = xx - (x * x) / n;
  if (!(Math.sqrt(spread / n) > (LEAST_SPREAD * x) / n)) return null;
  const slope = (xy - (x * y) / n) / spread;
  if (slope >= 0) return null;
  const residual = Math.max(0, yy - (y * y) / n - slope * (xy - (x * y) / n));
  const variance = residual / (n - 2);
  const away = 1 / dbhCm - x / n;
  const logarithm = y / n + slope * away;
  const share = Math.sqrt(variance * (1 + 1 / n + (away * away) / spread));
  // The mean of what is spread in the logarithm lies above its middle.
  const aboveM = Math.exp(logarithm + variance / 2);
  return {
    from: 'curve',
    words: message('height-curve.height-curve-of-this-survey', 'height curve of this survey'),
    heightM: sums.breastHeightM + aboveM,
    standardErrorM: aboveM * Math.max(LEAST_ERROR_SHARE, share),
  };
}
