import { type ClassRule, type ProductLimit, takesEveryTree } from '../protocol/index.ts';
import { type Estimated, mean, sum } from '../statistics/index.ts';
import { plotAreaM2 } from '../plot/index.ts';
import {
  type GroupColumns,
  groupFigure,
  type PlotWeights,
  shareOfPlot,
  sumGroups,
  type TreeColumns,
} from './group-totals.ts';
import { FIGURE, type Figure } from './plot-figures.ts';
import {
  type CellKey,
  figureOfCell,
  figureOfCells,
  figureOfPlot,
  onlyCondition,
  plotOfCells,
  type PlotTotals,
} from './plot-totals.ts';
import type { TwoPhaseEstimate, TwoPhaseSummary } from './two-phase/two-phase-estimate.ts';
import type { PlotOutline, StratumArea } from './tallied.ts';
import { volumeOfCell, volumeOfPlot, volumeRatio, type VolumeRatio, volumeSquaredOfCell } from './volume-ratio.ts';
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
const weighedMeanDiameterCm = (squares: number, weights: number): number | null =>
  weights === 0 ? null : Math.sqrt(squares / weights);

/**
 * A plot's figures per hectare.
 *
 * @param ratio from all trees of the survey; fills in volumes of trees without a height
 */
export function plotSums(plot: PlotTotals, ratio: VolumeRatio): PlotSums {
  const [live = plot] = onlyCondition([plot], 'live');
  const of = (figure: Figure): number => figureOfPlot(live, figure);
  const volume = volumeOfPlot(live, ratio);
  const heightsMeasured = of(FIGURE.heights);
  const stems = of(FIGURE.trees);
  return {
    stems,
    deadStems: figureOfPlot(plot, FIGURE.trees) - stems,
    stemsPerHa: of(FIGURE.stems) + (ratio.stemsPerM2 ?? 0) * of(FIGURE.basalAreaCounted),
    basalAreaM2PerHa: of(FIGURE.basalArea),
    volumeM3PerHa: Number.isNaN(volume) ? null : volume,
    quadraticMeanDiameterCm: weighedMeanDiameterCm(of(FIGURE.stemsDbhSquared), of(FIGURE.stemsWithDbh)),
    meanHeightM: heightsMeasured === 0 ? null : of(FIGURE.heightSumM) / heightsMeasured,
    heightsMeasured,
    withoutDiameter: of(FIGURE.withoutDbh),
  };
}

/**
 * A plot of a survey that looks twice. A point where trees are counted has the basal area of its count, and the stems and
 * the volume of that in the whole survey; of guessed trees those that were measured stand for the others.
 */
