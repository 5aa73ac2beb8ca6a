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

export function pairsProblem(x: readonly number[], y: readonly number[], least: number): NotEstimated | null {
  const problem = valuesProblem('x', x, least) ?? valuesProblem('y', y, least);
  if (problem !== null) return problem;
  return x.length === y.length
    ? null
    : notEstimated('y', `There are ${String(x.length)} values of x and ${String(y.length)} of y.`);
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
  if (!(sum > 0)) return notEstimated('x', 'What is divided by must add up to more than 0.');
  const ratio = total(y) / sum;
  const squares = total(y.map((value, i) => (value - ratio * (x[i] ?? 0)) ** 2));
  const standardError = n < 2 ? null : Math.sqrt((leftOver(n, population) / n) * (squares / (n - 1))) / (sum / n);
  return { ok: true, ...withInterval(ratio, standardError, n - 1) };
}
