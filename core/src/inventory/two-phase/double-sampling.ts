import {
  type Estimation,
  mean,
  type NotEstimated,
  notEstimated,
  pairsProblem,
  spreadOf,
  sum,
  total,
  withInterval,
} from '../../statistics/index.ts';
import { type PlotTotals, scaled } from '../plot-totals.ts';
import type { StratumArea } from '../tallied.ts';
import type { TwoPhaseDesign } from '../../protocol/index.ts';
import { byPlots, errorOfEstimation, hasAuxiliary, type TwoPhaseEstimate, unweighted } from './two-phase-estimate.ts';
import { message, type Text } from '../../message/index.ts';

/**
 * A quick figure of every plot and a tally of some: each plot weighs as regression or ratio make it, so that species and
 * classes add up to the whole.
 *
 * Source: Cochran 1977, Sampling Techniques, 12.7 and 12.8; Deville & Särndal 1992, J. Am. Stat. Assoc. 87:376 for
 * estimates of regression as weights.
 */
export function estimateDoubleSampling(
  tallied: readonly PlotTotals[],
  { by }: Extract<TwoPhaseDesign, { kind: 'double-sampling' }>,
  strata: readonly StratumArea[],
  auxiliaries: readonly number[],
): TwoPhaseEstimate {
  const plots = tallied.filter(hasAuxiliary);
  const x = plots.map(({ auxiliary }) => auxiliary);
  const large = { n: auxiliaries.length, meanX: mean(auxiliaries) ?? NaN };
  const of = by === 'regression' ? regressionDoubleSample : ratioDoubleSample;
  const trial = of(x, x, large);
  const phaseSummary = {
    kind: 'double-sampling' as const,
    firstPhaseSize: auxiliaries.length,
    measured: plots.length,
    excludedPlots: tallied.length - plots.length,
    problem: trial.ok
      ? null
      : message(
          'inventory.until-then-the-results-are',
          '{by} Until then the results are those of the measured plots alone.',
          { by: doubledProblem(by, x) },
        ),
  };
  if (!trial.ok) return { phaseSummary, plots: tallied, strata, errorsOf: null };
  const own = mean(x) ?? 0;
  const squares = sum(x.map((each) => (each - own) ** 2));
  const n = x.length;
  const weight = (auxiliary: number): number =>
    by === 'ratio' ? large.meanX / own : 1 + (n * (large.meanX - own) * (auxiliary - own)) / squares;
  return {
    phaseSummary,
    plots: plots.map((plot) => scaled(plot, weight(plot.auxiliary))),
    strata: [],
    // A tree's columns hold its weight: what its plot has without it is divided out, unless the plot weighs nothing.
    errorsOf: (columns, { trees }) => {
      const weights = plots.map(({ auxiliary }) => weight(auxiliary));
      return byPlots(columns, trees.length, n, (values) =>
        errorOfEstimation(
          of(
            x,
            values.map((value, i) => unweighted(value, weights[i] ?? 1)),
            large,
          ),
        ),
      );
    },
  };
}

const doubledProblem = (by: 'regression' | 'ratio', x: readonly number[]): Text => {
  const least = by === 'regression' ? 3 : 2;
  if (x.length < least)
    return message(
      'inventory.the-regression-estimator-needs-at',
      '{by, select, ratio {The ratio estimator} other {The regression estimator}} needs at least {least} measured plots with the auxiliary variable; there are {x}.',
      { by, least: String(least), x: String(x.length) },
    );
  return by === 'regression'
    ? message(
        'inventory.the-auxiliary-variable-is-the',
        'The auxiliary variable is the same on all measured plots: it gives no information on the others.',
      )
    : message('inventory.the-auxiliary-variable-of-the', 'The auxiliary variable of the measured plots adds up to 0.');
};

/** The first of two phases: many units on which only the quick figure was taken. */
export interface FirstPhaseSample {
  readonly n: number;
  readonly meanX: number;
}

function phaseProblem(large: FirstPhaseSample, small: number): NotEstimated | null {
  return large.n >= small && Number.isFinite(large.meanX)
    ? null
    : notEstimated(
        'large',
        message(
          'inventory.the-first-phase-must-have',
          'The first phase must have at least the {small} units of the second.',
          { small: String(small) },
        ),
      );
}

/**
 * Double sampling with regression: the mean of y from a small sample, corrected by what a large one says of x.
 *
 * Source: Cochran 1977, Sampling Techniques, 12.7.
 *
 * @param x three or more, not all equal
 */
export function regressionDoubleSample(
  x: readonly number[],
  y: readonly number[],
  large: FirstPhaseSample,
): Estimation {
  const n = x.length;
  const problem = pairsProblem(x, y, 3) ?? phaseProblem(large, n);
  if (problem !== null) return problem;
  const ofX = spreadOf(x);
  const ofY = spreadOf(y);
  if (!(ofX.squares > 0))
    return notEstimated(
      'x',
      message('inventory.all-values-of-x-are', 'All values of x are equal: they give no information on y.'),
    );
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
export function ratioDoubleSample(x: readonly number[], y: readonly number[], large: FirstPhaseSample): Estimation {
  const n = x.length;
  const problem = pairsProblem(x, y, 2) ?? phaseProblem(large, n);
  if (problem !== null) return problem;
  const sum = total(x);
  if (!(sum > 0))
    return notEstimated(
      'x',
      message('inventory.the-sum-of-the-denominator', 'The sum of the denominator must be above 0.'),
    );
  const ratio = total(y) / sum;
  const aboutRatio = total(y.map((value, i) => (value - ratio * (x[i] ?? 0)) ** 2)) / (n - 1);
  const ofOne = spreadOf(y).squares / (n - 1);
  const variance = aboutRatio / n + Math.max(0, ofOne - aboutRatio) / large.n;
  return { ok: true, ...withInterval(ratio * large.meanX, Math.sqrt(variance), n - 1) };
}
