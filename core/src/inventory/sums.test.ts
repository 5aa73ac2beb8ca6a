import { evaluateForm, parseCallout } from '../callout/index.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { COMMON_SPECIES, deadCodes, type PlotShape, rulesOfSet } from '../protocol/index.ts';
import { exampleNamed } from '../testing/given.ts';
import { wrongLines } from '../testing/redo.ts';
import { slenderness } from '../height/index.ts';
import examples from './examples/stand-sums.json';
import { isDead } from '../tree/index.ts';
import { areaFactorPerHa } from '../plot/circular-plot.ts';
import { perAcre } from '../units/stand-units.ts';
import { plotRadiusM, slopeCorrectedRadiusM } from '../plot/index.ts';
import { mean, sum } from '../statistics/index.ts';
import { sampleMean } from '../statistics/sums.ts';
import { quadraticMeanDiameterCm, type SortingRules } from './sums.ts';
import { talliedTrees } from './tallied-trees.ts';
import type { TalliedPlot, TalliedTree } from './tallied.ts';
import { inEnglish } from '../testing/english.ts';
import { fromTrees } from '../testing/sums-of-trees.ts';

const { plotSums, surveySums, volumeRatio } = fromTrees;

const circle = (areaM2: number): PlotShape => ({ kind: 'circle', areaM2 });
const BY_FIVE: SortingRules = { classes: { width: '5cm', place: 'centred' }, products: [] };

const tree = (
  dbhCm: number | null,
  heightM: number | null = null,
  volumeM3: number | null = null,
  speciesCode = 'sp',
): TalliedTree => ({
  speciesCode,
  dbhCm,
  heightM,
  volumeM3,
});
const numbers = (value: unknown): number[] => (Array.isArray(value) ? value.map(Number) : []);

interface StandInputs {
  readonly radius?: number;
  readonly radius_horizontal?: number;
  readonly slope?: number;
  readonly dbh?: number | readonly number[];
  readonly h?: number | readonly number[];
  readonly plot_area?: number;
  readonly y?: readonly number[];
}
const example = (name: string) => {
  const found = exampleNamed(examples, name);
  const inputs: StandInputs = found.inputs;
  return { ...found, inputs };
};
const near = (
  value: number | null | undefined,
  { expected, tolerance }: { expected: number; tolerance: number },
): void => {
  expect(Math.abs((value ?? NaN) - expected)).toBeLessThanOrEqual(tolerance);
};

describe('circular plots: published cases', () => {
  it('ef_circular_plot', () => {
    const found = example('ef_circular_plot');
    near(areaFactorPerHa(Math.PI * (found.inputs.radius ?? NaN) ** 2), found);
  });
  it('ef_acre_plot', () => {
    const found = example('ef_acre_plot');
    near(perAcre(areaFactorPerHa(Math.PI * ((found.inputs.radius ?? NaN) * 0.3048) ** 2)), found);
  });
  it('plot_radius_slope_corrected', () => {
    const found = example('plot_radius_slope_corrected');
    const areaM2 = Math.PI * (found.inputs.radius_horizontal ?? NaN) ** 2;
    near(slopeCorrectedRadiusM(areaM2, found.inputs.slope ?? NaN), found);
  });
  it('stems_per_ha and qmd', () => {
    const stems = example('stems_per_ha');
    const plot = {
      shape: circle((stems.inputs.plot_area ?? NaN) * 10_000),
      trees: numbers(stems.inputs.dbh).map((dbhCm) => tree(dbhCm)),
    };
    const sums = plotSums(plot, volumeRatio([plot]));
    near(sums.stemsPerHa, stems);
    near(sums.quadraticMeanDiameterCm, example('qmd'));
  });
  it('hd_ratio', () => {
    const found = example('hd_ratio');
    near(slenderness(Number(found.inputs.h), Number(found.inputs.dbh)), found);
  });
  it('srs_sd and srs_se_infinite', () => {
    const found = example('srs_se_infinite');
    const sample = sampleMean(numbers(found.inputs.y));
    near(sample?.standardError, found);
    near((sample?.standardError ?? NaN) * Math.sqrt(sample?.n ?? NaN), example('srs_sd'));
  });
});

