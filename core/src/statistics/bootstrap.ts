import { type Estimation, notEstimated, valuesProblem } from './sample.ts';
import { type ConfidencePct, CONFIDENCES_PCT, USUAL_CONFIDENCE_PCT } from './confidence-levels.ts';
import { message } from '../message/index.ts';

/** An interval by resampling: at 95 %, and at every level that may be asked for. */
export interface Resampled {
  readonly low: number;
  readonly high: number;
  readonly rounds: number;
  readonly levels: Readonly<Record<ConfidencePct, readonly [low: number, high: number]>>;
}

/** Plots of one stratum, and its share of the whole. */
export interface StratumValues {
  readonly share: number;
  readonly values: readonly number[];
}

/** Below about so many plots a percentile interval is too narrow. */
export const BOOTSTRAP_NARROW_BELOW = 20;

/**
 * Interval of a stratified mean: plots are resampled within their strata, which keep their numbers of plots and their
 * shares.
 *
 * Source: Efron & Tibshirani 1993, An Introduction to the Bootstrap, 8 and 13: percentiles.
 *
 * @param strata each with two or more plots; shares that add up to 1
 */
export function bootstrapStratifiedMean(
  strata: readonly StratumValues[],
  random: () => number,
  rounds = 2000,
): Estimation<Resampled> {
  if (strata.length === 0)
    return notEstimated('strata', message('statistics.there-are-no-strata', 'There are no strata.'));
  for (const { values } of strata) {
    const problem = valuesProblem('values', values, 2);
    if (problem !== null) return problem;
  }
  const means = Float64Array.from({ length: rounds }, () => {
    let mean = 0;
    for (const { share, values } of strata) {
      const n = values.length;
      let sum = 0;
      for (let i = 0; i < n; i += 1) sum += values[Math.floor(random() * n)] ?? 0;
      mean += (share * sum) / n;
    }
    return mean;
  }).sort();
  const at = (quantile: number): number => means[Math.min(rounds - 1, Math.floor(quantile * rounds))] ?? NaN;
  const between = (pct: ConfidencePct): readonly [number, number] => {
    const tail = (1 - pct / 100) / 2;
    return [at(tail), at(1 - tail)];
  };
  const levels = Object.fromEntries(CONFIDENCES_PCT.map((pct) => [pct, between(pct)])) as Resampled['levels'];
  const [low, high] = levels[USUAL_CONFIDENCE_PCT];
  return { ok: true, low, high, rounds, levels };
}

/**
 * Interval of a mean by drawing the plots again, with their own frequencies: no shape of their spread is taken for
 * granted, which tells where the one by t may mislead.
 *
 * Source: Efron & Tibshirani 1993, An Introduction to the Bootstrap, 13: percentiles.
 *
 * @param values two or more
 */
export const bootstrapMean = (
  values: readonly number[],
  random: () => number,
  rounds?: number,
): Estimation<Resampled> => bootstrapStratifiedMean([{ share: 1, values }], random, rounds);
