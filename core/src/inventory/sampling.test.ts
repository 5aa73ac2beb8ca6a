import { reinekeShare } from './indices/reineke.ts';
import { standDensityIndex } from './indices/stand-density-index.ts';
import { shannonIndex } from './indices/shannon-index.ts';
import { describe, expect, it } from 'vitest';
import { convert } from '../units/index.ts';
import {
  type Estimation,
  normal,
  plotsNeeded,
  seededRandom,
  simpleSample,
  stratifiedMean,
  stratumSample,
  studentTQuantile,
} from '../statistics/index.ts';
import examples from './examples/stand.json';
import {
  alongSlopeM,
  countedMeanDiameterCm,
  gaugeAngleDeg,
  plotRadiusFactorFtPerIn,
  slopeInDirectionPct,
  treesPerHaOfCount,
} from '../plot/angle-count.ts';
import { gaugeFactor, gaugeWidthCm, inOrOut, metricFactor, pointLimitingDistanceM } from '../plot/index.ts';
import { bootstrapMean } from '../statistics/bootstrap.ts';
import { countAndMeasure } from './two-phase/count-measure.ts';
import { ratioDoubleSample, regressionDoubleSample } from './two-phase/double-sampling.ts';
import { ratioOfMeans } from '../statistics/ratio-of-means.ts';
import { threePTotal } from './two-phase/three-p.ts';
import { dominantHeightM } from './indices/dominant-height.ts';
import { fromTrees } from '../testing/sums-of-trees.ts';
import { relativeDensity } from './indices/relative-density.ts';
import { relativeSpacingPct } from './indices/relative-spacing.ts';
import { neymanPlots } from '../statistics/stratified-sample.ts';
import { inEnglish } from '../testing/english.ts';

const { standIndices, surveySums } = fromTrees;

type Inputs = Readonly<Record<string, never>>;
interface Example {
  readonly case: string;
  readonly inputs: Inputs;
  readonly expected: number;
  readonly tolerance: number;
}

function estimated<T>(estimation: Estimation<T>): { readonly ok: true } & T {
  if (!estimation.ok) throw new Error(inEnglish(estimation.message));
  return estimation;
}
const messageOf = <T>(estimation: Estimation<T>): string => (estimation.ok ? '' : inEnglish(estimation.message));

interface Given {
  readonly radius: number;
  readonly horizontal: number;
  readonly slope: number;
  readonly azimuth_from_fall_line: number;
  readonly dbh: number & readonly number[];
  readonly h: number & readonly number[];
  readonly BAF: number;
  readonly blade: number;
  readonly reach: number;
  readonly plot_area: number;
  readonly N: number & number[];
  readonly Hdom: number;
  readonly points: number;
  readonly p: number;
  readonly df: number;
  readonly y: readonly number[] & readonly (readonly number[])[];
  readonly x: readonly number[];
  readonly cv: number;
  readonly E: number;
  readonly N_h: readonly number[];
  readonly x_small: readonly number[];
  readonly y_small: readonly number[];
  readonly n_large: number;
  readonly xbar_large: number;
  readonly counts_small_BAF: readonly number[];
  readonly VBAR: readonly number[];
  readonly sum_KPI: number;
  readonly ratios: readonly number[];
}

const trees = ({ dbh, h }: Given) => dbh.map((dbhCm, i) => ({ dbhCm, heightM: h[i] ?? NaN }));
const strata = ({ N_h: sizes, y }: Given) =>
  sizes.map((size, i) => stratumSample(`stratum ${String(i)}`, size, y[i] as never, size));
const quantile = ({ p, df }: Given) => studentTQuantile(p, df);
const needed = ({ cv, E }: Given) => estimated(plotsNeeded(cv, E)).plots;
const square = (d: number) => d * d;
const qmd = (diameters: readonly number[]) =>
  Math.sqrt(diameters.reduce((sum, d) => sum + square(d), 0) / diameters.length);

const summedDensityIndex = (diameters: readonly number[], perHa: number): number =>
  perHa * diameters.reduce((sum, dbh) => sum + reinekeShare(dbh), 0);
