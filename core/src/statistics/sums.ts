/**
 * Sum that does not depend on the order of its terms to the last bit a report shows (Neumaier's compensated sum over
 * sorted terms).
 *
 * Source: Neumaier 1974, Zeitschrift für Angewandte Mathematik und Mechanik 54:39.
 */
export function sum(values: readonly number[]): number {
  let total = 0;
  let lost = 0;
  for (const value of [...values].sort((a, b) => a - b)) {
    const next = total + value;
    lost += Math.abs(total) >= Math.abs(value) ? total - next + value : value - next + total;
    total = next;
  }
  return total + lost;
}

/** Arithmetic mean, or null of nothing. */
export const mean = (values: readonly number[]): number | null =>
  values.length === 0 ? null : sum(values) / values.length;

/** A mean over plots and how far it may be off for having sampled only these. */
export interface SampleMean {
  readonly mean: number;
  readonly n: number;
  /** s ÷ √n with n − 1 degrees of freedom; null for fewer than two plots. */
  readonly standardError: number | null;
}

/**
 * Mean of equally weighted plots with its standard error, for simple random sampling without finite population
 * correction. Source: Cochran 1977, Sampling Techniques, 2.
 */
export function sampleMean(values: readonly number[]): SampleMean | null {
  const centre = mean(values);
  if (centre === null) return null;
  const n = values.length;
  if (n < 2) return { mean: centre, n, standardError: null };
  const variance = sum(values.map((value) => (value - centre) ** 2)) / (n - 1);
  return { mean: centre, n, standardError: Math.sqrt(variance / n) };
}
