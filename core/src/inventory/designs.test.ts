import { describe, expect, it } from 'vitest';
import { heightByCurves, standCurves } from '../height-curve/index.ts';
import { plotEffects } from '../height-curve/stand-curves.ts';
import { simpleSample, stratifiedMean, stratumSample } from '../statistics/index.ts';
import type { SortingRules } from './sums.ts';
import { talliedTrees } from './tallied-trees.ts';
import type { PlotShape } from '../protocol/index.ts';
import type { TalliedPlot, TalliedTree } from './tallied.ts';
import { inEnglish } from '../testing/english.ts';
import { fromTrees } from '../testing/sums-of-trees.ts';

const { plotSums, surveySums, volumeRatio } = fromTrees;

const RULES: SortingRules = { classes: { width: '5cm', place: 'centred' }, products: [] };
const tree = (dbhCm: number | null, volumeM3: number | null = null, over: Partial<TalliedTree> = {}): TalliedTree => ({
  speciesCode: 'sp',
  dbhCm,
  heightM: null,
  volumeM3,
  ...over,
});
const point: PlotShape = { kind: 'variable-radius', factorM2PerHa: 4 };

describe('an angle-count point', () => {
  const trees = [tree(20, 0.3), tree(40, 1.4), tree(null)];
  const sums = plotSums({ shape: point, trees }, volumeRatio([{ shape: point, trees }]));
  it('has the factor in basal area for every tree, taped or only counted', () => {
    expect(sums.basalAreaM2PerHa).toBeCloseTo(12, 9);
  });
  it('has stems by their basal areas, a counted one by the mean of those: 127.32 + 31.83, and half of both', () => {
    expect(sums.stemsPerHa).toBeCloseTo(1.5 * (127.324 + 31.831), 2);
  });
  it('has the root of n ÷ Σ d⁻² as its mean diameter: √(2 ÷ (1/400 + 1/1600)) = 25.30', () => {
    expect(sums.quadraticMeanDiameterCm).toBeCloseTo(25.298, 3);
  });
  it('gives the counted one the mean of v ÷ g of the others: 0.3 ÷ 0.031416 and 1.4 ÷ 0.125664 m³/m²', () => {
    const [small, large] = [0.3 / 0.031_416, 1.4 / 0.125_664];
    expect(sums.volumeM3PerHa).toBeCloseTo(4 * (small + large + (small + large) / 2), 2);
  });
});

describe('trees that count twice at the edge', () => {
  it('stand for twice as many', () => {
    const shape: PlotShape = { kind: 'circle', areaM2: 500 };
    const trees = [tree(30, 0.5), tree(30, 0.5, { multiplicity: 2 })];
    expect(plotSums({ shape, trees }, volumeRatio([{ shape, trees }]))).toMatchObject({
      stems: 2,
      stemsPerHa: 60,
      volumeM3PerHa: 30,
    });
  });
});

describe('a tally of every tree', () => {
  const plots: readonly TalliedPlot[] = [
    { shape: { kind: 'complete-tally', areaM2: 20_000 }, stratumId: 'a', trees: [tree(30, 0.6), tree(40, 1.2)] },
    { shape: { kind: 'complete-tally', areaM2: 10_000 }, stratumId: 'b', trees: [tree(50, 2)] },
  ];
  const sums = surveySums(plots, RULES, [
    { id: 'a', areaHa: 2 },
    { id: 'b', areaHa: 1 },
  ]);
  it('has no error of sampling, and areas that weigh: three trees on three hectares', () => {
    expect(sums.weighing).toBe('whole');
    expect(sums.stemsPerHa).toMatchObject({ mean: 1, standardError: null, halfWidth: null });
    expect(sums.volumeM3PerHa?.mean).toBeCloseTo(3.8 / 3, 12);
    expect(sums.volumeErrors?.sampling).toBe(0);
    expect(sums.strata.map(({ stemsPerHa }) => stemsPerHa)).toEqual([1, 1]);
  });
});

