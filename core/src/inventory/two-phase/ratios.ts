import {
  type Estimation,
  leftOver,
  notEstimated,
  type NotEstimated,
  type OfPopulation,
  populationProblem,
  spreadOf,
  valuesProblem,
  withInterval,
} from '../../statistics/index.ts';

function pairsProblem(x: readonly number[], y: readonly number[], least: number): NotEstimated | null {
  const problem = valuesProblem('x', x, least) ?? valuesProblem('y', y, least);
  if (problem !== null) return problem;
  return x.length === y.length
    ? null
    : notEstimated('y', `There are ${String(x.length)} values of x and ${String(y.length)} of y.`);
}

const total = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0);

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

/** The first of two phases: many units on which only the quick figure was taken. */
export interface FirstPhase {
  readonly n: number;
  readonly meanX: number;
}

function phaseProblem(large: FirstPhase, small: number): NotEstimated | null {
  return large.n >= small && Number.isFinite(large.meanX)
    ? null
    : notEstimated('large', `The first phase must hold at least the ${String(small)} units of the second.`);
}

/**
 * Double sampling with regression: the mean of y from a small sample, corrected by what a large one says of x.
 *
 * Source: Cochran 1977, Sampling Techniques, 12.7.
 *
 * @param x three or more, not all equal
 */
export function regressionDoubleSample(x: readonly number[], y: readonly number[], large: FirstPhase): Estimation {
  const n = x.length;
  const problem = pairsProblem(x, y, 3) ?? phaseProblem(large, n);
  if (problem !== null) return problem;
  const ofX = spreadOf(x);
  const ofY = spreadOf(y);
  if (!(ofX.squares > 0)) return notEstimated('x', 'All values of x are equal: they tell nothing of y.');
  const products = total(x.map((value, i) => (value - ofX.mean) * ((y[i] ?? 0) - ofY.mean)));
  const slope = products / ofX.squares;
  const away = large.meanX - ofX.mean;
  const aboutLine = Math.max(0, ofY.squares - slope * products) / (n - 2);
  const ofOne = ofY.squares / (n - 1);
  const variance = aboutLine * (1 / n + (away * away) / ofX.squares) + Math.max(0, ofOne - aboutLine) / large.n;
  return { ok: true, ...withInterval(ofY.mean + slope * away, Math.sqrt(variance), n - 2) };
}

/**
 * Double sampling with a ratio: R times the mean of x in the large sample.
 *
 * Source: Cochran 1977, Sampling Techniques, 12.8.
 */
export function ratioDoubleSample(x: readonly number[], y: readonly number[], large: FirstPhase): Estimation {
  const n = x.length;
  const problem = pairsProblem(x, y, 2) ?? phaseProblem(large, n);
  if (problem !== null) return problem;
  const sum = total(x);
  if (!(sum > 0)) return notEstimated('x', 'What is divided by must add up to more than 0.');
  const ratio = total(y) / sum;
  const aboutRatio = total(y.map((value, i) => (value - ratio * (x[i] ?? 0)) ** 2)) / (n - 1);
  const ofOne = spreadOf(y).squares / (n - 1);
  const variance = aboutRatio / n + Math.max(0, ofOne - aboutRatio) / large.n;
  return { ok: true, ...withInterval(ratio * large.meanX, Math.sqrt(variance), n - 1) };
}

/**
 * Count and measure: trees counted at every point, volume per basal area of some of them. The shares of error of both add
 * as squares.
 *
 * Source: Bruce 1961; Marshall, Iles & Bell 2004, Canadian Journal of Forest Research 34:840.
 *
 * @param counts trees counted at each point, two points or more
 * @param factorM2PerHa basal area factor of the counts
 * @param volumePerBasalArea of each measured tree, in m³/m² (VBAR), two or more
 * @returns m³/ha; its degrees of freedom are the lesser of the two
 */
export function countAndMeasure(
  counts: readonly number[],
  factorM2PerHa: number,
  volumePerBasalArea: readonly number[],
): Estimation<{ readonly errorPct: number } & ReturnType<typeof withInterval>> {
  const problem = valuesProblem('counts', counts, 2) ?? valuesProblem('volumePerBasalArea', volumePerBasalArea, 2);
  if (problem !== null) return problem;
  if (!(factorM2PerHa > 0)) return notEstimated('factor', 'The factor must lie above 0.');
  const ofCounts = spreadOf(counts);
  const ofTrees = spreadOf(volumePerBasalArea);
  if (!(ofCounts.mean > 0 && ofTrees.mean > 0))
    return notEstimated('counts', 'Nothing was counted, or nothing measured: there is no volume to tell the error of.');
  const share = ({ mean, squares }: { mean: number; squares: number }, n: number): number =>
    Math.sqrt(squares / (n - 1) / n) / mean;
  const both = Math.hypot(share(ofCounts, counts.length), share(ofTrees, volumePerBasalArea.length));
  const volume = factorM2PerHa * ofCounts.mean * ofTrees.mean;
  return {
    ok: true,
    errorPct: 100 * both,
    ...withInterval(volume, both * volume, Math.min(counts.length, volumePerBasalArea.length) - 1),
  };
}

/**
 * 3P: every tree is guessed, some are measured with a chance that goes with the guess; the total is the sum of the guesses
 * times the mean of measured over guessed.
 *
 * Source: Grosenbaugh 1965, Three-pee sampling theory and program THRP, USDA Forest Service PSW-21.
 *
 * @param ratios measured over guessed volume of each measured tree, two or more
 */
export function threePTotal(sumOfGuesses: number, ratios: readonly number[]): Estimation {
  const problem = valuesProblem('ratios', ratios, 2);
  if (problem !== null) return problem;
  if (!(sumOfGuesses > 0)) return notEstimated('sumOfGuesses', 'The guesses must add up to more than 0.');
  const n = ratios.length;
  const { mean, squares } = spreadOf(ratios);
  return {
    ok: true,
    ...withInterval(sumOfGuesses * mean, (sumOfGuesses * Math.sqrt(squares / (n - 1))) / Math.sqrt(n), n - 1),
  };
}
