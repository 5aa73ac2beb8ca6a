import { studentTQuantile } from './student-t.ts';
import { message, type Text } from '../message/index.ts';

/** A mean with what a sample says of how far it may be off. */
export interface Estimated {
  readonly mean: number;
  /** Null where one unit alone was sampled: nothing tells how units differ. */
  readonly standardError: number | null;
  /** Degrees of freedom of the standard error; fractions where strata are put together. */
  readonly degreesOfFreedom: number;
  /** Half the width of the 95 % confidence interval; null with the standard error. */
  readonly halfWidth: number | null;
}

/** Units sampled of how many. */
export interface OfPopulation {
  /** Units that there are, where they can be counted: a grid's plots, not points in a forest. */
  readonly population?: number | undefined;
}

/** Why nothing can be estimated. */
export interface NotEstimated {
  readonly ok: false;
  /** Which of the figures it is about. */
  readonly field: string;
  readonly message: Text;
}

export type Estimation<T = Estimated> = ({ readonly ok: true } & T) | NotEstimated;

export const notEstimated = (field: string, message: Text): NotEstimated => ({ ok: false, field, message });

const CONFIDENCE = 0.95;
const UPPER = 1 - (1 - CONFIDENCE) / 2;

const total = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0);

/** Mean, and sum of the squares about it. */
export function spreadOf(values: readonly number[]): { readonly mean: number; readonly squares: number } {
  const mean = total(values) / values.length;
  return { mean, squares: total(values.map((value) => (value - mean) ** 2)) };
}

/** What is left of a variance where a share of all units was sampled: 1 − n ÷ N. */
export const leftOver = (n: number, population: number | undefined): number =>
  population === undefined ? 1 : 1 - n / population;

/** An estimate with its interval by Student's t. */
export function withInterval(mean: number, standardError: number | null, degreesOfFreedom: number): Estimated {
  return {
    mean,
    standardError,
    degreesOfFreedom,
    halfWidth:
      standardError === null
        ? null
        : standardError === 0
          ? 0
          : studentTQuantile(UPPER, degreesOfFreedom) * standardError,
  };
}

export function valuesProblem(field: string, values: readonly number[], least: number): NotEstimated | null {
  if (values.length < least)
    return notEstimated(
      field,
      message('statistics.at-least-values-are-needed', 'At least {least} values are needed; there are {values}.', {
        least: String(least),
        values: String(values.length),
      }),
    );
  const wrong = values.findIndex((value) => !Number.isFinite(value));
  return wrong < 0
    ? null
    : notEstimated(
        field,
        message('statistics.value-is-not-a-number', 'Value {wrong} is not a number.', { wrong: String(wrong + 1) }),
      );
}

export function populationProblem(n: number, population: number | undefined): NotEstimated | null {
  return population === undefined || (Number.isFinite(population) && population >= n)
    ? null
    : notEstimated(
        'population',
        message('statistics.the-population-must-have-at', 'The population must have at least the {n} sampled units.', {
          n: String(n),
        }),
      );
}

/** A simple random sample. */
export interface SimpleSample extends Estimated {
  readonly n: number;
  /** With n − 1; null for one unit. */
  readonly standardDeviation: number | null;
  /** Standard deviation in percent of the mean; null for one unit and for a mean of 0. */
  readonly cvPct: number | null;
}

/**
 * Mean of a simple random sample: s ÷ √n × √(1 − n ÷ N).
 *
 * Source: Cochran 1977, Sampling Techniques, 2. One unit alone has no standard error.
 */
export function simpleSample(values: readonly number[], { population }: OfPopulation = {}): Estimation<SimpleSample> {
  const problem = valuesProblem('values', values, 1) ?? populationProblem(values.length, population);
  if (problem !== null) return problem;
  const n = values.length;
  const { mean, squares } = spreadOf(values);
  const standardDeviation = n < 2 ? null : Math.sqrt(squares / (n - 1));
  const standardError = standardDeviation === null ? null : standardDeviation * Math.sqrt(leftOver(n, population) / n);
  return {
    ok: true,
    n,
    standardDeviation,
    cvPct: standardDeviation === null || mean === 0 ? null : (100 * standardDeviation) / Math.abs(mean),
    ...withInterval(mean, standardError, n - 1),
  };
}

/** Beyond this nobody lays out plots. */
const MOST_PLOTS = 1_000_000;

/**
 * The fewest plots whose 95 % interval is as narrow as wished: t (n − 1) × CV × √((1 − n ÷ N) ÷ n) ≤ E. Looked for among
 * whole numbers, where iterating the formula of n can swing to and fro.
 *
 * Source: Cochran 1977, Sampling Techniques, 4.
 *
 * @param cvPct standard deviation between plots, in percent of the mean
 * @param errorPct half the width of the wished interval, in percent of the mean
 * @param strata number of strata, whose means each take a degree of freedom: t has n − strata
 */
export function plotsNeeded(
  cvPct: number,
  errorPct: number,
  { population, strata = 1 }: OfPopulation & { readonly strata?: number } = {},
): Estimation<{ readonly plots: number }> {
  if (!(cvPct > 0 && cvPct <= 1000))
    return notEstimated(
      'cvPct',
      message(
        'statistics.coefficient-of-variation-must-be',
        'Coefficient of variation must be above 0 and up to 1000 %.',
      ),
    );
  if (!(errorPct > 0 && errorPct <= 200))
    return notEstimated(
      'errorPct',
      message('statistics.target-error-must-be-above', 'Target error must be above 0 and up to 200 %.'),
    );
  const problem = populationProblem(2, population);
  if (problem !== null) return problem;
  const reaches = (n: number): boolean =>
    studentTQuantile(UPPER, n - strata) * cvPct * Math.sqrt(Math.max(0, leftOver(n, population)) / n) <= errorPct;
  const most = Math.min(MOST_PLOTS, population ?? MOST_PLOTS);
  if (!reaches(most))
    return notEstimated(
      'errorPct',
      message(
        'statistics.more-than-plots-would-be',
        'More than {most} plots would be needed. Enter a larger target error.',
        { most: String(most) },
      ),
    );
  // The width falls with every plot: halve between what does not reach and what does.
  let low = strata;
  let high = most;
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (reaches(middle)) high = middle;
    else low = middle;
  }
  return { ok: true, plots: Math.max(2, strata + 1, high) };
}
