import { type ClassRule, diameterClass, type ProductLimit, productOf, takesEveryTree } from '../protocol/index.ts';
import { type Estimated, mean, sum } from '../statistics/index.ts';
import { expansionFactorPerHa, plotAreaM2 } from '../plot/index.ts';
import {
  type GroupColumns,
  groupFigure,
  type PlotWeights,
  shareOfPlot,
  sumGroups,
  type TreeColumns,
} from './group-totals.ts';
import type { TwoPhaseEstimate, TwoPhaseSummary } from './two-phase/two-phase-estimate.ts';
import {
  hasDbh,
  multiplicityOf,
  onlyTrees,
  readDbhOf,
  type StratumArea,
  type TalliedPlot,
  type TalliedTree,
} from './tallied.ts';
import { expandTree, volumeRatio, type VolumeRatio } from './volume-ratio.ts';
import type { Text } from '../message/index.ts';

export interface PlotSums {
  /** Live stems, as all figures below are those of live trees. */
  readonly stems: number;
  readonly deadStems: number;
  readonly stemsPerHa: number;
  readonly basalAreaM2PerHa: number;
  /** Null while no tree of the survey has a height. */
  readonly volumeM3PerHa: number | null;
  readonly quadraticMeanDiameterCm: number | null;
  /** Arithmetic mean of the measured heights. */
  readonly meanHeightM: number | null;
  readonly heightsMeasured: number;
  /** Trees whose diameter cannot be worked out. */
  readonly withoutDiameter: number;
}

/** √(Σ d² ÷ n): the diameter of the tree of mean basal area. */
export function quadraticMeanDiameterCm(diametersCm: readonly number[]): number | null {
  const square = mean(diametersCm.map((d) => d * d));
  return square === null ? null : Math.sqrt(square);
}

/** Weighted by what each tree stands for: √(Σ w d² ÷ Σ w). */
const weighedMeanDiameterCm = (trees: readonly { readonly weight: number; readonly dbhCm: number }[]) => {
  const whole = sum(trees.map(({ weight }) => weight));
  return whole === 0 ? null : Math.sqrt(sum(trees.map(({ weight, dbhCm }) => weight * dbhCm ** 2)) / whole);
};

/**
 * A plot's figures per hectare.
 *
 * @param ratio from all trees of the survey; fills in volumes of trees without a height
 */
export function plotSums(tallied: TalliedPlot, ratio: VolumeRatio): PlotSums {
  const [plot = tallied] = onlyTrees([tallied], 'live');
  const withDbh = plot.trees.filter(hasDbh);
  const heights = plot.trees.flatMap((tree) => tree.heightM ?? []);
  const expanded = plot.trees.map((tree) => expandTree(plot.shape, tree, ratio));
  return {
    stems: plot.trees.length,
    deadStems: tallied.trees.length - plot.trees.length,
    stemsPerHa: sum(expanded.map(({ stems }) => stems)),
    basalAreaM2PerHa: sum(expanded.map(({ basalArea }) => basalArea)),
    volumeM3PerHa: expanded.some(({ volume }) => volume === null)
      ? null
      : sum(expanded.map(({ volume }) => volume ?? 0)),
    quadraticMeanDiameterCm: weighedMeanDiameterCm(
      withDbh.map((tree) => ({
        weight: (expansionFactorPerHa(plot.shape, readDbhOf(tree)) ?? 0) * multiplicityOf(tree),
        dbhCm: tree.dbhCm,
      })),
    ),
    meanHeightM: mean(heights),
    heightsMeasured: heights.length,
    withoutDiameter: plot.trees.length - withDbh.length,
  };
}

/**
 * A plot of a survey that looks twice. A point where trees are counted has the basal area of its count, and the stems and
 * the volume of that in the whole survey; of guessed trees those that were measured stand for the others.
 */
export function phasedPlotSums(
  plot: TalliedPlot,
  ratio: VolumeRatio,
  phased: TwoPhaseEstimate,
  sums: SurveySums,
): PlotSums {
  const own = plotSums(plot, ratio);
  if (phased.phaseSummary.kind !== 'count-measure') return own;
  const basalAreaM2PerHa =
    plot.shape.kind === 'variable-radius' && typeof plot.auxiliary === 'number'
      ? plot.auxiliary * plot.shape.factorM2PerHa
      : 0;
  const perBasalArea = (figure: StandMean | null): number | null =>
    figure === null || sums.basalAreaM2PerHa === null || sums.basalAreaM2PerHa.mean === 0
      ? null
      : (basalAreaM2PerHa * figure.mean) / sums.basalAreaM2PerHa.mean;
  return {
    ...own,
    basalAreaM2PerHa,
    stemsPerHa: perBasalArea(sums.stemsPerHa) ?? 0,
    volumeM3PerHa: perBasalArea(sums.volumeM3PerHa),
  };
}

