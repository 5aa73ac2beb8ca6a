import { basalAreaM2, diameterClass, productOf, type ClassRule, type ProductLimit } from '../diameter/index.ts';
import { expansionFactorPerHa } from './circular-plot.ts';
import { mean, sampleMean, sum, type SampleMean } from './statistics.ts';

/** What the sums need to know of a tree. */
export interface TalliedTree {
  readonly speciesCode: string;
  /** Null while no diameter can be worked out. */
  readonly dbhCm: number | null;
  readonly heightM: number | null;
  readonly volumeM3: number | null;
}

export interface TalliedPlot {
  readonly areaM2: number;
  readonly trees: readonly TalliedTree[];
}

/** Volume per basal area of measured trees, in m³/m²: what fills in for trees without a height. */
export interface VolumeRatio {
  readonly bySpecies: ReadonlyMap<string, number>;
  readonly pooled: number | null;
  readonly measuredTrees: number;
}

export interface PlotSums {
  readonly stems: number;
  readonly stemsPerHa: number;
  readonly basalAreaM2PerHa: number;
  /** Null while no tree of the survey has a height. */
  readonly volumeM3PerHa: number | null;
  readonly quadraticMeanDiameterCm: number | null;
  /** Arithmetic mean of the measured heights. */
  readonly meanHeightM: number | null;
  readonly heightsMeasured: number;
  /** Trees whose diameter cannot be worked out: they count as stems only. */
  readonly withoutDiameter: number;
}

const hasDbh = (tree: TalliedTree): tree is TalliedTree & { readonly dbhCm: number } => tree.dbhCm !== null;

const ratioOf = (trees: readonly TalliedTree[]): number | null => {
  const measured = trees.filter((tree) => tree.dbhCm !== null && tree.volumeM3 !== null);
  if (measured.length === 0) return null;
  return sum(measured.map((tree) => tree.volumeM3 ?? 0)) / sum(measured.map((tree) => basalAreaM2(tree.dbhCm ?? 0)));
};

/**
 * Ratio of means of volume to basal area over the trees that have both, per species and pooled.
 *
 * Source: Husch, Beers & Kershaw 2003, Forest Mensuration: volume–basal-area ratios.
 */
export function volumeRatio(trees: readonly TalliedTree[]): VolumeRatio {
  const bySpecies = new Map<string, number>();
  for (const code of new Set(trees.map((tree) => tree.speciesCode))) {
    const ratio = ratioOf(trees.filter((tree) => tree.speciesCode === code));
    if (ratio !== null) bySpecies.set(code, ratio);
  }
  return { bySpecies, pooled: ratioOf(trees), measuredTrees: trees.filter((tree) => tree.volumeM3 !== null).length };
}

const volumeOf = (tree: TalliedTree, ratio: VolumeRatio): number | null => {
  if (tree.volumeM3 !== null) return tree.volumeM3;
  if (tree.dbhCm === null) return 0;
  const perBasalArea = ratio.bySpecies.get(tree.speciesCode) ?? ratio.pooled;
  return perBasalArea === null ? null : perBasalArea * basalAreaM2(tree.dbhCm);
};

/** √(Σ d² ÷ n): the diameter of the tree of mean basal area. */
export function quadraticMeanDiameterCm(diametersCm: readonly number[]): number | null {
  const square = mean(diametersCm.map((d) => d * d));
  return square === null ? null : Math.sqrt(square);
}

/**
 * A plot's figures per hectare.
 *
 * @param ratio from all trees of the survey; fills in volumes of trees without a height
 */
export function plotSums(plot: TalliedPlot, ratio: VolumeRatio): PlotSums {
  const factor = expansionFactorPerHa(plot.areaM2);
  const withDbh = plot.trees.filter(hasDbh);
  const heights = plot.trees.flatMap((tree) => tree.heightM ?? []);
  const volumes = plot.trees.map((tree) => volumeOf(tree, ratio));
  return {
    stems: plot.trees.length,
    stemsPerHa: factor * plot.trees.length,
    basalAreaM2PerHa: factor * sum(withDbh.map((tree) => basalAreaM2(tree.dbhCm))),
    volumeM3PerHa: volumes.includes(null) ? null : factor * sum(volumes.map((volume) => volume ?? 0)),
    quadraticMeanDiameterCm: quadraticMeanDiameterCm(withDbh.map((tree) => tree.dbhCm)),
    meanHeightM: mean(heights),
    heightsMeasured: heights.length,
    withoutDiameter: plot.trees.length - withDbh.length,
  };
}

/** What a group of trees has, as means over the plots. */
interface GroupSums {
  readonly stems: number;
  readonly stemsPerHa: number;
  readonly basalAreaM2PerHa: number;
  readonly volumeM3PerHa: number | null;
}

/** One cell of the stand table: a diameter class of one species. */
export interface ClassRow extends GroupSums {
  /** Name of the class by the survey's rule, in its unit: the lower limit or the middle. */
  readonly diameterClass: number;
  readonly speciesCode: string;
}

/** One product by diameter; null for stems below the first. */
export interface ProductRow extends GroupSums {
  readonly product: string | null;
}

