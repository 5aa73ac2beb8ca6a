import { valuesProblem, type Estimation } from './sample.ts';

/** A 95 % interval by resampling. */
export interface Resampled {
  readonly low: number;
  readonly high: number;
  readonly rounds: number;
}

/**
 * 95 % interval of a mean by drawing the plots again, with their own frequencies: no shape of their spread is taken for
 * granted, which tells where the one by t may mislead.
 *
 * Source: Efron & Tibshirani 1993, An Introduction to the Bootstrap, 13: percentiles.
 *
 * @param values two or more
 */
export function bootstrapMean(values: readonly number[], random: () => number, rounds = 2000): Estimation<Resampled> {
  const problem = valuesProblem('values', values, 2);
  if (problem !== null) return problem;
  const n = values.length;
  const means = Float64Array.from({ length: rounds }, () => {
    let sum = 0;
    for (let i = 0; i < n; i += 1) sum += values[Math.floor(random() * n)] ?? 0;
    return sum / n;
  }).sort();
  const at = (share: number): number => means[Math.min(rounds - 1, Math.floor(share * rounds))] ?? NaN;
  return { ok: true, low: at(0.025), high: at(0.975), rounds };
}