/** What a group of trees has, as means over the plots, with the errors of sampling. */
export interface GroupSums {
  readonly stems: number;
  readonly stemsPerHa: number;
  readonly basalAreaM2PerHa: number;
  readonly volumeM3PerHa: number | null;
  readonly sampling: {
    readonly stemsPerHa: Estimated;
    readonly basalAreaM2PerHa: Estimated;
    readonly volumeM3PerHa: Estimated | null;
  };
}

/** One cell of the stand table: a diameter class of one species. */
export interface ClassRow extends GroupSums {
  /** Name of the class by the survey's rule, in its unit: the lower limit or the middle. */
  readonly diameterClass: number;
  readonly speciesCode: string;
}

export interface SpeciesRow extends GroupSums {
  readonly speciesCode: string;
}

/** One product by diameter; null for stems below the first. */
export interface ProductRow extends GroupSums {
  readonly product: string | null;
}

/** A stratum by itself: every plot of it weighs the same. */
export interface StratumRow extends GroupSums {
  readonly stratumId: string;
  readonly plots: number;
}

/** How a survey sorts its stems. */
export interface SortingRules {
  readonly classes: ClassRule;
  readonly products: readonly ProductLimit[];
}

/** A mean over plots with its error, which is null for a single plot and where every tree was tallied. */
export type StandMean = Estimated;

/**
 * How the plots were put together. At a list of trees, which has no area, the figures that are per hectare elsewhere are
 * totals.
 */
export type Weighing = 'plots' | 'strata' | 'whole' | 'list';

/** Standard errors of the volume, in m³/ha, by where they come from. */
export interface VolumeErrors {
  /** Null where it is not known, and 0 where every tree was tallied. */
  readonly sampling: number | null;
  /** Of the readings of single trees. In a sample it is part of how plots differ already. */
  readonly measurement: number;
  /** Of heights from the curve. */
  readonly curve: number;
  readonly model: number;
  /** All together; in a sample without that of measurement, which the one of sampling holds. */
  readonly all: number | null;
}

/** What the dead trees of a survey have, standing beside the sums of the live ones. */
export type DeadSums = Pick<
  SurveySums,
  'stems' | 'stemsPerHa' | 'basalAreaM2PerHa' | 'volumeM3PerHa' | 'classes' | 'species'
>;

/** Sums of a survey: those of its live trees, but for `dead`. */
export interface SurveySums {
  readonly plots: number;
  readonly weighing: Weighing;
  readonly stems: number;
  readonly stemsPerHa: StandMean | null;
  readonly basalAreaM2PerHa: StandMean | null;
  readonly volumeM3PerHa: StandMean | null;
  readonly volumeErrors: VolumeErrors | null;
  readonly quadraticMeanDiameterCm: number | null;
  readonly meanHeightM: number | null;
  readonly heightsMeasured: number;
  readonly withoutDiameter: number;
  readonly classes: readonly ClassRow[];
  readonly species: readonly SpeciesRow[];
  /** In the order of their limits; empty where the survey tells no products apart. */
  readonly products: readonly ProductRow[];
  /** Empty where there is one stratum only. */
  readonly strata: readonly StratumRow[];
  /** Strata with a single plot: their own spread is not known. */
  readonly singlePlotStrata: readonly string[];
  /** The variance within the other strata stands for that of strata with a single plot. */
  readonly pooledVariance: boolean;
  /** Null where no dead tree was tallied. */
  readonly dead: DeadSums | null;
  /** Trees whose volume was measured, those by a height from the curve, and those by volume per basal area. */
  readonly volumesMeasured: number;
  readonly volumesByCurve: number;
  /** Which curve gave which species its heights, and how often it was asked beyond its diameters. */
  readonly curveFillings: readonly CurveFilling[];
  readonly volumesFilled: number;
  /** Where the survey looks twice. */
  readonly phaseSummary: TwoPhaseSummary | null;
  /** By the tallied plots alone, where a quick figure of all plots helps them. */
  readonly withoutAuxiliary: Pick<SurveySums, 'stemsPerHa' | 'basalAreaM2PerHa' | 'volumeM3PerHa'> | null;
}