/** How a survey sorts its stems. */
export interface SortingRules {
  readonly classes: ClassRule;
  readonly products: readonly ProductLimit[];
}

export interface SurveySums {
  readonly plots: number;
  readonly stems: number;
  readonly stemsPerHa: SampleMean | null;
  readonly basalAreaM2PerHa: SampleMean | null;
  readonly volumeM3PerHa: SampleMean | null;
  readonly quadraticMeanDiameterCm: number | null;
  readonly meanHeightM: number | null;
  readonly heightsMeasured: number;
  readonly withoutDiameter: number;
  readonly classes: readonly ClassRow[];
  /** In the order of their limits; empty where the survey tells no products apart. */
  readonly products: readonly ProductRow[];
  /** Trees whose volume was measured, and those it was carried over to. */
  readonly volumesMeasured: number;
  readonly volumesFilled: number;
}

/** Weighted by expansion factor: √(Σ EF d² ÷ Σ EF). */
function standQuadraticMeanCm(plots: readonly TalliedPlot[]): number | null {
  const weighted = plots.flatMap((plot) =>
    plot.trees.filter(hasDbh).map((tree) => ({ factor: expansionFactorPerHa(plot.areaM2), square: tree.dbhCm ** 2 })),
  );
  const total = sum(weighted.map(({ factor }) => factor));
  return total === 0 ? null : Math.sqrt(sum(weighted.map(({ factor, square }) => factor * square)) / total);
}

/**
 * A survey's figures: means over its plots, each plot weighing the same, with the standard error of sampling.
 *
 * A plot without trees counts as zero.
 */
export function surveySums(plots: readonly TalliedPlot[], sorting: SortingRules): SurveySums {
  const trees = plots.flatMap((plot) => plot.trees);
  const ratio = volumeRatio(trees);
  const sums = plots.map((plot) => plotSums(plot, ratio));
  const heights = trees.flatMap((tree) => tree.heightM ?? []);
  const volumes = sums.flatMap(({ volumeM3PerHa }) => volumeM3PerHa ?? []);
  return {
    plots: plots.length,
    stems: trees.length,
    stemsPerHa: sampleMean(sums.map(({ stemsPerHa }) => stemsPerHa)),
    basalAreaM2PerHa: sampleMean(sums.map(({ basalAreaM2PerHa }) => basalAreaM2PerHa)),
    volumeM3PerHa: volumes.length < sums.length ? null : sampleMean(volumes),
    quadraticMeanDiameterCm: standQuadraticMeanCm(plots),
    meanHeightM: mean(heights),
    heightsMeasured: heights.length,
    withoutDiameter: trees.filter((tree) => tree.dbhCm === null).length,
    classes: classTable(plots, ratio, sorting.classes),
    products: productTable(plots, ratio, sorting.products),
    volumesMeasured: ratio.measuredTrees,
    volumesFilled: trees.filter((tree) => tree.dbhCm !== null && tree.volumeM3 === null).length,
  };
}

/** Sums of the trees that share a key, in the order in which the keys come up. */
function groupBy<K extends object>(
  plots: readonly TalliedPlot[],
  ratio: VolumeRatio,
  keyOf: (tree: TalliedTree & { readonly dbhCm: number }) => K,
): (K & GroupSums)[] {
  const groups = new Map<string, { key: K; trees: { factor: number; g: number; v: number | null }[] }>();
  for (const plot of plots) {
    const factor = expansionFactorPerHa(plot.areaM2) / plots.length;
    for (const tree of plot.trees.filter(hasDbh)) {
      const key = keyOf(tree);
      const name = JSON.stringify(key);
      const group = groups.get(name) ?? { key, trees: [] };
      group.trees.push({ factor, g: basalAreaM2(tree.dbhCm), v: volumeOf(tree, ratio) });
      groups.set(name, group);
    }
  }
  return [...groups.values()].map(({ key, trees }) => ({
    ...key,
    stems: trees.length,
    stemsPerHa: sum(trees.map(({ factor }) => factor)),
    basalAreaM2PerHa: sum(trees.map(({ factor, g }) => factor * g)),
    volumeM3PerHa: trees.some(({ v }) => v === null) ? null : sum(trees.map(({ factor, v }) => factor * (v ?? 0))),
  }));
}

const classTable = (plots: readonly TalliedPlot[], ratio: VolumeRatio, classes: ClassRule): ClassRow[] =>
  groupBy(plots, ratio, ({ dbhCm, speciesCode }) => ({
    diameterClass: diameterClass(dbhCm, classes),
    speciesCode,
  })).sort((a, b) => a.diameterClass - b.diameterClass || a.speciesCode.localeCompare(b.speciesCode, 'en'));

function productTable(
  plots: readonly TalliedPlot[],
  ratio: VolumeRatio,
  products: readonly ProductLimit[],
): ProductRow[] {
  if (products.length === 0) return [];
  const order = (product: string | null): number => products.find(({ name }) => name === product)?.fromCm ?? 0;
  return groupBy(plots, ratio, ({ dbhCm }) => ({ product: productOf(dbhCm, products) })).sort(
    (a, b) => order(a.product) - order(b.product),
  );
}