describe('circular plots: by hand', () => {
  it('500 m² has 12.62 m of radius, stands for 20 stems, and is 12.96 m along a 33.3 % slope', () => {
    expect(plotRadiusM(500)).toBeCloseTo(12.616, 3);
    expect(areaFactorPerHa(500)).toBe(20);
    // cos(arctan ⅓) = 0.94868; √0.94868 = 0.97400; 12.6157 ÷ 0.97400
    expect(slopeCorrectedRadiusM(500, 100 / 3)).toBeCloseTo(12.9525, 3);
    expect(slopeCorrectedRadiusM(500, 0)).toBe(plotRadiusM(500));
  });

  it.each([0, -5, NaN])('an area of %d m² is nobody’s plot', (areaM2) => {
    expect(() => plotRadiusM(areaM2)).toThrow(RangeError);
    expect(() => areaFactorPerHa(areaM2)).toThrow(RangeError);
  });
});

describe('the sums of a plot', () => {
  // Two stems of 20 and 40 cm on 500 m²: g = 0.0314159 and 0.1256637 m².
  const plot: TalliedPlot = { shape: circle(500), trees: [tree(20, 15, 0.2), tree(40)] };
  const sums = plotSums(plot, volumeRatio([plot]));

  it('stand for a hectare: 20 times each', () => {
    expect(sums.stemsPerHa).toBe(40);
    expect(sums.basalAreaM2PerHa).toBeCloseTo(20 * 0.1570796, 5);
  });
  it('carry the volume of measured trees over to the others by basal area: 0.2 + 0.8', () => {
    expect(sums.volumeM3PerHa).toBeCloseTo(20 * 1, 9);
  });
  it('have the diameter of the tree of mean basal area: √((400 + 1600) ÷ 2)', () => {
    expect(sums.quadraticMeanDiameterCm).toBeCloseTo(31.6228, 4);
    expect(quadraticMeanDiameterCm([])).toBeNull();
  });
  it('say what is not known', () => {
    const poor = { shape: circle(500), trees: [tree(null), tree(30)] };
    const found = plotSums(poor, volumeRatio([poor]));
    expect(found).toMatchObject({
      stems: 2,
      withoutDiameter: 1,
      volumeM3PerHa: null,
      meanHeightM: null,
      heightsMeasured: 0,
    });
    const empty = plotSums({ shape: circle(500), trees: [] }, volumeRatio([]));
    expect(empty).toMatchObject({
      stemsPerHa: 0,
      basalAreaM2PerHa: 0,
      volumeM3PerHa: 0,
      quadraticMeanDiameterCm: null,
    });
  });
  it('prefer the ratio of the species to that of all', () => {
    const trees = [
      tree(20, 15, 0.2, 'sp'),
      tree(20, 15, 0.4, 'bt'),
      tree(20, null, null, 'bt'),
      tree(20, null, null, 'po'),
    ];
    const perTree =
      plotSums({ shape: circle(10_000), trees }, volumeRatio([{ shape: circle(10_000), trees }])).volumeM3PerHa ?? NaN;
    // 0.2 + 0.4 measured, the beech like the beech, the oak like the mean of both.
    expect(perTree).toBeCloseTo(0.2 + 0.4 + 0.4 + 0.3, 9);
  });
});

/** Everything to four decimals: the last bits of a sum hang on its order. */
const settled = (value: unknown): unknown =>
  JSON.parse(JSON.stringify(value, (_, each: unknown) => (typeof each === 'number' ? each.toFixed(4) : each)));

