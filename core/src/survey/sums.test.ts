import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { exampleNamed } from '../testing/index.ts';
import { slenderness } from '../height/index.ts';
import examples from './examples/stand.json';
import {
  expansionFactorPerHa,
  mean,
  perAcre,
  plotRadiusM,
  plotSums,
  quadraticMeanDiameterCm,
  sampleMean,
  slopeCorrectedRadiusM,
  sum,
  surveySums,
  volumeRatio,
  type PlotShape,
  type SortingRules,
  type TalliedPlot,
  type TalliedTree,
} from './index.ts';

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
    near(expansionFactorPerHa(Math.PI * (found.inputs.radius ?? NaN) ** 2), found);
  });
  it('ef_acre_plot', () => {
    const found = example('ef_acre_plot');
    near(perAcre(expansionFactorPerHa(Math.PI * ((found.inputs.radius ?? NaN) * 0.3048) ** 2)), found);
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
    const sums = plotSums(plot, volumeRatio(plot.trees));
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
    expect(expansionFactorPerHa(500)).toBe(20);
    // cos(arctan ⅓) = 0.94868; √0.94868 = 0.97400; 12.6157 ÷ 0.97400
    expect(slopeCorrectedRadiusM(500, 100 / 3)).toBeCloseTo(12.9525, 3);
    expect(slopeCorrectedRadiusM(500, 0)).toBe(plotRadiusM(500));
  });

  it.each([0, -5, NaN])('an area of %d m² is nobody’s plot', (areaM2) => {
    expect(() => plotRadiusM(areaM2)).toThrow(RangeError);
    expect(() => expansionFactorPerHa(areaM2)).toThrow(RangeError);
  });
});

describe('the sums of a plot', () => {
  // Two stems of 20 and 40 cm on 500 m²: g = 0.0314159 and 0.1256637 m².
  const plot: TalliedPlot = { shape: circle(500), trees: [tree(20, 15, 0.2), tree(40)] };
  const sums = plotSums(plot, volumeRatio(plot.trees));

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
    const found = plotSums(poor, volumeRatio(poor.trees));
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
    const perTree = plotSums({ shape: circle(10_000), trees }, volumeRatio(trees)).volumeM3PerHa ?? NaN;
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
