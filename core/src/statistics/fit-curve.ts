import { solveSymmetric } from './solve-symmetric.ts';

/** A curve with parameters: its value, and how fast that changes with each of them. */
export interface ParametricCurve {
  readonly value: (x: number, parameters: readonly number[]) => number;
  /** One slope for each parameter. */
  readonly slopes: (x: number, parameters: readonly number[]) => readonly number[];
}

export interface FittedCurve {
  readonly parameters: readonly number[];
  /** Sum of the squares of what is left. */
  readonly residualSum: number;
  /** Covariance of the parameters, row by row; null where the data do not tell them apart. */
  readonly covariance: readonly (readonly number[])[] | null;
}

const ROUNDS = 200;
const LEAST_GAIN = 1e-15;

interface Sums {
  readonly matrix: Float64Array;
  readonly right: Float64Array;
  readonly residualSum: number;
}

function sumsAt(
  { value, slopes }: ParametricCurve,
  x: readonly number[],
  y: readonly number[],
  at: readonly number[],
): Sums | null {
  const size = at.length;
  const matrix = new Float64Array(size * size);
  const right = new Float64Array(size);
  let residualSum = 0;
  for (let i = 0; i < x.length; i += 1) {
    const here = x[i] ?? NaN;
    const left = (y[i] ?? NaN) - value(here, at);
    const row = slopes(here, at);
    residualSum += left * left;
    for (let j = 0; j < size; j += 1) {
      const own = row[j] ?? NaN;
      right[j] = (right[j] ?? 0) + own * left;
      for (let k = 0; k < size; k += 1) matrix[j * size + k] = (matrix[j * size + k] ?? 0) + own * (row[k] ?? NaN);
    }
  }
  return Number.isFinite(residualSum) && matrix.every((each) => Number.isFinite(each))
    ? { matrix, right, residualSum }
    : null;
}

/** From one start to the nearest least sum. */
function descend(curve: ParametricCurve, x: readonly number[], y: readonly number[], start: readonly number[]) {
  let at = [...start];
  let sums = sumsAt(curve, x, y, at);
  let damping = 1e-3;
  for (let round = 0; sums !== null && round < ROUNDS && damping < 1e12; round += 1) {
    const size = at.length;
    const damped = sums.matrix.map((value, i) => (i % (size + 1) === 0 ? value * (1 + damping) : value));
    const step = solveSymmetric(damped, sums.right);
    const next = step === null ? null : at.map((value, j) => value + (step[j] ?? 0));
    const tried = next === null ? null : sumsAt(curve, x, y, next);
    if (next !== null && tried !== null && tried.residualSum <= sums.residualSum) {
      const gain = sums.residualSum - tried.residualSum;
      at = next;
      sums = tried;
      damping = Math.max(1e-12, damping / 10);
      if (gain <= LEAST_GAIN * sums.residualSum) break;
    } else damping *= 10;
  }
  return sums === null ? null : { at, sums };
}

/** Inverse of a symmetric positive matrix, column by column; null where there is none. */
function inverse(matrix: Float64Array, size: number): number[][] | null {
  const columns = Array.from({ length: size }, (_, j) =>
    solveSymmetric(
      matrix,
      Float64Array.from({ length: size }, (__, i) => (i === j ? 1 : 0)),
    ),
  );
  return columns.every((column) => column !== null) ? columns.map((column) => [...column]) : null;
}

/** So few points tell which start leads to the least sum. */
const THINNED = 40;

/** Points spread evenly over the order of x, the first and the last among them. */
function thinnedOut(x: readonly number[], y: readonly number[]): readonly [number[], number[]] {
  const order = x.map((_, i) => i).sort((a, b) => (x[a] ?? 0) - (x[b] ?? 0));
  const kept = Array.from(
    { length: THINNED },
    (_, i) => order[Math.round((i * (order.length - 1)) / (THINNED - 1))] ?? 0,
  );
  return [kept.map((i) => x[i] ?? NaN), kept.map((i) => y[i] ?? NaN)];
}

/** The best end from several starts. */
function bestEnd(
  curve: ParametricCurve,
  x: readonly number[],
  y: readonly number[],
  starts: readonly (readonly number[])[],
) {
  const ends = starts.flatMap((start) => descend(curve, x, y, start) ?? []);
  return ends.sort((a, b) => a.sums.residualSum - b.sums.residualSum)[0] ?? null;
}

/**
 * Fits a curve by least squares after Levenberg and Marquardt, from several starts; the best end counts. Of many points some
 * forty, spread over their range, tell which start is the best; the fit goes on from there on all of them.
 *
 * Source: Marquardt 1963, J. Soc. Indust. Appl. Math. 11:431.
 *
 * @param starts parameters to begin from; those at which the curve has no value are passed over
 * @returns null where no start leads anywhere
 */
export function fitCurve(
  curve: ParametricCurve,
  x: readonly number[],
  y: readonly number[],
  starts: readonly (readonly number[])[],
): FittedCurve | null {
  const few = x.length > 2 * THINNED ? bestEnd(curve, ...thinnedOut(x, y), starts) : null;
  const best = (few === null ? null : descend(curve, x, y, few.at)) ?? bestEnd(curve, x, y, starts);
  if (best === null) return null;
  const { at, sums } = best;
  const spare = x.length - at.length;
  const variance = spare > 0 ? sums.residualSum / spare : NaN;
  const inverted = inverse(sums.matrix, at.length);
  return {
    parameters: at,
    residualSum: sums.residualSum,
    covariance: inverted?.map((row) => row.map((each) => each * variance)) ?? null,
  };
}