describe('the sums of a survey', () => {
  const plots: readonly TalliedPlot[] = [
    { shape: circle(500), trees: [tree(20), tree(31)] },
    { shape: circle(500), trees: [tree(19), tree(42), tree(11, null, null, 'bt'), tree(33)] },
    { shape: circle(500), trees: [] },
  ];
  const sums = surveySums(plots, BY_FIVE);

  it('are means over the plots, an empty one counting as zero: 40, 80 and 0 stems a hectare', () => {
    expect(sums.stemsPerHa?.mean).toBeCloseTo(40, 10);
    // s = √((0² + 40² + 40²) ÷ 2) = 40; 40 ÷ √3
    expect(sums.stemsPerHa?.standardError).toBeCloseTo(23.094, 3);
  });
  it('fill a table by class and species whose cells add up to the means', () => {
    const total = (pick: (row: (typeof sums.classes)[number]) => number) => sum(sums.classes.map(pick));
    expect(total((row) => row.stemsPerHa)).toBeCloseTo(sums.stemsPerHa?.mean ?? NaN, 9);
    expect(total((row) => row.basalAreaM2PerHa)).toBeCloseTo(sums.basalAreaM2PerHa?.mean ?? NaN, 9);
    expect(sums.classes.map(({ diameterClass: middle, speciesCode }) => `${middle} ${speciesCode}`)).toEqual([
      '10 bt',
      '20 sp',
      '30 sp',
      '35 sp',
      '40 sp',
    ]);
  });
  it('sort by products where the survey tells them apart, thinner stems by themselves', () => {
    const products = [
      { name: 'small', fromCm: 15 },
      { name: 'saw', fromCm: 30 },
    ];
    const { products: rows } = surveySums(plots, { ...BY_FIVE, products });
    // 31, 42 and 33 cm are saw, 20 and 19 cm small, 11 cm nothing: 20 stems a hectare each, over three plots.
    expect(rows.map(({ product, stems }) => [product, stems])).toEqual([
      [null, 1],
      ['small', 2],
      ['saw', 3],
    ]);
    expect(rows[2]?.stemsPerHa).toBeCloseTo((3 * 20) / 3, 9);
    expect(surveySums(plots, BY_FIVE).products).toEqual([]);
  });

  it('have no standard error with one plot, and nothing to say with none', () => {
    expect(surveySums(plots.slice(0, 1), BY_FIVE).stemsPerHa).toMatchObject({ mean: 40, standardError: null });
    expect(surveySums([], BY_FIVE)).toMatchObject({ plots: 0, stemsPerHa: null, classes: [], volumesMeasured: 0 });
  });
  it('weigh trees by their expansion factors in the quadratic mean: plots of unequal size', () => {
    const uneven = surveySums(
      [
        { shape: circle(100), trees: [tree(10)] },
        { shape: circle(1000), trees: [tree(50)] },
      ],
      BY_FIVE,
    );
    // √((100 × 100 + 10 × 2500) ÷ 110)
    expect(uneven.quadraticMeanDiameterCm).toBeCloseTo(Math.sqrt(35_000 / 110), 9);
  });

  it('do not depend on the order in which trees and plots were written', () => {
    const anyTree = fc.record({
      speciesCode: fc.constantFrom('sp', 'bt', 'po'),
      dbhCm: fc.option(fc.double({ min: 5, max: 90, noNaN: true })),
      heightM: fc.option(fc.double({ min: 3, max: 40, noNaN: true })),
      volumeM3: fc.option(fc.double({ min: 0.01, max: 5, noNaN: true })),
    });
    const anyPlot = fc.record({
      shape: fc.constantFrom(100, 500, 1000).map(circle),
      trees: fc.array(anyTree, { maxLength: 12 }),
    });
    fc.assert(
      fc.property(
        fc.array(anyPlot, { maxLength: 6 }),
        fc.infiniteStream(fc.integer({ min: 0, max: 1e6 })),
        (list, stream) => {
          const shuffled = <T>(items: readonly T[]): T[] =>
            items
              .map((item) => ({ item, key: stream.next().value as number }))
              .sort((a, b) => a.key - b.key)
              .map(({ item }) => item);
          const other = shuffled(list).map((plot) => ({ ...plot, trees: shuffled(plot.trees) }));
          expect(settled(surveySums(other, BY_FIVE))).toEqual(settled(surveySums(list, BY_FIVE)));
        },
      ),
    );
  });
});

describe('sums of numbers', () => {
  it('lose nothing to a large neighbour', () => {
    expect(sum([1e16, 1, -1e16, 1])).toBe(2);
    expect(mean([])).toBeNull();
    expect(sampleMean([])).toBeNull();
  });
});

