import {
  type Estimated,
  type Estimation,
  leftOver,
  notEstimated,
  populationProblem,
  spreadOf,
  withInterval,
} from './sample.ts';
import { message, joined } from '../message/index.ts';

/** A stratum as its sample sums it up. */
export interface StratumSample {
  readonly name: string;
  /** Share of the whole, or area, or units: whatever tells the strata's sizes. */
  readonly size: number;
  readonly n: number;
  readonly mean: number;
  /** With n − 1; null for one plot. */
  readonly standardDeviation: number | null;
  /** Units that there are in it, where they can be counted. */
  readonly population?: number | undefined;
}

/** Sums up a stratum's plots. @param values one or more */
export function stratumSample(
  name: string,
  size: number,
  values: readonly number[],
  population?: number,
): StratumSample {
  const { mean, squares } = spreadOf(values);
  const n = values.length;
  return { name, size, n, mean, standardDeviation: n < 2 ? null : Math.sqrt(squares / (n - 1)), population };
}

const SHARES_OFF = 1e-6;

/**
 * Mean over strata, each weighing its size: Σ W ȳ, with variance Σ W² s² ÷ n (1 − f) and the degrees of freedom of
 * Satterthwaite. A stratum with one plot has no spread: the mean is told, its error is not.
 *
 * Source: Cochran 1977, Sampling Techniques, 5, with 5.16 for the degrees of freedom.
 *
 * @param areShares sizes are shares that must add up to 1
 */
export function stratifiedMean(strata: readonly StratumSample[], areShares = false): Estimation {
  if (strata.length === 0)
    return notEstimated('strata', message('statistics.there-are-no-strata', 'There are no strata.'));
  for (const { name, size, n, mean, standardDeviation, population } of strata) {
    if (!(size > 0 && Number.isFinite(size)))
      return notEstimated(
        'size',
        message('statistics.the-size-of-must-be', 'The size of {name} must be above 0.', { name }),
      );
    if (!(n >= 1))
      return notEstimated(
        'n',
        message('statistics.has-no-plots-so-its', '{name} has no plots, so its mean is unknown.', { name }),
      );
    if (!Number.isFinite(mean) || (standardDeviation !== null && !(standardDeviation >= 0)))
      return notEstimated(
        'mean',
        message('statistics.the-mean-or-the-variance', 'The mean or the variance of {name} is not a number.', { name }),
      );
    const problem = populationProblem(n, population);
    if (problem !== null) return { ...problem, message: joined([name, problem.message], ': ') };
  }
  const whole = strata.reduce((sum, { size }) => sum + size, 0);
  if (areShares && Math.abs(whole - 1) > SHARES_OFF)
    return notEstimated(
      'size',
      message('statistics.the-weights-of-the-strata', 'The weights of the strata add up to {toFixed}, not to 1.', {
        toFixed: String(Number(whole.toFixed(4))),
      }),
    );
  let mean = 0;
  let variance = 0;
  let quarters = 0;
  let isKnown = true;
  for (const stratum of strata) {
    const weight = stratum.size / whole;
    mean += weight * stratum.mean;
    if (stratum.standardDeviation === null) {
      isKnown = false;
      continue;
    }
    const part = ((weight * stratum.standardDeviation) ** 2 / stratum.n) * leftOver(stratum.n, stratum.population);
    variance += part;
    if (part > 0) quarters += part ** 2 / (stratum.n - 1);
  }
  const degreesOfFreedom = quarters > 0 ? variance ** 2 / quarters : strata.reduce((sum, { n }) => sum + n - 1, 0);
  const estimated: Estimated = withInterval(mean, isKnown ? Math.sqrt(variance) : null, degreesOfFreedom);
  return { ok: true, ...estimated };
}

/**
 * How many of the plots each stratum gets, so that the whole is known best: by size times spread.
 *
 * Source: Neyman 1934, Journal of the Royal Statistical Society 97:558.
 *
 * @returns whole numbers, at least two each; they may add up to a little more than asked
 */
export function neymanPlots(
  strata: readonly { readonly size: number; readonly standardDeviation: number }[],
  plots: number,
): number[] {
  const parts = strata.map(({ size, standardDeviation }) => size * standardDeviation);
  const whole = parts.reduce((sum, part) => sum + part, 0);
  return parts.map((part) =>
    Math.max(2, whole > 0 ? Math.round((plots * part) / whole) : Math.round(plots / parts.length)),
  );
}