const loreyHeightM = (stand: readonly { readonly dbhCm: number; readonly heightM: number }[]): number | null => {
  const plots = [
    {
      shape: { kind: 'circle', areaM2: 500 } as const,
      trees: stand.map((tree) => ({ speciesCode: 'sp', volumeM3: null, ...tree })),
    },
  ];
  const sums = surveySums(plots, { classes: { width: '5cm', place: 'centred' }, products: [] });
  return standIndices(plots, sums, 'fractional').loreyHeightM;
};

const CASES: Readonly<Record<string, (given: Given) => number>> = {
  slope_distance_oblique: ({ horizontal, slope, azimuth_from_fall_line: from }) =>
    alongSlopeM(horizontal, slopeInDirectionPct(slope, from)),
  limiting_distance_baf4: ({ dbh, BAF }) => pointLimitingDistanceM(dbh, BAF),
  limiting_distance_imperial_baf10: ({ dbh, BAF }) => dbh * plotRadiusFactorFtPerIn(BAF),
  prf_face_baf20: ({ BAF }) => plotRadiusFactorFtPerIn(BAF) - 1 / 24,
  trees_per_ha_per_count: ({ dbh, BAF }) => treesPerHaOfCount(dbh, BAF),
  baf_from_gauge: ({ blade, reach }) => gaugeFactor(blade, reach),
  angle_of_baf: ({ BAF }) => gaugeAngleDeg(BAF),
  lorey_height: (given) => loreyHeightM(trees(given)) ?? NaN,
  dominant_height_fractional: (given) => dominantHeightM(trees(given), given.plot_area) ?? NaN,
  reineke_sdi_metric: ({ dbh, plot_area: area }) => standDensityIndex(dbh.length / area, qmd(dbh)),
  reineke_sdi_sum: ({ dbh, plot_area: area }) => summedDensityIndex(dbh, 1 / area),
  hart_becking_square: ({ N, Hdom }) => relativeSpacingPct(N, Hdom),
  vrp_trees_per_ha: ({ dbh, BAF, points }) => dbh.reduce((sum, each) => sum + treesPerHaOfCount(each, BAF), 0) / points,
  vrp_qmd: ({ dbh }) => countedMeanDiameterCm(dbh),
  't_quantile_p0.975_df2': quantile,
  't_quantile_p0.975_df7': quantile,
  't_quantile_p0.95_df13': quantile,
  't_quantile_p0.975_df29': quantile,
  't_quantile_p0.9_df5': quantile,
  srs_ci95_halfwidth: ({ y, N }) => estimated(simpleSample(y, { population: N })).halfWidth ?? NaN,
  n_required_cv43_E10_NNone: needed,
  'n_required_cv27.5_E12_NNone': needed,
  stratified_mean: (given) => estimated(stratifiedMean(strata(given))).mean,
  stratified_effective_df: (given) => estimated(stratifiedMean(strata(given))).degreesOfFreedom,
  ratio_of_means: ({ x, y }) => estimated(ratioOfMeans(x, y)).mean,
  ratio_se: ({ x, y, N }) => estimated(ratioOfMeans(x, y, { population: N })).standardError ?? NaN,
  double_sampling_regression_se: ({ x_small: x, y_small: y, n_large: n, xbar_large: meanX }) =>
    estimated(regressionDoubleSample(x, y, { n, meanX })).standardError ?? NaN,
  big_baf_se_pct: ({ counts_small_BAF: counts, BAF, VBAR }) => estimated(countAndMeasure(counts, BAF, VBAR)).errorPct,
  threeP_se: ({ sum_KPI: sum, ratios }) => estimated(threePTotal(sum, ratios)).standardError ?? NaN,
};

describe('published sums of stands and samples', () => {
  it.each((examples as unknown as readonly Example[]).map((example) => [example.case, example] as const))(
    '%s',
    (name, { inputs, expected, tolerance }) => {
      const work = CASES[name];
      if (work === undefined) throw new Error(`${name} is not worked out`);
      const found = work(inputs as unknown as Given);
      expect(Math.abs(found - expected), String(found)).toBeLessThanOrEqual(tolerance + 1e-9);
    },
  );
});

