import { studentTQuantile } from './student-t.ts';

/** A linear model as it was fitted. */
export interface LinearFit {
  readonly coefficients: readonly number[];
  readonly standardErrors: readonly number[];
  /** 95 % intervals of the coefficients. */
  readonly intervals: readonly (readonly [number, number])[];
  /** Observed minus fitted, in the order of the rows, unweighted. */
  readonly residuals: readonly number[];
  readonly fitted: readonly number[];
  /** Weighted sum of the squares of the residuals. */
  readonly residualSum: number;
  /** Its square root over the degrees of freedom: the standard error of one observation of weight 1. */
  readonly residualError: number;
  readonly degreesOfFreedom: number;
  /** Share of the (weighted) spread that the model takes up. */
  readonly rSquared: number;
}

/** A pivot that has lost so much of its column is none: the columns depend on each other. */
const LOST = 1e-11;

/** Inverse of a symmetric positive matrix by Gauss and Jordan; null where its columns depend on each other. */
function inverseOf(matrix: readonly (readonly number[])[]): number[][] | null {
  const n = matrix.length;
  const work = matrix.map((row, i) => [...row, ...Array.from({ length: n }, (_, j) => (i === j ? 1 : 0))]);
  for (let column = 0; column < n; column += 1) {
    let at = column;
    for (let row = column + 1; row < n; row += 1)
      if (Math.abs(work[row]?.[column] ?? 0) > Math.abs(work[at]?.[column] ?? 0)) at = row;
    const size = Math.abs(work[at]?.[column] ?? 0);
    if (!(size > LOST * Math.abs(matrix[column]?.[column] ?? 0))) return null;
    const pivotRow = work[at];
    const here = work[column];
    if (pivotRow === undefined || here === undefined) return null;
    work[at] = here;
    work[column] = pivotRow.map((value) => value / (pivotRow[column] ?? 1));
    for (let row = 0; row < n; row += 1) {
      const factor = work[row]?.[column] ?? 0;
      if (row === column || factor === 0) continue;
      work[row] = (work[row] ?? []).map((value, i) => value - factor * (work[column]?.[i] ?? 0));
    }
  }
  return work.map((row) => row.slice(n));
}

/**
 * Fits y = Σ bⱼ xⱼ by least squares, weighted where weights are given.
 *
 * Source: Draper & Smith 1998, Applied Regression Analysis.
 *
 * @param rows one row of regressors for each observation; a column of ones for a constant
 * @param weights proportional to the inverse of the variance; ones where left out
 * @returns null where there are no more observations than coefficients, or columns depend on each other
 */
export function leastSquares(
  rows: readonly (readonly number[])[],
  observed: readonly number[],
  weights: readonly number[] = [],
): LinearFit | null {
  const n = rows.length;
  const p = rows[0]?.length ?? 0;
  if (p === 0 || n <= p) return null;
  const at = (list: readonly number[], i: number): number => list[i] ?? 0;
  const weight = (i: number): number => weights[i] ?? 1;
  // Columns are scaled to one size first: D² H and a constant differ by a factor of 10⁵.
  const scales = Array.from({ length: p }, (_, j) =>
    Math.sqrt(rows.reduce((sum, row, i) => sum + weight(i) * at(row, j) ** 2, 0) / n),
  );
  if (scales.some((scale) => !(scale > 0 && Number.isFinite(scale)))) return null;
  const scaled = rows.map((row) => row.map((value, j) => value / at(scales, j)));
  const normal = Array.from({ length: p }, (_, j) =>
    Array.from({ length: p }, (_, k) => scaled.reduce((sum, row, i) => sum + weight(i) * at(row, j) * at(row, k), 0)),
  );
  const inverse = inverseOf(normal);
  if (inverse === null) return null;
  const right = Array.from({ length: p }, (_, j) =>
    scaled.reduce((sum, row, i) => sum + weight(i) * at(row, j) * at(observed, i), 0),
  );
  const solved = inverse.map((row) => row.reduce((sum, value, k) => sum + value * at(right, k), 0));
  const fitted = scaled.map((row) => row.reduce((sum, value, j) => sum + value * at(solved, j), 0));
  const residuals = fitted.map((value, i) => at(observed, i) - value);
  const residualSum = residuals.reduce((sum, residual, i) => sum + weight(i) * residual ** 2, 0);
  const degreesOfFreedom = n - p;
  const variance = residualSum / degreesOfFreedom;
  const totalWeight = rows.reduce((sum, _, i) => sum + weight(i), 0);
  const mean = observed.reduce((sum, y, i) => sum + weight(i) * y, 0) / totalWeight;
  const spread = observed.reduce((sum, y, i) => sum + weight(i) * (y - mean) ** 2, 0);
  const coefficients = solved.map((value, j) => value / at(scales, j));
  const standardErrors = inverse.map((row, j) => Math.sqrt(variance * at(row, j)) / at(scales, j));
  const t = studentTQuantile(0.975, degreesOfFreedom);
  return {
    coefficients,
    standardErrors,
    intervals: coefficients.map((b, j) => [b - t * at(standardErrors, j), b + t * at(standardErrors, j)] as const),
    residuals,
    fitted,
    residualSum,
    residualError: Math.sqrt(variance),
    degreesOfFreedom,
    rSquared: spread > 0 ? 1 - residualSum / spread : 0,
  };
}