describe('strata', () => {
  const values = { a: [3, 5, 4], b: [10, 14] };
  const plots = Object.entries(values).flatMap(([stratumId, counts]) =>
    counts.map((count): TalliedPlot => ({
      shape: { kind: 'circle', areaM2: 1000 },
      stratumId,
      trees: Array.from({ length: count }, () => tree(30)),
    })),
  );
  const strata = [
    { id: 'a', areaHa: 6 },
    { id: 'b', areaHa: 2 },
  ];
  const sums = surveySums(plots, RULES, strata);
  it('weigh their areas, as the estimator of strata has it', () => {
    const expected = stratifiedMean([
      stratumSample(
        'a',
        6,
        values.a.map((n) => 10 * n),
      ),
      stratumSample(
        'b',
        2,
        values.b.map((n) => 10 * n),
      ),
    ]);
    if (!expected.ok) throw new Error(inEnglish(expected.message));
    expect(sums.weighing).toBe('strata');
    // 0.75 × 40 + 0.25 × 120
    expect(sums.stemsPerHa?.mean).toBeCloseTo(60, 9);
    expect(sums.stemsPerHa?.standardError).toBeCloseTo(expected.standardError ?? NaN, 9);
    expect(sums.stemsPerHa?.degreesOfFreedom).toBeCloseTo(expected.degreesOfFreedom, 9);
    expect(sums.stemsPerHa?.halfWidth).toBeCloseTo(expected.halfWidth ?? NaN, 9);
  });
  it('each have their own mean and error', () => {
    const own = simpleSample([30, 50, 40]);
    const [first] = sums.strata;
    expect(first?.sampling.stemsPerHa.standardError).toBeCloseTo(own.ok ? (own.standardError ?? NaN) : NaN, 9);
    expect(first?.plots).toBe(3);
  });
  it('without an area, or without a plot, leave every plot weighing the same', () => {
    const open = surveySums(plots, RULES, [
      { id: 'a', areaHa: null },
      { id: 'b', areaHa: 2 },
    ]);
    expect([open.weighing, open.stemsPerHa?.mean]).toEqual(['plots', 72]);
    expect(surveySums(plots, RULES, [...strata, { id: 'c', areaHa: 1 }]).weighing).toBe('plots');
  });
  it('have no error where one of them has a single plot', () => {
    expect(surveySums(plots.slice(0, 4), RULES, strata).stemsPerHa).toMatchObject({ standardError: null });
  });
  it('tell the error of each class and species from the same plots', () => {
    const [row] = sums.classes;
    expect(row?.sampling.stemsPerHa.standardError).toBeCloseTo(sums.stemsPerHa?.standardError ?? NaN, 9);
    expect(sums.species[0]).toMatchObject({ speciesCode: 'sp', stems: 36 });
  });
});

