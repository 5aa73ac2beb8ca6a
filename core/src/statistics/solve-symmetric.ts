/** A pivot that has lost so much of its column is none. */
const LOST = 1e-13;

/**
 * Solves A x = b for a symmetric positive matrix by Cholesky; null where it is not positive.
 *
 * @param matrix n × n, row by row
 * @param right n
 */
export function solveSymmetric(matrix: Float64Array, right: Float64Array): Float64Array | null {
  const n = right.length;
  const lower = new Float64Array(n * n);
  const at = (i: number, j: number): number => lower[i * n + j] ?? 0;
  for (let i = 0; i < n; i += 1) {
    for (let j = 0; j <= i; j += 1) {
      let sum = matrix[i * n + j] ?? 0;
      for (let k = 0; k < j; k += 1) sum -= at(i, k) * at(j, k);
      if (i === j && !(sum > LOST * (matrix[i * n + i] ?? 0))) return null;
      lower[i * n + j] = i === j ? Math.sqrt(sum) : sum / at(j, j);
    }
  }
  const x = new Float64Array(right);
  for (let i = 0; i < n; i += 1) {
    let sum = x[i] ?? 0;
    for (let k = 0; k < i; k += 1) sum -= at(i, k) * (x[k] ?? 0);
    x[i] = sum / at(i, i);
  }
  for (let i = n - 1; i >= 0; i -= 1) {
    let sum = x[i] ?? 0;
    for (let k = i + 1; k < n; k += 1) sum -= at(k, i) * (x[k] ?? 0);
    x[i] = sum / at(i, i);
  }
  return x;
}