/** Share of each plot where every tree is measured: by its area; a list has none, and each of its trees counts once. */
function wholeShares(plots: readonly TalliedPlot[], isIn: (plot: number) => boolean = () => true): Float64Array {
  const areas = plots.map(({ shape }, i) => (isIn(i) ? (plotAreaM2(shape) ?? 0) : 0));
  const area = sum(areas);
  return Float64Array.from(plots, ({ shape }, i) => (shape.kind === 'tree-list' ? 1 : (areas[i] ?? 0) / area));
}

/** How much each plot weighs: by area where every tree was tallied, by strata where their areas are known. */
export function weightsOf(
  plots: readonly TalliedPlot[],
  strata: readonly StratumArea[] = [],
): PlotWeights & { readonly weighing: Weighing } {
  const isWhole = plots.length > 0 && plots.every(({ shape }) => takesEveryTree(shape));
  const isList = isWhole && plots.every(({ shape }) => shape.kind === 'tree-list');
  const counted = strata.filter(({ id }) => plots.some(({ stratumId }) => stratumId === id));
  const byStrata =
    !isWhole &&
    strata.length > 1 &&
    counted.length === strata.length &&
    strata.every(({ areaHa }) => areaHa !== null && areaHa > 0) &&
    plots.every(({ stratumId }) => strata.some(({ id }) => id === stratumId));
  if (!byStrata) {
    return {
      weighing: isList ? 'list' : isWhole ? 'whole' : 'plots',
      stratum: new Uint16Array(plots.length),
      share: Float64Array.of(1),
      plots: Float64Array.of(plots.length),
      whole: isWhole ? wholeShares(plots) : null,
    };
  }
  const index = new Map(strata.map(({ id }, i) => [id, i]));
  const area = sum(strata.map(({ areaHa }) => areaHa ?? 0));
  const stratum = Uint16Array.from(plots, ({ stratumId }) => index.get(stratumId ?? '') ?? 0);
  const perStratum = new Float64Array(strata.length);
  for (const at of stratum) perStratum[at] = (perStratum[at] ?? 0) + 1;
  return {
    weighing: 'strata',
    stratum,
    share: Float64Array.from(strata, ({ areaHa }) => (areaHa ?? 0) / area),
    plots: perStratum,
    whole: null,
  };
}

const HECTARE_M2 = 10_000;

/**
 * What is left of the variance of each stratum where plots of a fixed size cover a part of a known area: 1 − n ÷ N, N being
 * the plots that the area holds. 1 at points, and where the area is not known.
 *
 * Source: Cochran 1977, Sampling Techniques, 2.6.
 */
function leftOf(
  plots: readonly TalliedPlot[],
  strata: readonly StratumArea[],
  { weighing, share, plots: counts }: ReturnType<typeof weightsOf>,
): Float64Array {
  const areasOf = (of: readonly TalliedPlot[]): number | null => {
    const areas = of.map(({ shape }) => plotAreaM2(shape));
    return areas.some((area) => area === null) ? null : sum(areas.map((area) => area ?? 0));
  };
  return Float64Array.from(share, (_share, h) => {
    const own = weighing === 'strata' ? plots.filter(({ stratumId }) => stratumId === strata[h]?.id) : plots;
    const areas = weighing === 'strata' ? [strata[h]?.areaHa ?? null] : strata.map(({ areaHa }) => areaHa);
    const sampledM2 = areasOf(own);
    if ((counts[h] ?? 0) === 0 || sampledM2 === null || areas.length === 0 || areas.includes(null)) return 1;
    return Math.max(0, 1 - sampledM2 / (HECTARE_M2 * sum(areas.map((area) => area ?? 0))));
  });
}

/** How the variance of a sample is worked out. */
export interface VarianceOptions {
  /** The variance within the other strata stands for that of strata with a single plot. */
  readonly pooled?: boolean;
  /** Plots that cover a share of the area leave less of it to chance. */
  readonly finite?: boolean;
}

/** How plots weigh, with the variance as it is asked for. */
export function weightsWith(
  plots: readonly TalliedPlot[],
  strata: readonly StratumArea[],
  { pooled = false, finite = false }: VarianceOptions,
): ReturnType<typeof weightsOf> & PlotWeights {
  const weights = weightsOf(plots, strata);
  return { ...weights, pooled, ...(finite ? { left: leftOf(plots, strata, weights) } : {}) };
}

