import { countAndMeasure, ratioDoubleSample, regressionDoubleSample, threePTotal } from '@arbolito/core/inventory';
import { type Estimation, simpleSample } from '@arbolito/core/statistics';
import { type LineField, type LineProblem, readLines } from '../../../ui/forms/read-lines.ts';

/** Samples in which many units are looked at quickly and a few of them measured. */
export const TWO_PHASE_ESTIMATORS = {
  regression: {
    name: 'Regression',
    words:
      'A quick figure x at many places; at some of them y was measured as well. What y is beyond its sample follows the line of y on x.',
    source: 'Cochran 1977, Sampling Techniques, 12.7',
  },
  ratio: {
    name: 'Ratio',
    words:
      'A quick figure x at many places; at some of them y was measured as well. For y that goes with x from nothing on.',
    source: 'Cochran 1977, Sampling Techniques, 12.8',
  },
  count: {
    name: 'Count and measure',
    words:
      'Trees counted at every angle-count point, and the volume per basal area of some of them. The shares of error of both add as squares.',
    source: 'Bruce 1961; Marshall, Iles & Bell 2004, Canadian Journal of Forest Research 34:840',
  },
  guess: {
    name: '3P',
    words:
      'Every tree was guessed; some were measured, with a chance that goes with the guess. The total is the sum of the guesses times the mean of measured over guessed.',
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
  const names = way === 'guess' ? ['the guess', 'the measured volume'] : ['x', 'y'];
  const pairs = readLines(typed.pairs, names.map(figureOf));
  const counts = readLines(typed.counts, [figureOf('the count')]);
  const perTree = readLines(typed.perTree, [figureOf('the volume per basal area')]);
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
