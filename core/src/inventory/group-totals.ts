import { type Estimated, withInterval } from '../statistics/index.ts';

/** How plots weigh: the stratum of each, and the share of every stratum in the whole. */
export interface PlotWeights {
  /** Index of the stratum of each plot. */
  readonly stratum: Uint16Array;
  /** Share of each stratum; they add up to 1. */
  readonly share: Float64Array;
  /** Plots of each stratum. */
  readonly plots: Float64Array;
  /** Every tree was tallied: nothing was sampled. Then each plot weighs its own share. */
  readonly whole: Float64Array | null;
  /** The variance within strata of two plots and more stands for that of strata with a single plot. */
  readonly pooled?: boolean;
  /** What is left of the variance of each stratum where its plots cover a share of it: 1 − n ÷ N; 1 where left out. */
  readonly left?: Float64Array | undefined;
}

/** Share of the whole that each plot has. */
export const shareOfPlot = ({ stratum, share, plots, whole }: PlotWeights, plot: number): number => {
  const at = stratum[plot] ?? 0;
  return whole === null ? (share[at] ?? 0) / (plots[at] ?? 1) : (whole[plot] ?? 0);
};

/** Trees, or cells of several, as columns, those of one plot behind each other. Figures are per hectare of their plot. */
export interface TreeColumns {
  /** Index of the plot, rising. */
  readonly plot: Uint32Array;
  /** Index of the group that a tree belongs to; below 0 for none. */
  readonly group: Int32Array;
  readonly stems: Float64Array;
  readonly basalArea: Float64Array;
  /** Not a number where it is not known. */
  readonly volume: Float64Array;
  /** Trees of each row; one where left out. */
  readonly trees?: Float64Array | undefined;
  /** Sums of squares of the single trees of each row: stems, basal area, volume. */
  readonly squares?: readonly [Float64Array, Float64Array, Float64Array];
  /** 1 for rows of trees drawn by their guesses. */
  readonly isDrawn?: Uint8Array;
}

/** Sums by group as columns: means per hectare, and the variances of their sampling. */
export interface GroupColumns {
  readonly trees: Float64Array;
  /** Three figures of each group: stems, basal area, volume. */
  readonly mean: Float64Array;
  readonly variance: Float64Array;
  /** Satterthwaite's degrees of freedom. */
  readonly freedom: Float64Array;
}

/** Figures of each group in the columns. */
export const FIGURES = 3;

/** Sums of trees where every tree was tallied: each plot weighs its own share, and nothing was sampled. */
function wholeSums(
  { plot, group, stems, basalArea, volume, trees: counts }: TreeColumns,
  groups: number,
  shares: Float64Array,
): GroupColumns {
  const cells = groups * FIGURES;
  const trees = new Float64Array(groups);
  const mean = new Float64Array(cells);
  for (let i = 0; i < plot.length; i += 1) {
    const g = group[i] ?? -1;
    if (g < 0) continue;
    const share = shares[plot[i] ?? 0] ?? 0;
    const cell = g * FIGURES;
    trees[g] = (trees[g] ?? 0) + (counts?.[i] ?? 1);
    mean[cell] = (mean[cell] ?? 0) + share * (stems[i] ?? 0);
    mean[cell + 1] = (mean[cell + 1] ?? 0) + share * (basalArea[i] ?? 0);
    mean[cell + 2] = (mean[cell + 2] ?? 0) + share * (volume[i] ?? 0);
  }
  return { trees, mean, variance: new Float64Array(cells), freedom: new Float64Array(cells) };
}

/**
 * Sums of trees by group, over plots that weigh by their strata: one pass over the trees, and one over what each plot has.
 * The variance is that of stratified sampling (Cochran 1977, 5), a plot without a tree of a group counting as zero.
 *
 * @param groups number of groups; the plots are those of `weights`
 */
