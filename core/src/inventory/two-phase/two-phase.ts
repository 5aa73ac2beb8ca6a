import type { TwoPhaseDesign, TwoPhaseKind } from '../../protocol/index.ts';
import { ratioDoubleSample, regressionDoubleSample } from './ratios.ts';
import {
  type Estimation,
  grouped,
  mean,
  simpleSample,
  stratifiedMean,
  stratumSample,
  sum,
} from '../../statistics/index.ts';
import { FIGURES, type GroupColumns, type PlotWeights, shareOfPlot, type TreeColumns } from '../group-totals.ts';
import { hasDbh, multiplicityOf, type StratumArea, type TalliedPlot, type TalliedTree } from '../tallied.ts';

/** What the two phases of a survey hold. */
export interface TwoPhaseSummary {
  readonly kind: TwoPhaseKind;
  /** Plots, points or trees that were looked at, and those that were measured. */
  readonly firstPhaseSize: number;
  readonly measured: number;
  /** Plots of the tally that have no quick figure, or lie in a stratum that was not counted: they are left out. */
  readonly excludedPlots: number;
  /** Why the two phases cannot be put together, in words; null where they can. */
  readonly problem: string | null;
}

const DRAW_DIGITS = 12;

/**
 * Whether a guessed tree is measured: with a chance that goes with its guess. The draw is the identifier itself, made at
 * random before anybody guessed, so that it can be done again.
 *
 * @param treeId UUID
 */
export function isSelectedBy3P(treeId: string, predictedVolumeM3: number, sureToMeasureM3: number): boolean {
  const digits = treeId.replaceAll('-', '').slice(0, DRAW_DIGITS);
  return predictedVolumeM3 > sureToMeasureM3 * (Number.parseInt(digits, 16) / 16 ** DRAW_DIGITS);
}

/** What the two phases of a survey hold, in words. */
export function twoPhaseSummaryWords({ kind, firstPhaseSize, measured, excludedPlots }: TwoPhaseSummary): string {
  const n = String(firstPhaseSize);
  const m = String(measured);
  const held = {
    'double-sampling': `${n} plots with a quick figure, ${m} of them tallied`,
    'count-measure': `trees counted at ${n} points, ${m} of them measured`,
    stratification: `${n} points sized the strata, ${m} plots tallied in them`,
    'three-p': `${n} trees guessed, ${m} of them measured`,
  }[kind];
  if (excludedPlots === 0) return held;
  const why =
    kind === 'double-sampling' ? 'a quick figure' : kind === 'count-measure' ? 'a count' : 'points in their stratum';
  return `${held}; ${String(excludedPlots)} tallied ${excludedPlots === 1 ? 'plot' : 'plots'} without ${why} left out`;
}

/** Variances of a table's figures, and their degrees of freedom, each group with three. */
type Errors = Pick<GroupColumns, 'variance' | 'freedom'>;

/** Two phases put together: trees that count as often as those they stand for, and the errors of their sums. */
export interface TwoPhaseEstimate {
  readonly phaseSummary: TwoPhaseSummary;
  /** The plots with their trees as often as they count; empty where nothing can be told without the first phase. */
  readonly plots: readonly TalliedPlot[];
  readonly strata: readonly StratumArea[];
  /** Errors of sums by group. Null where the plots alone tell them. */
  readonly errorsOf: ((columns: TreeColumns, sums: GroupColumns, weights: PlotWeights) => Errors) | null;
}

const hasAuxiliary = (plot: TalliedPlot): plot is TalliedPlot & { readonly auxiliary: number } =>
  typeof plot.auxiliary === 'number';

/** Trees of a plot counting so many times as often. */
const scaleTreeCounts = (plot: TalliedPlot, factorOf: (tree: TalliedTree) => number): TalliedPlot => ({
  ...plot,
  trees: plot.trees.map((tree) => ({ ...tree, multiplicity: multiplicityOf(tree) * factorOf(tree) })),
});

const cells = (groups: number): Errors => ({
  variance: new Float64Array(groups * FIGURES),
  freedom: new Float64Array(groups * FIGURES),
});

