import {
  type Estimation,
  leftOver,
  type NotEstimated,
  notEstimated,
  type OfPopulation,
  populationProblem,
  valuesProblem,
  withInterval,
} from './sample.ts';
import { message } from '../message/index.ts';

export function pairsProblem(x: readonly number[], y: readonly number[], least: number): NotEstimated | null {
  const problem = valuesProblem('x', x, least) ?? valuesProblem('y', y, least);
  if (problem !== null) return problem;
  return x.length === y.length
    ? null
    : notEstimated(
        'y',
        message('statistics.there-are-values-of-x', 'There are {x} values of x and {y} of y.', {
          x: String(x.length),
          y: String(y.length),
        }),
      );
}

export const total = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0);

/**
 * Ratio of means R = Σ y ÷ Σ x, such as volume per hectare from plots of different size.
 *
 * Source: Cochran 1977, Sampling Techniques, 6.
 */
export function ratioOfMeans(
  x: readonly number[],
  y: readonly number[],
  { population }: OfPopulation = {},
): Estimation {
  const n = x.length;
  const problem = pairsProblem(x, y, 1) ?? populationProblem(n, population);
  if (problem !== null) return problem;
  const sum = total(x);
  if (!(sum > 0))
    return notEstimated(
      'x',
      message('statistics.the-sum-of-the-denominator', 'The sum of the denominator must be above 0.'),
    );
  const ratio = total(y) / sum;
  const squares = total(y.map((value, i) => (value - ratio * (x[i] ?? 0)) ** 2));
  const standardError = n < 2 ? null : Math.sqrt((leftOver(n, population) / n) * (squares / (n - 1))) / (sum / n);
  return { ok: true, ...withInterval(ratio, standardError, n - 1) };
}