/** Trees of the plots as columns. */
function columnsOf(plots: readonly TalliedPlot[], ratio: VolumeRatio): Omit<TreeColumns, 'group'> {
  const n = plots.reduce((count, { trees }) => count + trees.length, 0);
  const plot = new Uint32Array(n);
  const stems = new Float64Array(n);
  const basalArea = new Float64Array(n);
  const volume = new Float64Array(n);
  let at = 0;
  plots.forEach(({ shape, trees }, index) => {
    for (const tree of trees) {
      const expanded = expandTree(shape, tree, ratio);
      plot[at] = index;
      stems[at] = expanded.stems;
      basalArea[at] = expanded.basalArea;
      volume[at] = expanded.volume ?? NaN;
      at += 1;
    }
  });
  return { plot, stems, basalArea, volume };
}

/** Trees of the plots numbered by what `keyOf` says of them, undefined for none. */
function numbered<K>(plots: readonly TalliedPlot[], keyOf: (tree: TalliedTree, plot: number) => K | undefined) {
  const keys = new Map<K, number>();
  const n = plots.reduce((count, { trees }) => count + trees.length, 0);
  const group = new Int32Array(n);
  let at = 0;
  plots.forEach(({ trees }, index) => {
    for (const tree of trees) {
      const key = keyOf(tree, index);
      let number = key === undefined ? -1 : keys.get(key);
      if (number === undefined && key !== undefined) {
        number = keys.size;
        keys.set(key, number);
      }
      group[at] = number ?? -1;
      at += 1;
    }
  });
  return { keys: [...keys.keys()], group };
}

function groupSums(columns: GroupColumns, group: number, sampled: boolean): GroupSums {
  const stems = groupFigure(columns, group, 0, sampled);
  const basalArea = groupFigure(columns, group, 1, sampled);
  const volume = groupFigure(columns, group, 2, sampled);
  const isKnown = Number.isFinite(volume.mean);
  return {
    stems: columns.trees[group] ?? 0,
    stemsPerHa: stems.mean,
    basalAreaM2PerHa: basalArea.mean,
    volumeM3PerHa: isKnown ? volume.mean : null,
    sampling: { stemsPerHa: stems, basalAreaM2PerHa: basalArea, volumeM3PerHa: isKnown ? volume : null },
  };
}

/** Where the error of the volume comes from. */
function volumeErrorsOf(
  plots: readonly TalliedPlot[],
  weights: PlotWeights,
  columns: Omit<TreeColumns, 'group'>,
  sampling: number | null,
  sampled: boolean,
): VolumeErrors {
  let measurement = 0;
  let trees = 0;
  const models = new Map<string, number>();
  const curves = new Map<string, number>();
  let at = 0;
  plots.forEach((plot, index) => {
    const share = shareOfPlot(weights, index);
    for (const { volumeError, volumeM3 } of plot.trees) {
      const volume = share * (columns.volume[at] ?? 0);
      const stems = share * (columns.stems[at] ?? 0);
      at += 1;
      if (volumeError === undefined || volumeM3 === null) continue;
      const { measuredM3, curve, model } = volumeError;
      measurement += (stems * measuredM3) ** 2;
      models.set(model.name, (models.get(model.name) ?? 0) + volume * model.share);
      if (curve === undefined) continue;
      trees += (stems * curve.treeM3) ** 2;
      curves.set(curve.name, (curves.get(curve.name) ?? 0) + stems * curve.sharedM3);
    }
  });
  const shared = sum([...curves.values()].map((each) => each ** 2));
  const model = Math.sqrt(sum([...models.values()].map((each) => each ** 2)));
  const curve = Math.sqrt(trees + shared);
  const known = sampled ? sampling : Math.sqrt(measurement + trees);
  return {
    sampling: sampled ? sampling : 0,
    measurement: Math.sqrt(measurement),
    curve,
    model,
    all: known === null ? null : Math.sqrt(known ** 2 + shared + model ** 2),
  };
}

/**
 * A survey's figures: means over its plots with the standard error of sampling. Strata weigh their areas where these are
 * known and each has a plot, otherwise every plot weighs the same. A plot without trees counts as zero. Where every tree was
 * tallied nothing was sampled, and there is no error of sampling.
 *
 * @param phased the two phases put together, where the survey looks twice: then its plots are the ones that are summed
 * @param options how the variance is worked out; the finite population correction is for samples of one phase
 */
