import type { TwoPhaseKind } from '../../protocol/index.ts';
import { FIGURES, type GroupColumns, type PlotWeights, shareOfPlot, type TreeColumns } from '../group-totals.ts';
import type { PlotTotals } from '../plot-totals.ts';
import type { StratumArea } from '../tallied.ts';
import type { Estimation } from '../../statistics/index.ts';
import { message, type Text } from '../../message/index.ts';

/** What the two phases of a survey hold. */
export interface TwoPhaseSummary {
  readonly kind: TwoPhaseKind;
  /** Plots, points or trees that were looked at, and those that were measured. */
  readonly firstPhaseSize: number;
  readonly measured: number;
  /** Plots of the tally that have no quick figure, or lie in a stratum that was not counted: they are left out. */
  readonly excludedPlots: number;
  /** Why the two phases cannot be put together, in words; null where they can. */
  readonly problem: Text | null;
}

/** What the two phases of a survey hold, in words. */
export function twoPhaseSummaryWords({ kind, firstPhaseSize, measured, excludedPlots }: TwoPhaseSummary): Text {
  const n = String(firstPhaseSize);
  const m = String(measured);
  const held = {
    'double-sampling': message(
      'inventory.plots-with-the-auxiliary-variable',
      '{n} plots with the auxiliary variable, {m} of them measured',
      { n, m },
    ),
    'count-measure': message(
      'inventory.trees-counted-at-points-of',
      'trees counted at {n} points, {m} of them measured',
      { n, m },
    ),
    stratification: message('inventory.points-for-the-strata-plots', '{n} points for the strata, {m} plots measured', {
      n,
      m,
    }),
    'three-p': message(
      'inventory.trees-with-a-predicted-volume',
      '{n} trees with a predicted volume, {m} of them measured',
      { n, m },
    ),
  }[kind];
  if (excludedPlots === 0) return held;
  return message(
    'inventory.left-out-without-points-in',
    '{kind, select, count {{held}; left out without a count: {n, plural, one {# plot} other {# plots}}} double {{held}; left out without the auxiliary variable: {n, plural, one {# plot} other {# plots}}} other {{held}; left out without points in their stratum: {n, plural, one {# plot} other {# plots}}}}',
    {
      held,
      n: excludedPlots,
      kind: kind === 'double-sampling' ? 'double' : kind === 'count-measure' ? 'count' : 'strata',
    },
  );
}

/** Variances of a table's figures, and their degrees of freedom, each group with three. */
export type GroupErrors = Pick<GroupColumns, 'variance' | 'freedom'>;

/** Two phases put together: trees that count as often as those they stand for, and the errors of their sums. */
export interface TwoPhaseEstimate {
  readonly phaseSummary: TwoPhaseSummary;
  /** The plots with their trees as often as they count; empty where nothing can be told without the first phase. */
  readonly plots: readonly PlotTotals[];
  readonly strata: readonly StratumArea[];
  /** Errors of sums by group. Null where the plots alone tell them. */
  readonly errorsOf: ((columns: TreeColumns, sums: GroupColumns, weights: PlotWeights) => GroupErrors) | null;
}

export const hasAuxiliary = (plot: PlotTotals): plot is PlotTotals & { readonly auxiliary: number } =>
  typeof plot.auxiliary === 'number';

export const cells = (groups: number): GroupErrors => ({
  variance: new Float64Array(groups * FIGURES),
  freedom: new Float64Array(groups * FIGURES),
});

export const columnsOfFigures = ({ stems, basalArea, volume }: TreeColumns): readonly Float64Array[] => [
  stems,
  basalArea,
  volume,
];

/** Every cell of a table from what its plots have. */
export function byPlots(
  columns: TreeColumns,
  groups: number,
  plots: number,
  errorOf: (values: readonly number[]) => { readonly variance: number; readonly freedom: number },
): GroupErrors {
  const out = cells(groups);
  const ofGroups = Array.from({ length: groups }, () => [] as number[]);
  columns.group.forEach((group, tree) => ofGroups[group]?.push(tree));
  ofGroups.forEach((own, group) => {
    columnsOfFigures(columns).forEach((figure, f) => {
      const values = new Array<number>(plots).fill(0);
      for (const tree of own) {
        const at = columns.plot[tree] ?? 0;
        values[at] = (values[at] ?? 0) + (figure[tree] ?? 0);
      }
      const { variance, freedom } = errorOf(values);
      out.variance[group * FIGURES + f] = variance;
      out.freedom[group * FIGURES + f] = freedom;
    });
  });
  return out;
}

export const errorOfEstimation = (estimation: Estimation): { readonly variance: number; readonly freedom: number } =>
  estimation.ok && estimation.standardError !== null
    ? { variance: estimation.standardError ** 2, freedom: estimation.degreesOfFreedom }
    : { variance: NaN, freedom: 0 };

export const unweighted = (value: number, weight: number): number => (weight === 0 ? 0 : value / weight);

/**
 * Errors of sums that measured trees were made to stand for: as a mean of so many trees, and the share of the first phase
 * with it.
 */
export function ofMeasuredTrees(
  columns: TreeColumns,
  { trees, mean: means }: GroupColumns,
  weights: PlotWeights,
  first: { readonly measured: number; readonly shareOfFirst: number; readonly freedomOfFirst: number },
  isSampled: (row: number) => boolean = () => true,
): GroupErrors {
  const groups = trees.length;
  const out = cells(groups);
  const n = first.measured;
  const totals = new Float64Array(groups * FIGURES);
  const squares = new Float64Array(groups * FIGURES);
  columns.group.forEach((group, row) => {
    if (group < 0 || !isSampled(row)) return;
    const share = shareOfPlot(weights, columns.plot[row] ?? 0);
    columnsOfFigures(columns).forEach((figure, f) => {
      const cell = group * FIGURES + f;
      totals[cell] = (totals[cell] ?? 0) + share * (figure[row] ?? 0);
      squares[cell] = (squares[cell] ?? 0) + share * share * (columns.squares?.[f]?.[row] ?? 0);
    });
  });
  for (let cell = 0; cell < groups * FIGURES; cell += 1) {
    const total = totals[cell] ?? 0;
    const ofTrees = n < 2 ? NaN : (n / (n - 1)) * Math.max(0, (squares[cell] ?? 0) - (total * total) / n);
    const ofFirst = (first.shareOfFirst * (means[cell] ?? 0)) ** 2;
    const both = ofTrees + ofFirst;
    const fourths = (n < 2 ? NaN : ofTrees ** 2 / (n - 1)) + (ofFirst === 0 ? 0 : ofFirst ** 2 / first.freedomOfFirst);
    out.variance[cell] = both;
    out.freedom[cell] = fourths > 0 ? both ** 2 / fourths : n - 1;
  }
  return out;
}
