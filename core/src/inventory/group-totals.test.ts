import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { groupFigure, type PlotWeights, sumGroups, type TreeColumns } from './group-totals.ts';

interface Tree {
  readonly group: number;
  readonly stems: number;
  readonly basalArea: number;
  readonly volume: number;
}

/** Plots with their trees, as a person would keep them. */
type Plots = readonly { readonly stratum: number; readonly trees: readonly Tree[] }[];

const GROUPS = 4;
const STRATA = 3;
const FIGURES = ['stems', 'basalArea', 'volume'] as const;

function columnsOf(plots: Plots): TreeColumns {
  const flat = plots.flatMap(({ trees }, plot) => trees.map((tree) => ({ plot, ...tree })));
  return {
    plot: Uint32Array.from(flat, ({ plot }) => plot),
    group: Int32Array.from(flat, ({ group }) => group),
    stems: Float64Array.from(flat, ({ stems }) => stems),
    basalArea: Float64Array.from(flat, ({ basalArea }) => basalArea),
    volume: Float64Array.from(flat, ({ volume }) => volume),
  };
}

function weightsOf(plots: Plots, share: readonly number[], whole: Float64Array | null = null): PlotWeights {
  return {
    stratum: Uint16Array.from(plots, ({ stratum }) => stratum),
    share: Float64Array.from(share),
    plots: Float64Array.from(share, (_, h) => plots.filter(({ stratum }) => stratum === h).length),
    whole,
  };
}

/** What a group has on each plot of a stratum. */
const onPlots = (plots: Plots, stratum: number, group: number, figure: (typeof FIGURES)[number]): number[] =>
  plots
    .filter((plot) => plot.stratum === stratum)
    .map(({ trees }) => trees.filter((tree) => tree.group === group).reduce((sum, tree) => sum + tree[figure], 0));

const meanOf = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length;

/** Σ W² s² ÷ n over the strata, as Cochran writes it. */
function varianceByHand(plots: Plots, share: readonly number[], group: number, figure: (typeof FIGURES)[number]) {
  return share.reduce((sum, weight, h) => {
    const values = onPlots(plots, h, group, figure);
    const mean = meanOf(values);
    const spread = values.reduce((squares, value) => squares + (value - mean) ** 2, 0) / (values.length - 1);
    return sum + (weight * weight * spread) / values.length;
  }, 0);
}

const tree = fc.record({
  group: fc.integer({ min: -1, max: GROUPS - 1 }),
  stems: fc.double({ min: 0, max: 400, noNaN: true }),
  basalArea: fc.double({ min: 0, max: 4, noNaN: true }),
  volume: fc.double({ min: 0, max: 60, noNaN: true }),
});
/** Two plots of each stratum at least, some of them without a tree. */
const forest = fc
  .array(fc.array(tree, { maxLength: 8 }), { minLength: 2 * STRATA, maxLength: 14 })
  .map((list): Plots => list.map((trees, i) => ({ stratum: i % STRATA, trees })));
const shares = fc
  .array(fc.double({ min: 0.1, max: 1, noNaN: true }), { minLength: STRATA, maxLength: STRATA })
  .map((list) => list.map((each) => each / list.reduce((sum, value) => sum + value, 0)));

describe('sums of trees by group in one go over columns', () => {
  it('are the means and variances of strata as one works them out plot by plot', () => {
    fc.assert(
      fc.property(forest, shares, (plots, share) => {
        const sums = sumGroups(columnsOf(plots), GROUPS, weightsOf(plots, share));
        for (let group = 0; group < GROUPS; group += 1) {
          expect(sums.trees[group]).toBe(
            plots.flatMap(({ trees }) => trees).filter((each) => each.group === group).length,
          );
          FIGURES.forEach((figure, k) => {
            const mean = share.reduce((sum, weight, h) => sum + weight * meanOf(onPlots(plots, h, group, figure)), 0);
            expect(sums.mean[group * 3 + k]).toBeCloseTo(mean, 7);
            expect(Math.sqrt(sums.variance[group * 3 + k] ?? NaN)).toBeCloseTo(
              Math.sqrt(varianceByHand(plots, share, group, figure)),
              3,
            );
          });
        }
      }),
    );
  });

  it('do not depend on the order of the trees of a plot', () => {
    fc.assert(
      fc.property(forest, shares, (plots, share) => {
        const turned = plots.map(({ stratum, trees }) => ({ stratum, trees: [...trees].reverse() }));
        const weights = weightsOf(plots, share);
        const one = sumGroups(columnsOf(plots), GROUPS, weights);
        const other = sumGroups(columnsOf(turned), GROUPS, weights);
        one.mean.forEach((mean, cell) => {
          expect(other.mean[cell]).toBeCloseTo(mean, 8);
        });
      }),
    );
  });

  it('add up: all groups together have what every tree has', () => {
    fc.assert(
      fc.property(forest, shares, (plots, share) => {
        const grouped = plots.map(({ stratum, trees }) => ({
          stratum,
          trees: trees.filter(({ group }) => group >= 0),
        }));
        const weights = weightsOf(plots, share);
        const parts = sumGroups(columnsOf(grouped), GROUPS, weights);
        const whole = sumGroups(
          columnsOf(grouped.map((plot) => ({ ...plot, trees: plot.trees.map((each) => ({ ...each, group: 0 })) }))),
          1,
          weights,
        );
        FIGURES.forEach((_, k) => {
          const sum = Array.from({ length: GROUPS }, (__, group) => parts.mean[group * 3 + k] ?? 0);
          expect(sum.reduce((a, b) => a + b, 0)).toBeCloseTo(whole.mean[k] ?? NaN, 7);
        });
      }),
    );
  });

  it('of every tree tallied weigh each area by its size, and have no error of sampling', () => {
    const plots: Plots = [
      { stratum: 0, trees: [{ group: 0, stems: 10, basalArea: 1, volume: 8 }] },
      { stratum: 0, trees: [{ group: 0, stems: 30, basalArea: 2, volume: 20 }] },
    ];
    const sums = sumGroups(columnsOf(plots), 1, weightsOf(plots, [1], Float64Array.of(0.25, 0.75)));
    // 10 ÷ 4 + 30 × 3 ÷ 4
    expect(groupFigure(sums, 0, 0, false)).toMatchObject({ mean: 25, standardError: null });
    expect(groupFigure(sums, 0, 2, false).mean).toBe(17);
  });

  it('know no volume where one tree has none, and still know the stems', () => {
    const plots: Plots = [
      { stratum: 0, trees: [{ group: 0, stems: 20, basalArea: 1, volume: NaN }] },
      { stratum: 0, trees: [{ group: 0, stems: 20, basalArea: 1, volume: 9 }] },
    ];
    const sums = sumGroups(columnsOf(plots), 1, weightsOf(plots, [1]));
    expect(sums.mean[0]).toBe(20);
    expect(sums.mean[2]).toBeNaN();
  });

  it('of one plot, or of a stratum with one, have no error', () => {
    const plots: Plots = [
      { stratum: 0, trees: [{ group: 0, stems: 20, basalArea: 1, volume: 9 }] },
      { stratum: 0, trees: [{ group: 0, stems: 40, basalArea: 2, volume: 9 }] },
      { stratum: 1, trees: [{ group: 0, stems: 60, basalArea: 3, volume: 9 }] },
    ];
    const sums = sumGroups(columnsOf(plots), 1, weightsOf(plots, [0.5, 0.5]));
    expect(groupFigure(sums, 0, 0, true)).toMatchObject({ mean: 45, standardError: null });
  });
});
