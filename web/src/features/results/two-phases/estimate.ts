import { countAndMeasure, ratioDoubleSample, regressionDoubleSample, threePTotal } from '@arbolito/core/inventory';
import { type Estimation, simpleSample } from '@arbolito/core/statistics';
import { type LineField, type LineProblem, readLines } from '../../../ui/forms/read-lines.ts';
import { t } from '../../../messages/text.ts';
import { message } from '@arbolito/core/message';

/** Samples in which many units are looked at quickly and a few of them measured. */
export const TWO_PHASE_ESTIMATORS = {
  regression: {
    name: message('results.regression', 'Regression'),
    words: message(
      'results.an-auxiliary-variable-x-is',
      'An auxiliary variable x is observed on many units, y on a subsample. The mean of y is estimated by the regression of y on x.',
    ),
    source: 'Cochran 1977, Sampling Techniques, 12.7',
  },
  ratio: {
    name: message('results.ratio', 'Ratio'),
    words: message(
      'results.an-auxiliary-variable-x-is-observed',
      'An auxiliary variable x is observed on many units, y on a subsample. For y proportional to x.',
    ),
    source: 'Cochran 1977, Sampling Techniques, 12.8',
  },
  count: {
    name: message('results.count-measure', 'Count-measure'),
    words: message(
      'results.trees-are-counted-at-every',
      'Trees are counted at every angle-count point; the volume per basal area is measured on some of them. The squared relative errors of both add up.',
    ),
    source: 'Bruce 1961; Marshall, Iles & Bell 2004, Canadian Journal of Forest Research 34:840',
  },
  guess: {
    name: message('results.3p', '3P'),
    words: message(
      'results.the-volume-of-every-tree',
      'The volume of every tree is predicted; some are measured, with probability proportional to the prediction. The total is the sum of predictions times the mean ratio of measured to predicted volume.',
    ),
    source: 'Grosenbaugh 1965, USDA Forest Service PSW-21',
  },
} as const;
export type TwoPhaseEstimator = keyof typeof TWO_PHASE_ESTIMATORS;

/** What was typed: lists as they stand, figures as numbers. */
export interface Typed {
  readonly pairs: string;
  readonly counts: string;
  readonly perTree: string;
  readonly largeN: number;
  readonly largeMean: number;
  readonly factor: number;
  readonly guesses: number;
}

/** The measured units as they can be drawn. */
export interface Pairs {
  readonly points: readonly (readonly [x: number, y: number])[];
  /** Two ends of the line that y follows. */
  readonly line: readonly (readonly [x: number, y: number])[];
  /** Mean of x over all units. */
  readonly at: number;
}

export interface TwoPhaseOutcome {
  readonly estimation: Estimation | null;
  /** The measured units alone, as if there were no others; null where that is no estimate of the same thing. */
  readonly alone: Estimation | null;
  /** Null where there is no line to draw. */
  readonly pairs: Pairs | null;
  readonly problems: Readonly<Record<'pairs' | 'counts' | 'perTree', readonly LineProblem[]>>;
}

const figureOf = (name: string): LineField => ({ name, unit: 'one', of: '', fromZero: true });

/** Works out the way that is asked for from lists as they were pasted. */
export function estimate(way: TwoPhaseEstimator, typed: Typed): TwoPhaseOutcome {
  const names =
    way === 'guess'
      ? [t('results.the-prediction', 'the prediction'), t('results.the-measured-volume', 'the measured volume')]
      : ['x', 'y'];
  const pairs = readLines(typed.pairs, names.map(figureOf));
  const counts = readLines(typed.counts, [figureOf(t('results.the-count', 'the count'))]);
  const perTree = readLines(typed.perTree, [
    figureOf(t('results.the-volume-per-basal-area', 'the volume per basal area')),
  ]);
  const isCount = way === 'count';
  const problems = {
    pairs: isCount ? [] : pairs.problems,
    counts: isCount ? counts.problems : [],
    perTree: isCount ? perTree.problems : [],
  };
  if (Object.values(problems).some((list) => list.length > 0))
    return { estimation: null, alone: null, pairs: null, problems };
  const x = pairs.rows.map(([first = NaN]) => first);
  const y = pairs.rows.map(([, second = NaN]) => second);
  if (isCount) {
    const list = (rows: readonly (readonly number[])[]): number[] => rows.map(([value = NaN]) => value);
    const estimation = countAndMeasure(list(counts.rows), typed.factor, list(perTree.rows));
    return { estimation, alone: null, pairs: null, problems };
  }
  if (way === 'guess') {
    const ratios = y.map((each, i) => each / (x[i] ?? NaN));
    return { estimation: threePTotal(typed.guesses, ratios), alone: null, pairs: null, problems };
  }
  const of = way === 'ratio' ? ratioDoubleSample : regressionDoubleSample;
  const estimation = of(x, y, { n: typed.largeN, meanX: typed.largeMean });
  return {
    estimation,
    alone: simpleSample(y),
    pairs: estimation.ok ? pairsOf(x, y, { x: typed.largeMean, y: estimation.mean }) : null,
    problems,
  };
}

/** The line goes through the mean of the measured units, and through what is estimated at the mean of all. */
function pairsOf(x: readonly number[], y: readonly number[], all: { readonly x: number; readonly y: number }): Pairs {
  const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length;
  const own = { x: mean(x), y: mean(y) };
  const slope = all.x === own.x ? null : (all.y - own.y) / (all.x - own.x);
  const ends = [Math.min(...x, all.x), Math.max(...x, all.x)];
  return {
    points: x.map((each, i) => [each, y[i] ?? 0] as const),
    line: slope === null ? [] : ends.map((end) => [end, own.y + slope * (end - own.x)] as const),
    at: all.x,
  };
}