describe('a simple random sample', () => {
  it('of 24.1, 31.8, 28.6, 19.9, 35.2 and 27.4: 27.83, standard error 2.22, ± 5.70', () => {
    const { mean, standardError, halfWidth, n } = estimated(simpleSample([24.1, 31.8, 28.6, 19.9, 35.2, 27.4]));
    expect([n, mean.toFixed(2), standardError?.toFixed(2), halfWidth?.toFixed(2)]).toEqual([
      6,
      '27.83',
      '2.22',
      '5.70',
    ]);
    expect((100 * (halfWidth ?? 0)) / mean).toBeCloseTo(20.5, 1);
  });

  it('of one plot has a mean and no error; of equal plots an error of 0', () => {
    expect(estimated(simpleSample([24]))).toMatchObject({
      mean: 24,
      standardError: null,
      halfWidth: null,
      cvPct: null,
    });
    expect(estimated(simpleSample([7, 7, 7]))).toMatchObject({ standardError: 0, halfWidth: 0, cvPct: 0 });
    expect(estimated(simpleSample([0, 0]))).toMatchObject({ mean: 0, cvPct: null });
  });

  it('of all units has no error of sampling, and of none no mean', () => {
    expect(estimated(simpleSample([3, 5, 9], { population: 3 })).standardError).toBe(0);
    expect(messageOf(simpleSample([]))).toBe('At least 1 values are needed; there are 0.');
    expect(messageOf(simpleSample([3, NaN]))).toBe('Value 2 is not a number.');
    expect(messageOf(simpleSample([3, 4], { population: 1 }))).toContain('at least the 2 sampled units');
  });
});

describe('the number of plots', () => {
  it('for a spread of 38 % and a wished error of 10 % is 58, and no fewer would do', () => {
    expect(estimated(plotsNeeded(38, 10)).plots).toBe(58);
    const width = (n: number): number => (studentTQuantile(0.975, n - 1) * 38) / Math.sqrt(n);
    expect(width(58)).toBeLessThanOrEqual(10);
    expect(width(57)).toBeGreaterThan(10);
  });

  it('is less where there are few to choose from, and two at the least', () => {
    expect(estimated(plotsNeeded(38, 10, { population: 100 })).plots).toBeLessThan(40);
    expect(estimated(plotsNeeded(1, 150)).plots).toBe(2);
    expect(messageOf(plotsNeeded(0, 10))).toContain('Coefficient of variation');
    expect(messageOf(plotsNeeded(38, 0))).toContain('Target error');
    expect(messageOf(plotsNeeded(900, 0.01))).toContain('More than 1000000 plots');
  });
});