export function phasedPlotSums(
  plot: PlotTotals,
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
function wholeShares(plots: readonly PlotOutline[], isIn: (plot: number) => boolean = () => true): Float64Array {
  const areas = plots.map(({ shape }, i) => (isIn(i) ? (plotAreaM2(shape) ?? 0) : 0));
  const area = sum(areas);
  return Float64Array.from(plots, ({ shape }, i) => (shape.kind === 'tree-list' ? 1 : (areas[i] ?? 0) / area));
}

/** How much each plot weighs: by area where every tree was tallied, by strata where their areas are known. */
export function weightsOf(
  plots: readonly PlotOutline[],
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
  plots: readonly PlotOutline[],
  strata: readonly StratumArea[],
  { weighing, share, plots: counts }: ReturnType<typeof weightsOf>,
): Float64Array {
  const areasOf = (of: readonly PlotOutline[]): number | null => {
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
  plots: readonly PlotOutline[],
  strata: readonly StratumArea[],
  { pooled = false, finite = false }: VarianceOptions,
): ReturnType<typeof weightsOf> & PlotWeights {
  const weights = weightsOf(plots, strata);
  return { ...weights, pooled, ...(finite ? { left: leftOf(plots, strata, weights) } : {}) };
}

/** Cells of the plots as columns, with their squares where single trees stand for others. */
function columnsOf(plots: readonly PlotTotals[], ratio: VolumeRatio, isPhased: boolean): Omit<TreeColumns, 'group'> {
  const stems = figureOfCells(plots, FIGURE.stems);
  if (ratio.stemsPerM2 !== null) {
    const { stemsPerM2 } = ratio;
    figureOfCells(plots, FIGURE.basalAreaCounted).forEach((counted, i) => {
      stems[i] = (stems[i] ?? 0) + stemsPerM2 * counted;
    });
  }
  const volume = new Float64Array(stems.length);
  const volumeSquared = new Float64Array(isPhased ? stems.length : 0);
  const isDrawn = new Uint8Array(isPhased ? stems.length : 0);
  let at = 0;
  for (const plot of plots) {
    for (let cell = 0; cell < plot.keys.length; cell += 1) {
      volume[at] = volumeOfCell(plot, cell, ratio);
      if (isPhased) {
        volumeSquared[at] = volumeSquaredOfCell(plot, cell, ratio);
        isDrawn[at] = plot.keys[cell]?.isDrawn === true ? 1 : 0;
      }
      at += 1;
    }
  }
  const columns = {
    plot: plotOfCells(plots),
    trees: figureOfCells(plots, FIGURE.trees),
    stems,
    basalArea: figureOfCells(plots, FIGURE.basalArea),
    volume,
  };
  if (!isPhased) return columns;
  const squared = (figure: Figure): Float64Array => figureOfCells(plots, figure);
  const squares = [squared(FIGURE.stemsSquared), squared(FIGURE.basalAreaSquared), volumeSquared] as const;
  return { ...columns, squares, isDrawn };
}

/** Cells of the plots numbered by what `keyOf` says of them, undefined for none. */
export function numbered<K>(plots: readonly PlotTotals[], keyOf: (key: CellKey) => K | undefined) {
  const keys = new Map<K, number>();
  const known = new Map<CellKey, number>();
  const n = plots.reduce((count, { keys: own }) => count + own.length, 0);
  const group = new Int32Array(n);
  let at = 0;
  for (const { keys: own } of plots) {
    for (const cell of own) {
      let number = known.get(cell);
      if (number === undefined) {
        const key = keyOf(cell);
        number = key === undefined ? -1 : (keys.get(key) ?? keys.size);
        if (key !== undefined) keys.set(key, number);
        known.set(cell, number);
      }
      group[at] = number;
      at += 1;
    }
  }
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
  plots: readonly PlotTotals[],
  weights: PlotWeights,
  sampling: number | null,
  sampled: boolean,
): VolumeErrors {
  let measurement = 0;
  let trees = 0;
  const models = new Map<string, number>();
  const curves = new Map<string, number>();
  plots.forEach((plot, index) => {
    const share = shareOfPlot(weights, index);
    plot.keys.forEach(({ model, curve }, cell) => {
      if (model === null) return;
      measurement += share ** 2 * figureOfCell(plot, cell, FIGURE.measuredM3Squared);
      models.set(
        model.name,
        (models.get(model.name) ?? 0) + share * figureOfCell(plot, cell, FIGURE.volumeOfModel) * model.share,
      );
      const name = curve?.errorName ?? null;
      if (name === null) return;
      trees += share ** 2 * figureOfCell(plot, cell, FIGURE.curveTreeM3Squared);
      curves.set(name, (curves.get(name) ?? 0) + share * figureOfCell(plot, cell, FIGURE.curveSharedM3));
    });
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
  totals: readonly PlotTotals[],
  sorting: SortingRules,
  ownStrata: readonly StratumArea[] = [],
  phased: TwoPhaseEstimate | null = null,
  options: VarianceOptions = {},
): SurveySums {
  return {
    ...sumsOf(onlyCondition(phased?.plots ?? totals, 'live'), sorting, ownStrata, phased, options),
    plots: totals.length,
    dead: deadSums(totals, sorting, ownStrata, options),
    withoutAuxiliary:
      phased?.phaseSummary.kind === 'double-sampling' && phased.phaseSummary.problem === null
        ? aloneOf(onlyCondition(totals, 'live'), sorting)
        : null,
  };
}

/** Sums over cells of one condition. */
function sumsOf(
  plots: readonly PlotTotals[],
  sorting: SortingRules,
  ownStrata: readonly StratumArea[],
  phased: TwoPhaseEstimate | null,
  options: VarianceOptions,
): Omit<SurveySums, 'plots' | 'dead' | 'withoutAuxiliary'> {
  const { pooled = false } = options;
  const strata = phased?.strata ?? ownStrata;
  const ratio = volumeRatio(plots);
  const weights = weightsWith(plots, strata, phased === null ? options : { pooled });
  const single =
    weights.weighing === 'strata'
      ? strata.filter(({ id }) => plots.filter(({ stratumId }) => stratumId === id).length === 1).map(({ id }) => id)
      : [];
  const sampled = weights.whole === null || phased !== null;
  const columns = columnsOf(plots, ratio, phased !== null);
  const summed = (group: Int32Array, groups: number): GroupColumns => {
    const sums = sumGroups({ ...columns, group }, groups, weights);
    return { ...sums, ...phased?.errorsOf?.({ ...columns, group }, sums, weights) };
  };
  const table: Table = (keyOf) => {
    const { keys, group } = numbered(plots, keyOf);
    const sums = summed(group, keys.length);
    return keys.map((key, i) => [key, groupSums(sums, i, sampled)]);
  };
  const whole = summed(new Int32Array(columns.plot.length), 1);
  const all = plots.length === 0 ? null : groupSums(whole, 0, sampled);
  const count = (figure: Figure): number => sum(plots.map((plot) => figureOfPlot(plot, figure)));
  const weighed = (figure: Figure): number =>
    sum(plots.map((plot, index) => shareOfPlot(weights, index) * figureOfPlot(plot, figure)));
  const heightsMeasured = count(FIGURE.heights);
  return {
    weighing: weights.weighing === 'whole' && sampled ? 'plots' : weights.weighing,
    stems: count(FIGURE.trees),
    stemsPerHa: all?.sampling.stemsPerHa ?? null,
    basalAreaM2PerHa: all?.sampling.basalAreaM2PerHa ?? null,
    volumeM3PerHa: ratio.pooled === null ? null : (all?.sampling.volumeM3PerHa ?? null),
    volumeErrors:
      all?.sampling.volumeM3PerHa === null || all === null || ratio.pooled === null
        ? null
        : volumeErrorsOf(plots, weights, all.sampling.volumeM3PerHa.standardError, sampled),
    quadraticMeanDiameterCm: weighedMeanDiameterCm(weighed(FIGURE.stemsDbhSquared), weighed(FIGURE.stemsWithDbh)),
    meanHeightM: heightsMeasured === 0 ? null : count(FIGURE.heightSumM) / heightsMeasured,
    heightsMeasured,
    withoutDiameter: count(FIGURE.withoutDbh),
    classes: classTable(table),
    species: table(({ speciesCode }) => speciesCode)
      .map(([speciesCode, sums]) => ({ speciesCode, ...sums }))
      .sort((a, b) => b.basalAreaM2PerHa - a.basalAreaM2PerHa || a.speciesCode.localeCompare(b.speciesCode, 'en')),
    products: productTable(table, sorting.products),
    strata: ownStrata.length < 2 || phased !== null ? [] : strataTable(plots, columns, ownStrata, sampled),
    singlePlotStrata: single,
    pooledVariance: pooled && single.length > 0,
    volumesMeasured: ratio.measuredTrees,
    volumesByCurve: count(FIGURE.volumesByCurve),
    curveFillings: curveFillings(plots),
    volumesFilled: count(FIGURE.volumesFilled),
    phaseSummary: phased?.phaseSummary ?? null,
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
function curveFillings(plots: readonly PlotTotals[]): CurveFilling[] {
  const found = new Map<string, { -readonly [K in keyof CurveFilling]: CurveFilling[K] }>();
  for (const plot of plots) {
    plot.keys.forEach(({ speciesCode, curve }, cell) => {
      const trees = figureOfCell(plot, cell, FIGURE.treesByCurve);
      if (curve === null || trees === 0) return;
      const { speciesCode: curveOf, rangeCm } = curve;
      const key = JSON.stringify([speciesCode, curveOf]);
      const own = found.get(key) ?? { speciesCode, curveOf, rangeCm, trees: 0, outside: 0 };
      own.trees += trees;
      own.outside += figureOfCell(plot, cell, FIGURE.outsideCurve);
      found.set(key, own);
    });
  }
  return [...found.values()].sort((a, b) => b.trees - a.trees || a.speciesCode.localeCompare(b.speciesCode, 'en'));
}

function deadSums(
  totals: readonly PlotTotals[],
  sorting: SortingRules,
  strata: readonly StratumArea[],
  options: VarianceOptions,
): DeadSums | null {
  if (!totals.some(({ keys }) => keys.some(({ dead }) => dead))) return null;
  // The ratios of dead trees are their own.
  const live = new Map<CellKey, CellKey>();
  const asLive = (key: CellKey): CellKey => {
    const made = live.get(key) ?? { ...key, dead: false };
    live.set(key, made);
    return made;
  };
  const plots = onlyCondition(totals, 'dead').map((plot) => ({ ...plot, keys: plot.keys.map(asLive) }));
  const { stems, stemsPerHa, basalAreaM2PerHa, volumeM3PerHa, classes, species } = sumsOf(
    plots,
    { ...sorting, products: [] },
    strata,
    null,
    options,
  );
  return { stems, stemsPerHa, basalAreaM2PerHa, volumeM3PerHa, classes, species };
}

function aloneOf(plots: readonly PlotTotals[], sorting: SortingRules): SurveySums['withoutAuxiliary'] {
  const { stemsPerHa, basalAreaM2PerHa, volumeM3PerHa } = sumsOf(plots, sorting, [], null, {});
  return { stemsPerHa, basalAreaM2PerHa, volumeM3PerHa };
}

type Table = <K>(keyOf: (key: CellKey) => K | undefined) => (readonly [K, GroupSums])[];

const classTable = (table: Table): ClassRow[] =>
  table(({ diameterClass, speciesCode }) =>
    diameterClass === null ? undefined : `${String(diameterClass)} ${speciesCode}`,
  )
    .map(([key, sums]) => {
      const [named = '', speciesCode = ''] = key.split(' ');
      return { diameterClass: Number(named), speciesCode, ...sums };
    })
    .sort((a, b) => a.diameterClass - b.diameterClass || a.speciesCode.localeCompare(b.speciesCode, 'en'));

function productTable(table: Table, products: readonly ProductLimit[]): ProductRow[] {
  if (products.length === 0) return [];
  const order = (product: Text | null): number => products.find(({ name }) => name === product)?.fromCm ?? 0;
  return table(({ diameterClass, product }) => (diameterClass === null ? undefined : product))
    .map(([product, sums]) => ({ product, ...sums }))
    .sort((a, b) => order(a.product) - order(b.product));
}

/** Each stratum by its own plots. */
function strataTable(
  plots: readonly PlotTotals[],
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
