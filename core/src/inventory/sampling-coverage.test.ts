import { coverageTolerance, draws } from '../testing/draws.ts';
import { describe, expect, it } from 'vitest';
import {
  type Estimation,
  normal,
  type Random,
  seededRandom,
  stratifiedMean,
  stratumSample,
} from '../statistics/index.ts';
import { countAndMeasure } from './two-phase/count-measure.ts';
import { ratioDoubleSample, regressionDoubleSample } from './two-phase/double-sampling.ts';
import { ratioOfMeans } from '../statistics/ratio-of-means.ts';
import { threePTotal } from './two-phase/three-p.ts';

const SURVEYS = draws(2_000, 300);
const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length;
const draw = <T>(random: Random, from: readonly T[], n: number): T[] =>
  Array.from({ length: n }, () => from[Math.floor(random() * from.length)]).flatMap((each) =>
    each === undefined ? [] : [each],
  );

interface Design {
  readonly name: string;
  readonly truth: number;
  readonly survey: (random: Random) => Estimation;
  /** Ratios are a little off in small samples: by how much, at most, as a share of the truth. */
  readonly offBy: number;
}

const made = seededRandom(61);

/** A wood of points: what was guessed at each, and what stands there. */
const points = Array.from({ length: 3_000 }, () => {
  const guess = Math.max(2, normal(made, 24, 8));
  return { guess, volume: Math.max(1, 6 + 8.5 * guess + normal(made, 0, 30)) };
});
/** The same where the volume goes with the guess from nothing on. */
const inProportion = Array.from({ length: 3_000 }, () => {
  const guess = Math.max(4, normal(made, 24, 8));
  return { guess, volume: Math.max(1, guess * normal(made, 9, 1.6)) };
});
const strata = [
  { name: 'old', areaHa: 50, values: Array.from({ length: 2_000 }, () => Math.max(0, normal(made, 210, 48))) },
  { name: 'young', areaHa: 30, values: Array.from({ length: 2_000 }, () => Math.max(0, normal(made, 164, 40))) },
  { name: 'open', areaHa: 20, values: Array.from({ length: 2_000 }, () => Math.max(0, normal(made, 98, 30))) },
];
const plots = Array.from({ length: 3_000 }, () => {
  const areaHa = 0.02 + 0.04 * made();
  return { areaHa, volume: areaHa * Math.max(10, normal(made, 190, 45)) };
});
const FACTOR = 4;
const counts = Array.from({ length: 3_000 }, () => Math.max(0, Math.round(normal(made, 7, 2.6))));
const ratiosOfTrees = Array.from({ length: 3_000 }, () => Math.max(2, normal(made, 9.4, 1.7)));
const trees = Array.from({ length: 2_500 }, () => {
  const guess = 0.1 + 1.9 * made();
  return { guess, volume: guess * Math.max(0.3, normal(made, 1.06, 0.16)) };
});
const guesses = trees.reduce((sum, { guess }) => sum + guess, 0);

const twoPhases =
  (of: typeof regressionDoubleSample, wood: typeof points) =>
  (random: Random): Estimation => {
    const large = draw(random, wood, 200);
    const small = large.slice(0, 40);
    return of(
      small.map(({ guess }) => guess),
      small.map(({ volume }) => volume),
      { n: large.length, meanX: mean(large.map(({ guess }) => guess)) },
    );
  };

const DESIGNS: readonly Design[] = [
  {
    name: 'strata weighing their areas',
    truth: strata.reduce((sum, { areaHa, values }) => sum + (areaHa / 100) * mean(values), 0),
    survey: (random) =>
      stratifiedMean(
        strata.map(({ name, areaHa, values }, i) =>
          stratumSample(name, areaHa, draw(random, values, [12, 9, 7][i] ?? 7)),
        ),
      ),
    offBy: 0,
  },
  {
    name: 'a ratio of means over plots of different size',
    truth: mean(plots.map(({ volume }) => volume)) / mean(plots.map(({ areaHa }) => areaHa)),
    survey: (random) => {
      const chosen = draw(random, plots, 40);
      return ratioOfMeans(
        chosen.map(({ areaHa }) => areaHa),
        chosen.map(({ volume }) => volume),
      );
    },
    offBy: 0.002,
  },
  {
    name: 'double sampling with regression',
    truth: mean(points.map(({ volume }) => volume)),
    survey: twoPhases(regressionDoubleSample, points),
    offBy: 0.002,
  },
  {
    name: 'double sampling with a ratio',
    truth: mean(inProportion.map(({ volume }) => volume)),
    survey: twoPhases(ratioDoubleSample, inProportion),
    offBy: 0.002,
  },
  {
    name: 'count and measure',
    truth: FACTOR * mean(counts) * mean(ratiosOfTrees),
    survey: (random) => countAndMeasure(draw(random, counts, 40), FACTOR, draw(random, ratiosOfTrees, 45)),
    offBy: 0,
  },
  {
    name: '3P',
    truth: trees.reduce((sum, { volume }) => sum + volume, 0),
    survey: (random) => {
      const wished = 70;
      const measured = trees.filter(({ guess }) => random() < (wished * guess) / guesses);
      return threePTotal(
        guesses,
        measured.map(({ guess, volume }) => volume / guess),
      );
    },
    offBy: 0.002,
  },
];

describe.each(DESIGNS)('$name, two thousand times in a wood that is known', ({ truth, survey, offBy }) => {
  const random = seededRandom(2_606);
  const outcomes = Array.from({ length: SURVEYS }, () => survey(random)).map((outcome) => {
    if (!outcome.ok || outcome.halfWidth === null) throw new Error('no estimate');
    return { mean: outcome.mean, halfWidth: outcome.halfWidth };
  });

  it('is unbiased within the error of the simulation', () => {
    const all = outcomes.map((outcome) => outcome.mean);
    const middle = mean(all);
    const spread = Math.sqrt(all.reduce((sum, value) => sum + (value - middle) ** 2, 0) / (SURVEYS - 1));
    expect(Math.abs(middle - truth)).toBeLessThan((3.3 * spread) / Math.sqrt(SURVEYS) + offBy * truth);
  });

  it('holds the truth in 93 to 97 of 100 intervals', () => {
    const held = outcomes.filter(({ mean: each, halfWidth }) => Math.abs(each - truth) <= halfWidth).length;
    expect(held / SURVEYS).toBeGreaterThanOrEqual(0.95 - coverageTolerance(SURVEYS));
    expect(held / SURVEYS).toBeLessThanOrEqual(0.95 + coverageTolerance(SURVEYS));
  });
});