export function sumGroups(columns: TreeColumns, groups: number, weights: PlotWeights): GroupColumns {
  if (weights.whole !== null) return wholeSums(columns, groups, weights.whole);
  const { plot, group, stems, basalArea, volume, trees: counts } = columns;
  const strata = weights.share.length;
  const cells = groups * FIGURES;
  const trees = new Float64Array(groups);
  const ofPlot = new Float64Array(cells);
  const sum = new Float64Array(cells * strata);
  const squares = new Float64Array(cells * strata);
  const n = plot.length;
  let end = 0;
  while (end < n) {
    const begin = end;
    const at = plot[begin] ?? 0;
    for (; end < n && plot[end] === at; end += 1) {
      const g = group[end] ?? -1;
      if (g < 0) continue;
      const cell = g * FIGURES;
      trees[g] = (trees[g] ?? 0) + (counts?.[end] ?? 1);
      ofPlot[cell] = (ofPlot[cell] ?? 0) + (stems[end] ?? 0);
      ofPlot[cell + 1] = (ofPlot[cell + 1] ?? 0) + (basalArea[end] ?? 0);
      ofPlot[cell + 2] = (ofPlot[cell + 2] ?? 0) + (volume[end] ?? 0);
    }
    // The trees once more: each group is added by its first tree and left at nothing for the others of its kind.
    const offset = (weights.stratum[at] ?? 0) * cells;
    for (let i = begin; i < end; i += 1) {
      const g = group[i] ?? -1;
      if (g < 0) continue;
      const from = g * FIGURES;
      for (let cell = from; cell < from + FIGURES; cell += 1) {
        const value = ofPlot[cell] ?? 0;
        const into = offset + cell;
        ofPlot[cell] = 0;
        sum[into] = (sum[into] ?? 0) + value;
        squares[into] = (squares[into] ?? 0) + value * value;
      }
    }
  }
  const mean = new Float64Array(cells);
  const variance = new Float64Array(cells);
  const freedom = new Float64Array(cells);
  for (let cell = 0; cell < cells; cell += 1) {
    let quarters = 0;
    let all = 0;
    const within = weights.pooled === true ? pooledWithin(weights, cell, cells, sum, squares) : null;
    for (let h = 0; h < strata; h += 1) {
      const plots = weights.plots[h] ?? 0;
      if (plots === 0) continue;
      const share = weights.share[h] ?? 0;
      const at = h * cells + cell;
      const total = sum[at] ?? 0;
      mean[cell] = (mean[cell] ?? 0) + (share * total) / plots;
      if (plots < 2) {
        const part = within === null ? NaN : ((weights.left?.[h] ?? 1) * share * share * within.variance) / plots;
        variance[cell] = (variance[cell] ?? 0) + part;
        if (within !== null && part > 0) quarters += (part * part) / within.freedom;
        continue;
      }
      all += plots - 1;
      const spread = Math.max(0, (squares[at] ?? 0) - (total * total) / plots) / (plots - 1);
      const part = ((weights.left?.[h] ?? 1) * share * share * spread) / plots;
      variance[cell] = (variance[cell] ?? 0) + part;
      if (part > 0) quarters += (part * part) / (plots - 1);
    }
    const whole = variance[cell] ?? 0;
    freedom[cell] = quarters > 0 ? (whole * whole) / quarters : all;
  }
  return { trees, mean, variance, freedom };
}

/** Variance between plots of one stratum, pooled over the strata that have two or more; null where none has. */
function pooledWithin(
  weights: PlotWeights,
  cell: number,
  cells: number,
  sum: Float64Array,
  squares: Float64Array,
): { readonly variance: number; readonly freedom: number } | null {
  let deviations = 0;
  let freedom = 0;
  weights.plots.forEach((plots, h) => {
    if (plots < 2) return;
    const at = h * cells + cell;
    deviations += Math.max(0, (squares[at] ?? 0) - (sum[at] ?? 0) ** 2 / plots);
    freedom += plots - 1;
  });
  return freedom === 0 ? null : { variance: deviations / freedom, freedom };
}

/** One figure of one group with its error; without one where a stratum has a single plot, or nothing was sampled. */
export function groupFigure(
  { mean, variance, freedom }: GroupColumns,
  group: number,
  figure: 0 | 1 | 2,
  sampled: boolean,
): Estimated {
  const cell = group * FIGURES + figure;
  const spread = variance[cell] ?? NaN;
  return withInterval(
    mean[cell] ?? NaN,
    sampled && Number.isFinite(spread) ? Math.sqrt(spread) : null,
    freedom[cell] ?? 0,
  );
}