describe('strata', () => {
  const THREE = [
    { name: 'north', size: 0.5, n: 8, mean: 210, standardDeviation: 48 },
    { name: 'south', size: 0.3, n: 6, mean: 164, standardDeviation: 40 },
    { name: 'gully', size: 0.2, n: 4, mean: 98, standardDeviation: 30 },
  ];

  it('of .5, .3 and .2 with 210, 164 and 98: 173.8, standard error 10.25, 12.5 degrees of freedom', () => {
    const { mean, standardError, degreesOfFreedom, halfWidth } = estimated(stratifiedMean(THREE, true));
    expect(mean).toBeCloseTo(173.8, 9);
    expect(standardError).toBeCloseTo(10.25, 2);
    expect(degreesOfFreedom).toBeCloseTo(12.5, 1);
    expect(halfWidth).toBeCloseTo(studentTQuantile(0.975, degreesOfFreedom) * (standardError ?? NaN), 9);
  });

  it('are one sample where there is one of them, and weigh sizes in any unit alike', () => {
    const values = [24.1, 31.8, 28.6, 19.9, 35.2, 27.4];
    const alone = estimated(stratifiedMean([stratumSample('all', 7, values)]));
    const simple = estimated(simpleSample(values));
    expect(alone.mean).toBeCloseTo(simple.mean, 12);
    expect(alone.standardError).toBeCloseTo(simple.standardError ?? NaN, 12);
    expect(alone.degreesOfFreedom).toBeCloseTo(5, 12);
    const hectares = estimated(stratifiedMean(THREE.map((each) => ({ ...each, size: 62 * each.size }))));
    expect(hectares.standardError).toBeCloseTo(estimated(stratifiedMean(THREE)).standardError ?? NaN, 12);
  });

  it('say what they lack', () => {
    const [first, second, third] = THREE;
    if (first === undefined || second === undefined || third === undefined) throw new Error('no strata');
    const alone = { ...third, n: 1, standardDeviation: null };
    expect(estimated(stratifiedMean([first, second, alone]))).toMatchObject({ standardError: null, halfWidth: null });
    expect(messageOf(stratifiedMean([first, second], true))).toBe('The weights of the strata add up to 0.8, not to 1.');
    expect(messageOf(stratifiedMean([]))).toBe('There are no strata.');
    expect(messageOf(stratifiedMean([{ ...first, size: 0 }]))).toBe('The size of north must be above 0.');
    expect(messageOf(stratifiedMean([{ ...first, n: 0 }]))).toContain('north has no plot');
    expect(messageOf(stratifiedMean([{ ...first, mean: NaN }]))).toContain('not a number');
    expect(messageOf(stratifiedMean([{ ...first, population: 3 }]))).toContain(
      'north: The population must have at least the 8',
    );
    const level = THREE.map((each) => ({ ...each, standardDeviation: 0 }));
    expect(estimated(stratifiedMean(level))).toMatchObject({ standardError: 0, halfWidth: 0, degreesOfFreedom: 15 });
  });

  it('get plots by size and spread', () => {
    // 0.5 × 48 = 24, 0.3 × 40 = 12, 0.2 × 30 = 6: of 42 plots 24, 12 and 6.
    expect(neymanPlots(THREE, 42)).toEqual([24, 12, 6]);
    expect(
      neymanPlots(
        [
          { size: 1, standardDeviation: 0 },
          { size: 1, standardDeviation: 0 },
        ],
        10,
      ),
    ).toEqual([5, 5]);
    expect(
      neymanPlots(
        [
          { size: 99, standardDeviation: 9 },
          { size: 1, standardDeviation: 1 },
        ],
        20,
      )[1],
    ).toBe(2);
  });
});

describe('ratios and two phases', () => {
  it('are exact where y goes with x, and say what cannot be', () => {
    expect(estimated(ratioOfMeans([1, 2, 3], [5, 10, 15]))).toMatchObject({ mean: 5, standardError: 0 });
    const line = estimated(regressionDoubleSample([1, 2, 4, 5], [12, 14, 18, 20], { n: 100, meanX: 3.5 }));
    // 10 + 2 × 3.5; what is left is the large sample’s own error.
    expect(line.mean).toBeCloseTo(17, 9);
    expect(line.standardError).toBeCloseTo(Math.sqrt(40 / 3 / 100), 9);
    expect(messageOf(regressionDoubleSample([2, 2, 2], [1, 2, 3], { n: 9, meanX: 2 }))).toContain('All values of x');
    expect(messageOf(regressionDoubleSample([1, 2, 3], [1, 2, 3], { n: 2, meanX: 2 }))).toContain('first phase');
    expect(messageOf(ratioOfMeans([1, 2], [3]))).toContain('2 values of x and 1 of y');
    expect(messageOf(ratioOfMeans([0, 0], [3, 4]))).toContain('above 0');
    expect(messageOf(ratioDoubleSample([0, 0], [3, 4], { n: 9, meanX: 2 }))).toContain('above 0');
    expect(messageOf(countAndMeasure([0, 0], 2, [9, 10]))).toContain('No trees were counted');
    expect(messageOf(countAndMeasure([3, 4], 0, [9, 10]))).toContain('factor');
    expect(messageOf(threePTotal(0, [1, 1]))).toContain('sum of predictions');
    expect(messageOf(threePTotal(10, [1]))).toBe('At least 2 values are needed; there are 1.');
  });
});