const figuresOf = ({ stems, basalArea, volume }: TreeColumns): readonly Float64Array[] => [stems, basalArea, volume];

/** Every cell of a table from what its plots have. */
function byPlots(
  columns: TreeColumns,
  groups: number,
  plots: number,
  errorOf: (values: readonly number[]) => { readonly variance: number; readonly freedom: number },
): Errors {
  const out = cells(groups);
  const ofGroups = Array.from({ length: groups }, () => [] as number[]);
  columns.group.forEach((group, tree) => ofGroups[group]?.push(tree));
  ofGroups.forEach((own, group) => {
    figuresOf(columns).forEach((figure, f) => {
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

const errorOfEstimation = (estimation: Estimation): { readonly variance: number; readonly freedom: number } =>
  estimation.ok && estimation.standardError !== null
    ? { variance: estimation.standardError ** 2, freedom: estimation.degreesOfFreedom }
    : { variance: NaN, freedom: 0 };

/**
 * A quick figure of every plot and a tally of some: each plot weighs as regression or ratio make it, so that species and
 * classes add up to the whole.
 *
 * Source: Cochran 1977, Sampling Techniques, 12.7 and 12.8; Deville & Särndal 1992, J. Am. Stat. Assoc. 87:376 for
 * estimates of regression as weights.
 */
function doubled(
  tallied: readonly TalliedPlot[],
  { by }: Extract<TwoPhaseDesign, { kind: 'double-sampling' }>,
  strata: readonly StratumArea[],
  auxiliaries: readonly number[],
): TwoPhaseEstimate {
  const plots = tallied.filter(hasAuxiliary);
  const x = plots.map(({ auxiliary }) => auxiliary);
  const large = { n: auxiliaries.length, meanX: mean(auxiliaries) ?? NaN };
  const of = by === 'regression' ? regressionDoubleSample : ratioDoubleSample;
  const trial = of(x, x, large);
  const phaseSummary = {
    kind: 'double-sampling' as const,
    firstPhaseSize: auxiliaries.length,
    measured: plots.length,
    excludedPlots: tallied.length - plots.length,
    problem: trial.ok ? null : `${doubledProblem(by, x)} Until then the sums are those of the tallied plots alone.`,
  };
  if (!trial.ok) return { phaseSummary, plots: tallied, strata, errorsOf: null };
  const own = mean(x) ?? 0;
  const squares = sum(x.map((each) => (each - own) ** 2));
  const n = x.length;
  const weight = (auxiliary: number): number =>
    by === 'ratio' ? large.meanX / own : 1 + (n * (large.meanX - own) * (auxiliary - own)) / squares;
  return {
    phaseSummary,
    plots: plots.map((plot) => scaleTreeCounts(plot, () => weight(plot.auxiliary))),
    strata: [],
    // A tree's columns hold its weight: what its plot has without it is divided out, unless the plot weighs nothing.
    errorsOf: (columns, { trees }) => {
      const weights = plots.map(({ auxiliary }) => weight(auxiliary));
      return byPlots(columns, trees.length, n, (values) =>
        errorOfEstimation(
          of(
            x,
            values.map((value, i) => unweighted(value, weights[i] ?? 1)),
            large,
          ),
        ),
      );
    },
  };
}

const unweighted = (value: number, weight: number): number => (weight === 0 ? 0 : value / weight);

const doubledProblem = (by: 'regression' | 'ratio', x: readonly number[]): string => {
  const least = by === 'regression' ? 3 : 2;
  if (x.length < least)
    return `By ${by} at least ${String(least)} tallied plots with a quick figure are needed; there are ${String(x.length)}.`;
  return by === 'regression'
    ? 'The quick figures of the tallied plots are all equal: they tell nothing of the others.'
    : 'The quick figures of the tallied plots add up to nothing.';
};

/**
 * Trees counted at every point, and some of them measured: the basal area is that of the counts, and the measured trees say
 * what a square metre of it is. The shares of error of both add as squares.
 *
 * Source: Bruce 1961; Marshall, Iles & Bell 2004, Canadian Journal of Forest Research 34:840.
 */
function counted(plots: readonly TalliedPlot[], strata: readonly StratumArea[]): TwoPhaseEstimate {
  const points = plots.filter(hasAuxiliary);
  const x = points.map(({ auxiliary, shape }) =>
    shape.kind === 'variable-radius' ? auxiliary * shape.factorM2PerHa : NaN,
  );
  const measured = sum(points.map(({ trees }) => trees.filter(hasDbh).length));
  const counts = countsByStrata(points, x, strata);
  const phaseSummary = {
    kind: 'count-measure' as const,
    firstPhaseSize: points.length,
    measured,
    excludedPlots: plots.filter((plot) => !hasAuxiliary(plot) && plot.trees.length > 0).length,
    problem: countProblem(points, x, measured, counts.estimation),
  };
  const { estimation } = counts;
  if (phaseSummary.problem !== null || !estimation.ok) return { phaseSummary, plots: [], strata, errorsOf: null };
  const share = (estimation.standardError ?? NaN) / estimation.mean;
  const taken = sum(points.map(({ trees }) => sum(trees.filter(hasDbh).map(multiplicityOf))));
  return {
    phaseSummary,
    plots: points.map((plot, i) =>
      scaleTreeCounts({ ...plot, trees: plot.trees.filter(hasDbh) }, () => {
        const factor = plot.shape.kind === 'variable-radius' ? plot.shape.factorM2PerHa : NaN;
        return estimation.mean / (taken * factor * (counts.shares[i] ?? NaN));
      }),
    ),
    strata: counts.byStrata ? strata : [],
    errorsOf: (columns, sums, weights) =>
      ofMeasuredTrees(columns, sums, weights, {
        measured,
        shareOfFirst: share,
        freedomOfFirst: estimation.degreesOfFreedom,
      }),
  };
}

/** The mean of the counts, strata weighing their areas where these are known, and the share of each point in it. */
function countsByStrata(
  points: readonly TalliedPlot[],
  x: readonly number[],
  strata: readonly StratumArea[],
): { readonly estimation: Estimation; readonly shares: readonly number[]; readonly byStrata: boolean } {
  const indexed = points.map((point, i) => ({ point, i }));
  const own = grouped(indexed, ({ point }) => point.stratumId ?? '');
  const area = sum(strata.map(({ areaHa }) => areaHa ?? 0));
  const byStrata = strata.length > 1 && strata.every(({ id, areaHa }) => areaHa !== null && areaHa > 0 && own.has(id));
  if (!byStrata) return { estimation: simpleSample(x), shares: points.map(() => 1 / points.length), byStrata };
  const samples = strata.map(({ id, areaHa }) =>
    stratumSample(
      id,
      areaHa ?? 0,
      (own.get(id) ?? []).map(({ i }) => x[i] ?? NaN),
    ),
  );
  const shareOf = new Map(
    strata.map(({ id, areaHa }) => [id, (areaHa ?? 0) / area / (own.get(id)?.length ?? 1)] as const),
  );
  return {
    estimation: stratifiedMean(samples),
    shares: points.map(({ stratumId }) => shareOf.get(stratumId ?? '') ?? NaN),
    byStrata,
  };
}

function countProblem(
  points: readonly TalliedPlot[],
  x: readonly number[],
  measured: number,
  estimation: Estimation,
): string | null {
  if (points.some(({ shape }) => shape.kind !== 'variable-radius'))
    return 'Trees are counted at angle-count points: a plot with an area has no factor to count by.';
  if (points.length < 2) return 'Count the trees at two points at least: give each its count.';
  if (!(sum(x) > 0)) return 'No tree was counted at any point.';
  if (measured < 2) return 'Measure two of the counted trees at least: the counts alone tell the basal area only.';
  return estimation.ok ? null : estimation.message;
}

/**
 * Errors of sums that measured trees were made to stand for: as a mean of so many trees, and the share of the first phase
 * with it.
 */
function ofMeasuredTrees(
  columns: TreeColumns,
  { trees, mean: means }: GroupColumns,
  weights: PlotWeights,
  first: { readonly measured: number; readonly shareOfFirst: number; readonly freedomOfFirst: number },
  isSampled: (tree: number) => boolean = () => true,
): Errors {
  const groups = trees.length;
  const out = cells(groups);
  const n = first.measured;
  const totals = new Float64Array(groups * FIGURES);
  const squares = new Float64Array(groups * FIGURES);
  columns.group.forEach((group, tree) => {
    if (group < 0 || !isSampled(tree)) return;
    const share = shareOfPlot(weights, columns.plot[tree] ?? 0);
    figuresOf(columns).forEach((figure, f) => {
      const cell = group * FIGURES + f;
      const value = share * (figure[tree] ?? 0);
      totals[cell] = (totals[cell] ?? 0) + value;
      squares[cell] = (squares[cell] ?? 0) + value * value;
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

/**
 * Strata whose shares were sampled: what the points that fell into each may be off adds to the error of the plots.
 *
 * Source: Cochran 1977, Sampling Techniques, 12.2: Σ w² s² ÷ n + Σ w (ȳ − ȳ all)² ÷ n′.
 */
function sizedByPoints(plots: readonly TalliedPlot[], strata: readonly StratumArea[]): TwoPhaseEstimate {
  const sized = strata.filter(({ pointsCounted }) => (pointsCounted ?? 0) > 0);
  const ids = new Set(sized.map(({ id }) => id));
  const inside = plots.filter(({ stratumId }) => ids.has(stratumId ?? ''));
  const points = sum(sized.map(({ pointsCounted }) => pointsCounted ?? 0));
  const phaseSummary = {
    kind: 'stratification' as const,
    firstPhaseSize: points,
    measured: inside.length,
    excludedPlots: plots.length - inside.length,
    problem: sizedProblem(sized, strata, inside),
  };
  if (phaseSummary.problem !== null) return { phaseSummary, plots, strata, errorsOf: null };
  return {
    phaseSummary,
    plots: inside,
    strata: sized.map((stratum) => ({ ...stratum, areaHa: stratum.pointsCounted ?? 0 })),
    errorsOf: (columns, sums, weights) => {
      const groups = sums.trees.length;
      const out: Errors = { variance: sums.variance.slice(), freedom: sums.freedom.slice() };
      const within = new Float64Array(groups * FIGURES * weights.share.length);
      columns.group.forEach((group, tree) => {
        if (group < 0) return;
        const h = weights.stratum[columns.plot[tree] ?? 0] ?? 0;
        figuresOf(columns).forEach((figure, f) => {
          const at = h * groups * FIGURES + group * FIGURES + f;
          within[at] = (within[at] ?? 0) + (figure[tree] ?? 0) / (weights.plots[h] ?? 1);
        });
      });
      for (let cell = 0; cell < groups * FIGURES; cell += 1) {
        const all = sums.mean[cell] ?? 0;
        let between = 0;
        weights.share.forEach((share, h) => {
          between += (share * ((within[h * groups * FIGURES + cell] ?? 0) - all) ** 2) / points;
        });
        const first = sums.variance[cell] ?? NaN;
        const both = first + between;
        const fourths =
          (first === 0 ? 0 : first ** 2 / (sums.freedom[cell] ?? NaN)) + between ** 2 / Math.max(1, points - 1);
        out.variance[cell] = both;
        out.freedom[cell] = fourths > 0 ? both ** 2 / fourths : (sums.freedom[cell] ?? 0);
      }
      return out;
    },
  };
}

function sizedProblem(
  sized: readonly StratumArea[],
  strata: readonly StratumArea[],
  plots: readonly TalliedPlot[],
): string | null {
  const alone = 'Until then every tallied plot weighs the same.';
  if (sized.length < 2) return `Give two strata at least the points that fell into them. ${alone}`;
  const without = sized.find(({ id }) => plots.every(({ stratumId }) => stratumId !== id));
  if (without === undefined) return null;
  const at = strata.findIndex(({ id }) => id === without.id) + 1;
  return `Stratum ${String(at)} of ${String(strata.length)} has points and no tallied plot: its part of the whole is not known. ${alone}`;
}

/**
 * Every tree guessed, and measured with a chance that goes with the guess: the guesses of all stand for the trees, raised by
 * what the measured ones are to theirs. Trees above the limit are measured surely and stand for themselves.
 *
 * Source: Grosenbaugh 1965, Three-pee sampling theory and program THRP, USDA Forest Service PSW-21.
 */
function guessed(
  plots: readonly TalliedPlot[],
  { sureToMeasureM3 }: Extract<TwoPhaseDesign, { kind: 'three-p' }>,
  strata: readonly StratumArea[],
): TwoPhaseEstimate {
  const trees = plots.flatMap((plot) => plot.trees);
  const isSure = ({ predictedVolumeM3 = 0 }: TalliedTree): boolean => predictedVolumeM3 >= sureToMeasureM3;
  const drawn = trees.filter((tree) => hasDbh(tree) && !isSure(tree));
  const phaseSummary = {
    kind: 'three-p' as const,
    firstPhaseSize: trees.length,
    measured: trees.filter(hasDbh).length,
    excludedPlots: 0,
    problem: guessProblem(plots, trees, drawn, isSure),
  };
  if (phaseSummary.problem !== null) return { phaseSummary, plots: [], strata, errorsOf: null };
  const guesses = sum(
    trees.filter((tree) => !isSure(tree)).map((tree) => (tree.predictedVolumeM3 ?? 0) * multiplicityOf(tree)),
  );
  const n = drawn.length;
  const raised = plots.map((plot) =>
    scaleTreeCounts({ ...plot, trees: plot.trees.filter(hasDbh) }, (tree) =>
      isSure(tree) ? 1 : guesses / (n * (tree.predictedVolumeM3 ?? NaN) * multiplicityOf(tree)),
    ),
  );
  const sampled = raised.flatMap((plot) => plot.trees.map((tree) => !isSure(tree)));
  return {
    phaseSummary,
    plots: raised,
    strata,
    errorsOf: (columns, sums, weights) =>
      n === 0
        ? cells(sums.trees.length)
        : ofMeasuredTrees(
            columns,
            sums,
            weights,
            { measured: n, shareOfFirst: 0, freedomOfFirst: Infinity },
            (tree) => sampled[tree] === true,
          ),
  };
}

const treesWords = (n: number, words: string): string => `${String(n)} ${n === 1 ? 'tree' : 'trees'} ${words}`;

function guessProblem(
  plots: readonly TalliedPlot[],
  all: readonly TalliedTree[],
  drawn: readonly TalliedTree[],
  isSure: (tree: TalliedTree) => boolean,
): string | null {
  if (plots.some(({ shape }) => shape.kind !== 'complete-tally'))
    return 'Guesses are made of every tree of an area: a plot that samples has no place here.';
  if (all.length === 0) return 'No tree has been guessed yet.';
  const bare = all.filter(({ predictedVolumeM3 }) => predictedVolumeM3 === undefined).length;
  if (bare > 0)
    return `${treesWords(bare, bare === 1 ? 'has' : 'have')} no guess: the sum of the guesses is not known.`;
  const missing = all.filter((tree) => isSure(tree) && !hasDbh(tree)).length;
  if (missing > 0)
    return `${treesWords(missing, missing === 1 ? 'is' : 'are')} to be measured surely and ${missing === 1 ? 'has' : 'have'} no diameter yet.`;
  const rest = all.some((tree) => !isSure(tree));
  return rest && drawn.length < 2
    ? 'Measure two of the drawn trees at least: one alone says nothing of the others.'
    : null;
}

/**
 * Puts the two phases of a survey together.
 *
 * @param plots those that count; of `count` every point
 * @param auxiliaries auxiliary variable of all plots that have one, tallied or not
 */
export function phasedPlots(
  phases: TwoPhaseDesign,
  plots: readonly TalliedPlot[],
  strata: readonly StratumArea[],
  auxiliaries: readonly number[],
): TwoPhaseEstimate {
  switch (phases.kind) {
    case 'double-sampling':
      return doubled(plots, phases, strata, auxiliaries);
    case 'count-measure':
      return counted(plots, strata);
    case 'stratification':
      return sizedByPoints(plots, strata);
    case 'three-p':
      return guessed(plots, phases, strata);
  }
}
