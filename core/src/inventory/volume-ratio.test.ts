import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ratiosOf, ratioSumsWithout } from './volume-ratio.ts';
import type { PlotShape } from '../protocol/index.ts';
import type { TalliedPlot, TalliedTree } from './tallied.ts';
import { fromTrees } from '../testing/sums-of-trees.ts';

const { plotSums, ratioSums, volumeRatio } = fromTrees;

const BASAL_AREA_40 = (Math.PI * 0.4 * 0.4) / 4;

const tree = (speciesCode: string, dbhCm: number | null, volumeM3: number | null): TalliedTree => ({
  speciesCode,
  dbhCm,
  heightM: null,
  volumeM3,
});

const onPlot = (trees: readonly TalliedTree[], shape: PlotShape = { kind: 'circle', areaM2: 500 }): TalliedPlot => ({
  shape,
  trees,
});

const anyTree = fc
  .tuple(
    fc.constantFrom('sp', 'bt', 'po'),
    fc.option(fc.double({ min: 7, max: 90, noNaN: true })),
    fc.option(fc.double({ min: 0.01, max: 9, noNaN: true })),
  )
  .map(([code, dbhCm, volumeM3]) => tree(code, dbhCm, volumeM3));

describe('volume per basal area', () => {
  it('is that of the trees that have both: 1.2 m³ over a tree of 40 cm', () => {
    const { bySpecies, pooled, measuredTrees } = volumeRatio([
      onPlot([tree('sp', 40, 1.2), tree('sp', 30, null), tree('sp', null, 3), tree('bt', 20, null)]),
    ]);
    expect(bySpecies.get('sp')).toBeCloseTo(1.2 / BASAL_AREA_40, 9);
    expect(bySpecies.has('bt')).toBe(false);
    expect(pooled).toBeCloseTo(1.2 / BASAL_AREA_40, 9);
    expect(measuredTrees).toBe(2);
  });

  it('is none where no tree has both', () => {
    expect(ratiosOf(ratioSums([onPlot([tree('sp', 40, null)])]))).toEqual({ bySpecies: new Map(), pooled: null });
  });

  it('of all without some is that of the others', () => {
    fc.assert(
      fc.property(fc.array(anyTree, { maxLength: 30 }), fc.array(anyTree, { maxLength: 30 }), (some, others) => {
        const all = ratioSums([onPlot([...some, ...others])]);
        const left = ratiosOf(ratioSumsWithout(all, ratioSums([onPlot(some)])));
        const direct = ratiosOf(ratioSums([onPlot(others)]));
        expect([...left.bySpecies.keys()].sort()).toEqual([...direct.bySpecies.keys()].sort());
        for (const [code, ratio] of direct.bySpecies) expect((left.bySpecies.get(code) ?? 0) / ratio).toBeCloseTo(1, 4);
        if (direct.pooled === null) expect(left.pooled).toBeNull();
        else expect((left.pooled ?? 0) / direct.pooled).toBeCloseTo(1, 4);
      }),
    );
  });

  it('at a point is the mean of v ÷ g, each counted tree weighing the same', () => {
    const point: PlotShape = { kind: 'variable-radius', factorM2PerHa: 4 };
    const g = (dbhCm: number): number => (Math.PI * dbhCm * dbhCm) / 40_000;
    // Two measured trees of 10 and 14 m³ per m², and one that was counted and not taped.
    const trees = [tree('sp', 20, 10 * g(20)), tree('sp', 60, 14 * g(60)), tree('sp', null, null)];
    const { bySpecies } = volumeRatio([onPlot(trees, point)]);
    expect(bySpecies.get('sp')).toBeCloseTo(12, 9);
    // 4 m²/ha × (10 + 14 + 12)
    expect(plotSums(onPlot(trees, point), volumeRatio([onPlot(trees, point)])).volumeM3PerHa).toBeCloseTo(144, 9);
  });

  it('weighs a tree by the plot that it stands on: 20 and 100 stems a hectare', () => {
    const { bySpecies } = volumeRatio([
      onPlot([tree('sp', 40, 1)]),
      onPlot([tree('sp', 40, 2)], { kind: 'circle', areaM2: 100 }),
    ]);
    expect(bySpecies.get('sp')).toBeCloseTo((20 * 1 + 100 * 2) / (120 * BASAL_AREA_40), 9);
  });
});