describe('who is in', () => {
  const POINT = { kind: 'point', factorM2PerHa: 4 } as const;
  const tree = { dbhCm: 46, distanceM: 11, to: 'pith', slopePct: 0 } as const;
  const slope20 = 100 * Math.tan((20 * Math.PI) / 180);

  it('by factor 4 and 46 cm: 11.50 m level, 12.24 m along a slope of 20°', () => {
    expect(estimated(inOrOut(POINT, tree)).limitOnTapeM).toBeCloseTo(11.5, 9);
    expect(estimated(inOrOut(POINT, { ...tree, slopePct: slope20 })).limitOnTapeM).toBeCloseTo(12.24, 2);
  });

  it('by factor 10 ft²/acre and 16 in: 44.00 ft to the pith, 43.33 ft to the face', () => {
    const factor = { kind: 'point', factorM2PerHa: metricFactor(10) } as const;
    const feet = (to: 'pith' | 'face'): number =>
      convert(estimated(inOrOut(factor, { ...tree, dbhCm: 40.64, to })).limitOnTapeM, 'm', 'ft');
    expect(feet('pith')).toBeCloseTo(44, 3);
    expect(feet('face')).toBeCloseTo(43.333, 3);
  });

  it('is told with its margin, and a tree on the limit is in', () => {
    expect(estimated(inOrOut(POINT, tree))).toMatchObject({ isIn: true, marginCm: expect.closeTo(50, 9) as number });
    expect(estimated(inOrOut(POINT, { ...tree, distanceM: 11.5 }))).toMatchObject({ isIn: true });
    expect(estimated(inOrOut(POINT, { ...tree, distanceM: 11.51 }))).toMatchObject({ isIn: false });
    // To the face half the stem is added: 11.3 + 0.23 = 11.53 m
    expect(estimated(inOrOut(POINT, { ...tree, distanceM: 11.3, to: 'face' }))).toMatchObject({
      isIn: false,
      marginCm: expect.closeTo(-3, 6) as number,
    });
    const plot = { kind: 'plot', radiusM: 12.62 } as const;
    // 12.9 m along 30 % is 12.36 m level.
    expect(estimated(inOrOut(plot, { ...tree, distanceM: 12.9, slopePct: -30 }))).toMatchObject({
      isIn: true,
      levelM: expect.closeTo(12.9 / Math.hypot(1, 0.3), 9) as number,
    });
  });

  it.each([
    ['factor', { kind: 'point', factorM2PerHa: 0 } as const, tree],
    ['radiusM', { kind: 'plot', radiusM: 0 } as const, tree],
    ['dbhCm', POINT, { ...tree, dbhCm: 0 }],
    ['distanceM', POINT, { ...tree, distanceM: -1 }],
    ['slopePct', POINT, { ...tree, slopePct: NaN }],
  ] as const)('says what cannot be: %s', (field, of, borderline) => {
    expect(inOrOut(of, borderline)).toMatchObject({ ok: false, field });
  });

  it('by a gauge that was made for its factor', () => {
    for (const factor of [1, 2, 4, metricFactor(10)])
      expect(gaugeFactor(gaugeWidthCm(factor, 62.5), 62.5)).toBeCloseTo(factor, 9);
    // A width of 2 % of the reach: near 2500 × 0.02², a little less.
    expect(gaugeFactor(2, 100)).toBeCloseTo(0.9999, 4);
  });
});

describe('figures of a stand', () => {
  const stand = [
    { dbhCm: 40, heightM: 28 },
    { dbhCm: 20, heightM: 18 },
    { dbhCm: 30, heightM: 25 },
  ];

  it('take dominant trees by their rule, and none where there are too few', () => {
    // 0.015 ha: 1.5 trees.
    expect(dominantHeightM(stand, 0.015)).toBeCloseTo((28 + 0.5 * 25) / 1.5, 9);
    expect(dominantHeightM(stand, 0.015, 'floor')).toBe(28);
    expect(dominantHeightM(stand, 0.015, 'round')).toBeCloseTo(26.5, 9);
    expect(dominantHeightM(stand, 0.05)).toBeNull();
    expect(dominantHeightM(stand, 0.004, 'floor')).toBeNull();
    expect(loreyHeightM([])).toBeNull();
  });

  it('are the same by mean and sum for trees of one size, less by sum for others', () => {
    expect(summedDensityIndex([25.4, 25.4], 10)).toBeCloseTo(20, 9);
    expect(standDensityIndex(20, 25.4)).toBeCloseTo(20, 9);
    expect(summedDensityIndex([10, 50], 10)).toBeLessThan(standDensityIndex(20, Math.sqrt((100 + 2500) / 2)));
    // 30 ÷ √36
    expect(relativeDensity(30, 36)).toBe(5);
  });

  it('have the logarithm of the number of species where all are alike, 0 where there is one', () => {
    expect(shannonIndex([3, 3, 3, 3])).toBeCloseTo(Math.log(4), 12);
    expect(shannonIndex([5, 0])).toBe(0);
    expect(shannonIndex([])).toBe(0);
  });
});