export function surveySums(
  tallied: readonly TalliedPlot[],
  sorting: SortingRules,
  ownStrata: readonly StratumArea[] = [],
  phased: TwoPhaseEstimate | null = null,
  options: VarianceOptions = {},
): SurveySums {
  const { pooled = false } = options;
  const plots = onlyTrees(phased?.plots ?? tallied, 'live');
  const strata = phased?.strata ?? ownStrata;
  const trees = plots.flatMap((plot) => plot.trees);
  const ratio = volumeRatio(plots);
  const weights = weightsWith(plots, strata, phased === null ? options : { pooled });
  const single =
    weights.weighing === 'strata'
      ? strata.filter(({ id }) => plots.filter(({ stratumId }) => stratumId === id).length === 1).map(({ id }) => id)
      : [];
  const sampled = weights.whole === null || phased !== null;
  const columns = columnsOf(plots, ratio);
  const heights = trees.flatMap((tree) => tree.heightM ?? []);
  const summed = (group: Int32Array, groups: number): GroupColumns => {
    const sums = sumGroups({ ...columns, group }, groups, weights);
    return { ...sums, ...phased?.errorsOf?.({ ...columns, group }, sums, weights) };
  };
  const table = <K>(keyOf: (tree: TalliedTree, plot: number) => K | undefined): (readonly [K, GroupSums])[] => {
    const { keys, group } = numbered(plots, keyOf);
    const sums = summed(group, keys.length);
    return keys.map((key, i) => [key, groupSums(sums, i, sampled)]);
  };
  const whole = summed(new Int32Array(trees.length), 1);
  const all = plots.length === 0 ? null : groupSums(whole, 0, sampled);
  const diameters = plots.flatMap(({ shape, trees: own }, index) =>
    own.filter(hasDbh).map((tree) => ({
      weight: shareOfPlot(weights, index) * (expansionFactorPerHa(shape, readDbhOf(tree)) ?? 0) * multiplicityOf(tree),
      dbhCm: tree.dbhCm,
    })),
  );
  return {
    plots: tallied.length,
    weighing: weights.weighing === 'whole' && sampled ? 'plots' : weights.weighing,
    stems: trees.length,
    stemsPerHa: all?.sampling.stemsPerHa ?? null,
    basalAreaM2PerHa: all?.sampling.basalAreaM2PerHa ?? null,
    volumeM3PerHa: ratio.pooled === null ? null : (all?.sampling.volumeM3PerHa ?? null),
    volumeErrors:
      all?.sampling.volumeM3PerHa === null || all === null || ratio.pooled === null
        ? null
        : volumeErrorsOf(plots, weights, columns, all.sampling.volumeM3PerHa.standardError, sampled),
    quadraticMeanDiameterCm: weighedMeanDiameterCm(diameters),
    meanHeightM: mean(heights),
    heightsMeasured: heights.length,
    withoutDiameter: trees.filter((tree) => tree.dbhCm === null).length,
    classes: classTable(table, sorting.classes),
    species: table(({ speciesCode }) => speciesCode)
      .map(([speciesCode, sums]) => ({ speciesCode, ...sums }))
      .sort((a, b) => b.basalAreaM2PerHa - a.basalAreaM2PerHa || a.speciesCode.localeCompare(b.speciesCode, 'en')),
    products: productTable(table, sorting.products),
    strata: ownStrata.length < 2 || phased !== null ? [] : strataTable(plots, columns, ownStrata, sampled),
    singlePlotStrata: single,
    pooledVariance: pooled && single.length > 0,
    dead: deadSums(tallied, sorting, ownStrata, options),
    volumesMeasured: ratio.measuredTrees,
    volumesByCurve: trees.filter((tree) => tree.byCurve === true && tree.volumeM3 !== null).length,
    curveFillings: curveFillings(trees),
    volumesFilled: trees.filter((tree) => tree.dbhCm !== null && tree.volumeM3 === null).length,
    phaseSummary: phased?.phaseSummary ?? null,
    withoutAuxiliary:
      phased?.phaseSummary.kind === 'double-sampling' && phased.phaseSummary.problem === null
        ? aloneOf(tallied, sorting)
        : null,
  };
}

/** Heights of one species that one curve gave. */
export interface CurveFilling {
  readonly speciesCode: string;
  /** Species of the curve; null for the curve of all species. */
  readonly curveOf: string | null;
  /** Diameters that the curve was made from, cm. */
  readonly rangeCm: readonly [number, number];
  readonly trees: number;
  /** Of those, trees thinner or thicker than all that the curve was made from. */
  readonly outside: number;
}