describe('the recorded dbh of the rounding rule', () => {
  const CONTEXT = { unitSystem: 'imperial', slopeUnit: 'pct', species: COMMON_SPECIES } as const;
  const SETTINGS = { ...CONTEXT, formFactor: { value: 0.45, standardError: 0.05 } };
  const reckoned = (line: string, rounding: 'girth-up' | 'down-to-class' | 'to-graduation') =>
    evaluateForm(parseCallout(line, CONTEXT).draft, {
      ...SETTINGS,
      fieldRules: { ...rulesOfSet('timber', 'imperial'), rounding },
    });

  it('is that of the girth up to the next inch, in the figure, basal area and volume: 14.14 in → 15 in', () => {
    const { dbh, basalAreaM2, volume, readDiametersCm, diametersCm } = reckoned('rp 4.5 = 40', 'girth-up');
    const dbhM = (15 * 0.0254) / Math.PI;
    expect(dbh?.printed).toMatchObject({ value: '4.8', unit: 'in' });
    expect(wrongLines(dbh?.workings ?? [])).toEqual([]);
    expect(inEnglish(dbh?.workings.at(-1))).toMatchObject({ expression: '15 ÷ π', result: '4.8' });
    expect(diametersCm[0]).toBeCloseTo(100 * dbhM, 9);
    expect(readDiametersCm).toEqual([expect.closeTo(11.43, 9) as number]);
    expect(basalAreaM2).toBeCloseTo((Math.PI * dbhM * dbhM) / 4, 12);
    expect(volume?.value).toBeCloseTo((0.45 * Math.PI * dbhM * dbhM * 40 * 0.3048) / 4, 9);
  });

  it('is the lower limit of the class, and as read below the first', () => {
    const { dbh } = reckoned('rp 12.7', 'down-to-class');
    expect(inEnglish([dbh?.printed.value, dbh?.workings.at(-1)?.expression])).toEqual(['12.0', '12 × 1']);
    expect(reckoned('rp 0.7', 'down-to-class').dbh?.printed.value).toBe('0.7');
    expect(reckoned('rp 12.7', 'to-graduation').dbh?.printed.value).toBe('12.7');
  });

  it('leaves the expansion factor to the reading: factor 4 over the basal area of 30 cm', () => {
    const point: PlotShape = { kind: 'variable-radius', factorM2PerHa: 4 };
    const trees = talliedTrees({
      speciesCode: 'sp',
      diametersCm: [28],
      readDiametersCm: [30],
      heightM: null,
      volumeM3: null,
    });
    const plot = { shape: point, trees };
    expect(plotSums(plot, volumeRatio([plot])).stemsPerHa).toBeCloseTo(4 / (Math.PI * 0.15 ** 2), 9);
    const nested: PlotShape = {
      kind: 'nested',
      rings: [
        { fromCm: 7, areaM2: 100 },
        { fromCm: 30, areaM2: 500 },
      ],
    };
    expect(plotSums({ shape: nested, trees }, volumeRatio([plot])).stemsPerHa).toBe(20);
  });
});

describe('live and dead trees', () => {
  const plot = (trees: readonly TalliedTree[], stratumId = 'n'): TalliedPlot => ({
    shape: circle(500),
    trees,
    stratumId,
  });
  const dead = (dbhCm: number): TalliedTree => ({ ...tree(dbhCm, null, 0.5), dead: true });
  const g = (dbhCm: number): number => (Math.PI * dbhCm * dbhCm) / 40_000;

  it('have sums of their own, and a stand table each', () => {
    const plots = [plot([tree(40, 20, 1), dead(30)]), plot([tree(20, 15, 0.2)])];
    const sums = surveySums(plots, BY_FIVE);
    expect(sums.stems).toBe(2);
    expect(sums.stemsPerHa?.mean).toBe(20);
    expect(sums.basalAreaM2PerHa?.mean).toBeCloseTo(10 * (g(40) + g(20)), 9);
    expect(sums.volumeM3PerHa?.mean).toBeCloseTo(12, 9);
    expect(sums.classes.map(({ diameterClass }) => diameterClass)).toEqual([20, 40]);
    expect(sums.dead?.stemsPerHa?.mean).toBe(10);
    expect(sums.dead?.basalAreaM2PerHa?.mean).toBeCloseTo(10 * g(30), 9);
    expect(sums.dead?.volumeM3PerHa?.mean).toBeCloseTo(5, 9);
    expect(sums.dead?.classes.map(({ diameterClass }) => diameterClass)).toEqual([30]);
    const [mixed] = plots;
    if (mixed === undefined) throw new Error('no plot');
    expect(plotSums(mixed, volumeRatio(plots))).toMatchObject({ stems: 1, deadStems: 1, stemsPerHa: 20 });
  });

  it('have no rows for dead trees where there are none', () => {
    expect(surveySums([plot([tree(40)])], BY_FIVE).dead).toBeNull();
  });

  it('are told by the codes: several mean dead, renamed ones stay so', () => {
    const codes = deadCodes([
      { code: 'dead', words: 'no leaf left' },
      { code: 'snag', words: 'snag', condition: 'dead' },
      { code: 'rot', words: 'rot seen' },
    ]);
    expect(isDead({ conditions: ['rot', 'snag'] }, codes)).toBe(true);
    expect(isDead({ conditions: ['dead'] }, codes)).toBe(true);
    expect(isDead({ conditions: ['rot'] }, codes)).toBe(false);
    expect(isDead(null, codes)).toBe(false);
  });
});