describe('heights that were not measured', () => {
  const truth = (d: number) => 1.3 + 30 * Math.exp(-14 / d);
  const measured = Array.from({ length: 30 }, (_, i) => {
    const dbhCm = 12 + i * 1.5;
    const plot = i % 5;
    return {
      speciesCode: 'sp',
      plotId: String(plot),
      dbhCm,
      heightM: truth(dbhCm) + ([1.2, -1, 0.4, -0.6, 0][plot] ?? 0) + (i % 2 === 0 ? 0.2 : -0.2),
    };
  });
  const curves = standCurves(measured, 1.3);

  it('come from the curve of the species, with the effect of the plot drawn towards nothing', () => {
    const at = (plotId: string) => heightByCurves(curves, { speciesCode: 'sp', dbhCm: 30, plotId });
    const [tall, low, new_] = ['0', '1', 'elsewhere'].map(at);
    expect((tall?.heightM ?? 0) - (new_?.heightM ?? 0)).toBeGreaterThan(0.8);
    expect((low?.heightM ?? 0) - (new_?.heightM ?? 0)).toBeLessThan(-0.6);
    expect(new_?.heightM).toBeCloseTo(truth(30), 0);
    // A plot with heights of its own is known better than one without.
    expect(new_?.treeErrorM ?? 0).toBeGreaterThan(tall?.treeErrorM ?? Infinity);
  });
  it('come from a part of very many trees, spread over all diameters: as good as from all of them', () => {
    const many = Array.from({ length: 4000 }, (_, i) => {
      const dbhCm = 12 + (i % 400) / 10;
      return { speciesCode: 'sp', plotId: String(i % 40), dbhCm, heightM: truth(dbhCm) + Math.sin(i * 1.7) };
    });
    const curve = standCurves(many, 1.3);
    for (const dbhCm of [13, 20, 30, 50])
      expect(heightByCurves(curve, { speciesCode: 'sp', dbhCm, plotId: 'x' })?.heightM).toBeCloseTo(truth(dbhCm), 0);
  });
  it('take the curve of all species where their own has too few trees', () => {
    expect(heightByCurves(curves, { speciesCode: 'bt', dbhCm: 30, plotId: '9' })?.curve.speciesCode).toBeNull();
    expect(heightByCurves(standCurves([], 1.3), { speciesCode: 'bt', dbhCm: 30, plotId: '9' })).toBeNull();
  });
  it('have effects of plots as the analysis of variance has them', () => {
    // Two plots of two and one of two: within (0.5 + 0.5 + 0.5) ÷ 3, between 2 × (4 + 0 + 4) ÷ 2.
    const found = plotEffects(
      [
        ['a', 1.5],
        ['a', 2.5],
        ['b', -0.5],
        ['b', 0.5],
        ['c', -2.5],
        ['c', -1.5],
      ].map(([plotId, residualM]) => ({ plotId: String(plotId), residualM: Number(residualM) })),
    );
    expect(found?.withinM).toBeCloseTo(Math.sqrt(0.5), 9);
    expect(found?.betweenM).toBeCloseTo(Math.sqrt((8 - 0.5) / 2), 9);
    expect(found?.ofPlotM.a).toBeCloseTo(((2 * 3.75) / (0.5 + 2 * 3.75)) * 2, 9);
    expect(plotEffects([{ plotId: 'a', residualM: 1 }])).toBeNull();
  });
  it('carry their error into the total: of each tree, of the curve, and of the form factor', () => {
    const filling = { curves, formFactor: { value: 0.5, standardError: 0.025 }, breastHeightM: 1.3 };
    const [filled] = talliedTrees(
      { speciesCode: 'sp', diametersCm: [30], heightM: null, volumeM3: null, plotId: 'elsewhere' },
      filling,
    );
    const expected = heightByCurves(curves, { speciesCode: 'sp', dbhCm: 30, plotId: 'elsewhere' });
    const basal = (Math.PI * 0.09) / 4;
    expect(filled?.byCurve).toBe(true);
    expect(filled?.volumeM3).toBeCloseTo(0.5 * basal * (expected?.heightM ?? NaN), 9);
    expect(filled?.volumeError?.curve?.treeM3).toBeCloseTo(0.5 * basal * (expected?.treeErrorM ?? NaN), 9);
    const one: TalliedPlot = { shape: { kind: 'complete-tally', areaM2: 10_000 }, trees: [filled ?? tree(null)] };
    const { volumeErrors } = surveySums([one], RULES);
    expect(volumeErrors?.model).toBeCloseTo((filled?.volumeM3 ?? NaN) * 0.05, 9);
    const { treeErrorM = NaN, sharedErrorM = NaN } = expected ?? {};
    expect(volumeErrors?.curve).toBeCloseTo(0.5 * basal * Math.hypot(treeErrorM, sharedErrorM), 9);
    expect(volumeErrors?.all).toBeCloseTo(Math.hypot(volumeErrors?.curve ?? NaN, volumeErrors?.model ?? NaN), 9);
  });
  it('say which curve gave which heights, and how many lie outside its diameters', () => {
    const filling = { curves, formFactor: { value: 0.5, standardError: 0.05 }, breastHeightM: 1.3 };
    const [from, to] = curves.bySpecies.sp?.rangeCm ?? [NaN, NaN];
    const stems = [from, (from + to) / 2, to + 0.1, from - 0.1].flatMap((dbhCm) =>
      talliedTrees({ speciesCode: 'sp', diametersCm: [dbhCm], heightM: null, volumeM3: null }, filling),
    );
    const other = talliedTrees({ speciesCode: 'xx', diametersCm: [from], heightM: null, volumeM3: null }, filling);
    const plot: TalliedPlot = { shape: { kind: 'complete-tally', areaM2: 10_000 }, trees: [...stems, ...other] };
    expect(surveySums([plot], RULES).curveFillings).toMatchObject([
      { speciesCode: 'sp', curveOf: 'sp', rangeCm: [from, to], trees: 4, outside: 2 },
      { speciesCode: 'xx', curveOf: null, trees: 1, outside: 0 },
    ]);
  });
  it('give a broken stem the wood below its break of the tree that it was', () => {
    const { heightM = NaN } = heightByCurves(curves, { speciesCode: 'sp', dbhCm: 30, plotId: 'elsewhere' }) ?? {};
    const breakM = heightM / 2;
    const broken = { speciesCode: 'sp', diametersCm: [30], heightM: breakM, volumeM3: null, plotId: 'elsewhere' };
    const cone = { by: 'profile', taper: { model: 'ormerod', p: 1 }, errorShare: 0.1 } as const;
    const filling = {
      curves,
      volumes: { sp: cone },
      formFactor: { value: 0.5, standardError: 0.05 },
      breastHeightM: 1.3,
    };
    const [stem] = talliedTrees({ ...broken, broken: true }, filling);
    // A cone whose upper half is gone has seven eighths of its wood.
    const buttCm = (30 * heightM) / (heightM - 1.3);
    const wholeM3 = ((Math.PI / 12) * buttCm ** 2 * heightM) / 10_000;
    expect(stem?.volumeM3).toBeCloseTo((7 / 8) * wholeM3, 9);
    expect(stem?.heightM).toBe(breakM);
    // With the form factor it keeps more than the half that factor × height to the break would give it.
    const [plain] = talliedTrees({ ...broken, broken: true }, { ...filling, volumes: {} });
    const byBreakM3 = 0.5 * (Math.PI / 4) * 0.09 * breakM;
    expect((plain?.volumeM3 ?? NaN) / byBreakM3).toBeGreaterThan(1.5);
    expect((plain?.volumeM3 ?? NaN) / byBreakM3).toBeLessThan(2);
    // Without its flag a measured height stays what it is.
    expect(talliedTrees(broken, filling)[0]?.volumeM3).toBeNull();
  });
  it('leave a measured volume as it is, its error split into readings and model', () => {
    const [own] = talliedTrees(
      { speciesCode: 'sp', diametersCm: [30], heightM: 20, volumeM3: 0.8, volumeErrorM3: 0.05 },
      { curves, formFactor: { value: 0.5, standardError: 0.025 }, breastHeightM: 1.3 },
    );
    expect(own?.volumeM3).toBe(0.8);
    // √(0.05² − (0.8 × 0.05)²)
    expect(own?.volumeError?.measuredM3).toBeCloseTo(0.03, 9);
  });
});