describe('intervals on seeded forests', () => {
  const REPEATS = 2000;
  const random = seededRandom(6);
  /** How often the interval held the truth, and how far the mean of the estimates lay off, in its own standard errors. */
  function trial(draw: () => { readonly mean: number; readonly halfWidth: number | null }, truth: number) {
    let held = 0;
    const means: number[] = [];
    for (let i = 0; i < REPEATS; i += 1) {
      const { mean, halfWidth } = draw();
      means.push(mean);
      if (Math.abs(mean - truth) <= (halfWidth ?? -1)) held += 1;
    }
    const centre = means.reduce((sum, each) => sum + each, 0) / REPEATS;
    const spread = Math.sqrt(means.reduce((sum, each) => sum + (each - centre) ** 2, 0) / (REPEATS - 1) / REPEATS);
    return { held: held / REPEATS, off: Math.abs(centre - truth) / spread };
  }
  const forest = (mean: number, spread: number): number => normal(random, mean, spread);

  it.each([
    ['plots', () => estimated(simpleSample(Array.from({ length: 12 }, () => forest(240, 80)))), 240],
    [
      'strata',
      () =>
        estimated(
          stratifiedMean([
            stratumSample(
              'a',
              0.6,
              Array.from({ length: 7 }, () => forest(300, 70)),
            ),
            stratumSample(
              'b',
              0.4,
              Array.from({ length: 6 }, () => forest(100, 40)),
            ),
          ]),
        ),
      220,
    ],
    [
      'plots of a grid without putting back',
      () => {
        const all = Array.from({ length: 60 }, (_, i) => 100 + 3 * i);
        const drawn = Array.from({ length: 15 }, () => all.splice(Math.floor(random() * all.length), 1)[0] ?? NaN);
        return estimated(simpleSample(drawn, { population: 60 }));
      },
      100 + 3 * 29.5,
    ],
    [
      'two phases by regression',
      () => {
        const large = Array.from({ length: 80 }, () => forest(25, 5));
        const small = large.slice(0, 15);
        const y = small.map((x) => 20 + 8 * x + forest(0, 12));
        const meanX = large.reduce((sum, x) => sum + x, 0) / large.length;
        return estimated(regressionDoubleSample(small, y, { n: large.length, meanX }));
      },
      220,
    ],
    [
      'ratios of plots of different size',
      () => {
        const x = Array.from({ length: 25 }, () => 0.6 + random());
        return estimated(
          ratioOfMeans(
            x,
            x.map((size) => size * forest(200, 40)),
          ),
        );
      },
      200,
    ],
  ] as const)('by %s hold the truth 93 to 97 times in 100, and are not off', (_name, draw, truth) => {
    const { held, off } = trial(draw, truth);
    expect(held).toBeGreaterThanOrEqual(0.93);
    expect(held).toBeLessThanOrEqual(0.97);
    expect(off).toBeLessThan(3);
  });

  it('by drawing again agree with those by t where the spread is even, and lean where it is not', () => {
    const even = Array.from({ length: 60 }, () => forest(200, 50));
    const { mean, halfWidth } = estimated(simpleSample(even));
    const { low, high } = estimated(bootstrapMean(even, random));
    expect((high - low) / (2 * (halfWidth ?? NaN))).toBeCloseTo(1, 0);
    expect((high + low) / 2 / mean).toBeCloseTo(1, 1);
    const skewed = [...Array.from({ length: 20 }, () => 10), 400, 250];
    const resampled = estimated(bootstrapMean(skewed, random));
    const own = estimated(simpleSample(skewed));
    expect(resampled.high - own.mean).toBeGreaterThan(own.mean - resampled.low);
    expect(messageOf(bootstrapMean([1], random))).toContain('At least 2');
  });
});