describe('a stratum with a single plot', () => {
  const circle500 = circle(500);
  const plotOf = (stems: number, stratumId: string): TalliedPlot => ({
    shape: circle500,
    stratumId,
    trees: Array.from({ length: stems }, () => tree(30)),
  });
  const strata = [
    { id: 'n', areaHa: 30 },
    { id: 's', areaHa: 10 },
  ];
  const plots = [plotOf(10, 'n'), plotOf(14, 'n'), plotOf(20, 's')];

  it('has its mean, and no error of the whole', () => {
    const sums = surveySums(plots, BY_FIVE, strata);
    // 0.75 × 240 + 0.25 × 400
    expect(sums.stemsPerHa).toMatchObject({ mean: 280, standardError: null });
    expect(sums.singlePlotStrata).toEqual(['s']);
    expect(sums.pooledVariance).toBe(false);
  });

  it('takes the variance within the others where that is asked for', () => {
    const sums = surveySums(plots, BY_FIVE, strata, null, { pooled: true });
    // 200 and 280: s² = 3200; 0.75² × 3200 ÷ 2 + 0.25² × 3200 ÷ 1
    expect(sums.stemsPerHa?.standardError).toBeCloseTo(Math.sqrt(0.5625 * 1600 + 0.0625 * 3200), 9);
    expect(sums.pooledVariance).toBe(true);
  });
});

describe('the finite population correction', () => {
  const strata = [{ id: 'a', areaHa: 1 }];
  const plots: TalliedPlot[] = [2, 4, 6, 8].map((n) => ({
    shape: { kind: 'circle', areaM2: 500 },
    stratumId: 'a',
    trees: Array.from({ length: n }, () => tree(30)),
  }));

  it('leaves 1 − n ÷ N of the variance: four plots of 500 m² are a fifth of a hectare', () => {
    const plain = surveySums(plots, BY_FIVE, strata).stemsPerHa;
    const finite = surveySums(plots, BY_FIVE, strata, null, { finite: true }).stemsPerHa;
    // 40, 80, 120 and 160 stems a hectare: s = 51.64, divided by √4; times √0.8.
    expect(plain?.standardError).toBeCloseTo(25.8199, 3);
    expect(finite?.standardError).toBeCloseTo(25.8199 * Math.sqrt(0.8), 3);
    expect(finite?.mean).toBe(plain?.mean);
  });

  it('changes nothing where the area is not known, and at points', () => {
    const open = surveySums(plots, BY_FIVE, [{ id: 'a', areaHa: null }], null, { finite: true });
    expect(open.stemsPerHa?.standardError).toBeCloseTo(25.8199, 3);
    const points = plots.map((plot) => ({ ...plot, shape: { kind: 'variable-radius', factorM2PerHa: 2 } as const }));
    expect(surveySums(points, BY_FIVE, strata, null, { finite: true }).basalAreaM2PerHa).toEqual(
      surveySums(points, BY_FIVE, strata).basalAreaM2PerHa,
    );
  });

  it('leaves no error where the plots cover all', () => {
    const all = surveySums(plots, BY_FIVE, [{ id: 'a', areaHa: 0.2 }], null, { finite: true });
    expect(all.stemsPerHa?.standardError).toBe(0);
  });
});