/** Trees whose height came from a curve, by species and curve. */
function curveFillings(trees: readonly TalliedTree[]): CurveFilling[] {
  const found = new Map<string, CurveFilling>();
  for (const { speciesCode, dbhCm, curve } of trees) {
    if (curve === undefined || dbhCm === null) continue;
    const { speciesCode: curveOf, rangeCm } = curve;
    const key = JSON.stringify([speciesCode, curveOf]);
    const before = found.get(key) ?? { speciesCode, curveOf, rangeCm, trees: 0, outside: 0 };
    const isOutside = dbhCm < rangeCm[0] || dbhCm > rangeCm[1];
    found.set(key, { ...before, trees: before.trees + 1, outside: before.outside + (isOutside ? 1 : 0) });
  }
  return [...found.values()].sort((a, b) => b.trees - a.trees || a.speciesCode.localeCompare(b.speciesCode, 'en'));
}

function deadSums(
  tallied: readonly TalliedPlot[],
  sorting: SortingRules,
  strata: readonly StratumArea[],
  options: VarianceOptions,
): DeadSums | null {
  if (!tallied.some(({ trees }) => trees.some(({ dead = false }) => dead))) return null;
  const plots = onlyTrees(tallied, 'dead').map((plot) => ({
    ...plot,
    trees: plot.trees.map(({ dead: _dead, ...tree }) => tree),
  }));
  const { stems, stemsPerHa, basalAreaM2PerHa, volumeM3PerHa, classes, species } = surveySums(
    plots,
    { ...sorting, products: [] },
    strata,
    null,
    options,
  );
  return { stems, stemsPerHa, basalAreaM2PerHa, volumeM3PerHa, classes, species };
}

function aloneOf(plots: readonly TalliedPlot[], sorting: SortingRules): SurveySums['withoutAuxiliary'] {
  const { stemsPerHa, basalAreaM2PerHa, volumeM3PerHa } = surveySums(plots, sorting);
  return { stemsPerHa, basalAreaM2PerHa, volumeM3PerHa };
}

type Table = <K>(keyOf: (tree: TalliedTree, plot: number) => K | undefined) => (readonly [K, GroupSums])[];

const classTable = (table: Table, classes: ClassRule): ClassRow[] =>
  table((tree) =>
    tree.dbhCm === null ? undefined : `${String(diameterClass(tree.dbhCm, classes))} ${tree.speciesCode}`,
  )
    .map(([key, sums]) => {
      const [named = '', speciesCode = ''] = key.split(' ');
      return { diameterClass: Number(named), speciesCode, ...sums };
    })
    .sort((a, b) => a.diameterClass - b.diameterClass || a.speciesCode.localeCompare(b.speciesCode, 'en'));

/** The product of a tree: by its code, else by its dbh. */
export const productOfTallied = ({ product, dbhCm }: TalliedTree, products: readonly ProductLimit[]): string | null =>
  product === undefined ? (dbhCm === null ? null : productOf(dbhCm, products)) : product;

function productTable(table: Table, products: readonly ProductLimit[]): ProductRow[] {
  if (products.length === 0) return [];
  const order = (product: Text | null): number => products.find(({ name }) => name === product)?.fromCm ?? 0;
  return table((tree) => (tree.dbhCm === null ? undefined : productOfTallied(tree, products)))
    .map(([product, sums]) => ({ product, ...sums }))
    .sort((a, b) => order(a.product) - order(b.product));
}

/** Each stratum by its own plots. */
function strataTable(
  plots: readonly TalliedPlot[],
  columns: Omit<TreeColumns, 'group'>,
  strata: readonly StratumArea[],
  sampled: boolean,
): StratumRow[] {
  return strata.flatMap(({ id }) => {
    const own = new Set(plots.flatMap(({ stratumId }, i) => (stratumId === id ? [i] : [])));
    if (own.size === 0) return [];
    const group = Int32Array.from(columns.plot, (plot) => (own.has(plot) ? 0 : -1));
    const sums = sumGroups({ ...columns, group }, 1, {
      stratum: new Uint16Array(plots.length),
      share: Float64Array.of(1),
      plots: Float64Array.of(own.size),
      whole: sampled ? null : wholeShares(plots, (plot) => own.has(plot)),
    });
    return [{ stratumId: id, plots: own.size, ...groupSums(sums, 0, sampled) }];
  });
}
