import { describe, expect, it } from 'vitest';
import type { TalliedPlot, TalliedTree } from '../tallied.ts';
import { fromTrees } from '../../testing/sums-of-trees.ts';

const { standIndices, surveySums } = fromTrees;

const RULES = { classes: { width: '5cm', place: 'centred' }, products: [] } as const;
const tree = (dbhCm: number, heightM: number | null, over: Partial<TalliedTree> = {}): TalliedTree => ({
  speciesCode: 'sp',
  dbhCm,
  heightM,
  volumeM3: null,
  ...over,
});
const figures = (plots: readonly TalliedPlot[], rule: 'fractional' | 'floor' | 'round' = 'fractional') =>
  standIndices(plots, surveySums(plots, RULES), rule);

describe('figures of a stand', () => {
  const circle = { kind: 'circle', areaM2: 500 } as const;
  const plot: TalliedPlot = {
    shape: circle,
    trees: [tree(40, 24), tree(36, 23), tree(32, 22), tree(30, 20), tree(28, 19), tree(20, 15), tree(12, 10)],
  };
  it('have the hundred thickest a hectare: five trees of 500 m²', () => {
    expect(figures([plot]).dominantHeightM).toBeCloseTo((24 + 23 + 22 + 20 + 19) / 5, 9);
    expect(figures([plot]).dominantPlots).toBe(1);
  });
  it('count a part of a tree, leave it out or round it: 4.5 trees of 450 m²', () => {
    const uneven = [{ ...plot, shape: { kind: 'circle', areaM2: 450 } as const }];
    expect(figures(uneven, 'fractional').dominantHeightM).toBeCloseTo((24 + 23 + 22 + 20 + 19 / 2) / 4.5, 9);
    expect(figures(uneven, 'floor').dominantHeightM).toBeCloseTo(89 / 4, 9);
    expect(figures(uneven, 'round').dominantHeightM).toBeCloseTo(108 / 5, 9);
  });
  it('weigh heights by basal area: (16 × 20 + 4 × 10) ÷ 20 at 40 and 20 cm', () => {
    expect(figures([{ shape: circle, trees: [tree(40, 20), tree(20, 10)] }]).loreyHeightM).toBeCloseTo(18, 9);
  });
  it('take the height of the curve where none was measured', () => {
    const filled = [{ shape: circle, trees: [tree(40, 20), tree(20, null, { curveHeightM: 10 })] }];
    expect(figures(filled).loreyHeightM).toBeCloseTo(18, 9);
  });
  it('have a density index of the number of stems where all have 25.4 cm, summed or not', () => {
    const even = [{ shape: circle, trees: Array.from({ length: 10 }, () => tree(25.4, 18)) }];
    expect(figures(even).densityIndex).toBeCloseTo(200, 6);
    expect(figures(even).summedDensityIndex).toBeCloseTo(200, 6);
    const { densityIndex, summedDensityIndex } = figures([plot]);
    expect(summedDensityIndex ?? NaN).toBeLessThan(densityIndex ?? NaN);
  });
  it('have the spacing of 200 stems in percent of 20 m: 7.07 m are 35.4 %', () => {
    const even = [{ shape: circle, trees: Array.from({ length: 10 }, () => tree(30, 20)) }];
    expect(figures(even).relativeSpacingPct).toBeCloseTo(35.355, 3);
    // G ÷ √Dq: 200 × 0.070686 ÷ √30
    expect(figures(even).relativeDensity).toBeCloseTo(2.5811, 3);
  });
  it('have Shannon’s index of two species alike: ln 2', () => {
    const two = [{ shape: circle, trees: [tree(30, 20), tree(30, 20, { speciesCode: 'bt' })] }];
    expect(figures(two).shannon).toBeCloseTo(Math.LN2, 9);
  });
  it('at a point weigh each tree by what it stands for', () => {
    const point: TalliedPlot = {
      shape: { kind: 'variable-radius', factorM2PerHa: 4 },
      trees: [tree(60, 30), tree(40, 25), tree(20, 15)],
    };
    // 14.15, 31.83 and 127.32 stems a hectare: the last is taken in part.
    const expected = (14.147 * 30 + 31.831 * 25 + (100 - 14.147 - 31.831) * 15) / 100;
    expect(figures([point]).dominantHeightM).toBeCloseTo(expected, 3);
    // Every tree has the same basal area: Lorey’s height is the plain mean.
    expect(figures([point]).loreyHeightM).toBeCloseTo(70 / 3, 9);
  });
  it('say nothing where there is nothing', () => {
    expect(figures([{ shape: circle, trees: [] }])).toMatchObject({
      loreyHeightM: null,
      dominantHeightM: null,
      densityIndex: null,
      shannon: null,
      weibull: null,
    });
    expect(figures([{ shape: circle, trees: [tree(40, null)] }]).loreyHeightM).toBeNull();
  });
  it('weigh the dominant height of strata by their areas, over the plots that have one', () => {
    const even = (heightM: number | null, stratumId: string): TalliedPlot => ({
      shape: circle,
      stratumId,
      trees: Array.from({ length: 10 }, () => tree(30, heightM)),
    });
    const strata = [
      { id: 'n', areaHa: 30 },
      { id: 's', areaHa: 10 },
    ];
    const plots = [even(20, 'n'), even(22, 'n'), even(null, 'n'), even(30, 's')];
    const found = standIndices(plots, surveySums(plots, RULES, strata), 'fractional', strata);
    // 0.75 × 21 + 0.25 × 30
    expect(found.dominantHeightM).toBeCloseTo(23.25, 9);
    expect([found.dominantPlots, found.plotsWithoutDominant]).toEqual([3, 1]);
    // 100 × √(10⁴ ÷ 200) ÷ 23.25
    expect(found.relativeSpacingPct).toBeCloseTo(30.413, 3);
  });
  it('leave dead trees out', () => {
    const mixed = [{ shape: circle, trees: [tree(40, 20), tree(60, 28, { dead: true })] }];
    expect(figures(mixed).loreyHeightM).toBeCloseTo(20, 9);
  });
});
