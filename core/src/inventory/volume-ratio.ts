import { basalAreaM2 } from '../diameter/index.ts';
import { expansionFactorPerHa } from '../plot/index.ts';
import type { PlotShape } from '../protocol/index.ts';
import { sum } from '../statistics/index.ts';
import { hasDbh, multiplicityOf, readDbhOf, type TalliedPlot, type TalliedTree } from './tallied.ts';

/** What fills in for trees that were not measured whole: ratios of those that were. */
export interface VolumeRatio {
  /** Volume per basal area, in m³/m². */
  readonly bySpecies: ReadonlyMap<string, number>;
  readonly pooled: number | null;
  readonly measuredTrees: number;
  /** Stems per square metre of basal area at angle-count points; null where none was measured there. */
  readonly stemsPerM2: number | null;
}

/** Volume and basal area per hectare of the trees of a species that have both. */
export interface RatioSums {
  readonly trees: number;
  readonly volumeM3: number;
  readonly basalAreaM2: number;
}

/**
 * The sums that the ratios are made of, by species: each tree weighs its expansion factor, so that at an angle-count
 * point every counted tree has the same weight. Those of some plots can be taken out of those of all.
 */
export function ratioSums(plots: readonly TalliedPlot[]): Record<string, RatioSums> {
  const sums: Record<string, { trees: number; volumeM3: number; basalAreaM2: number }> = {};
  for (const { shape, trees } of plots) {
    for (const tree of trees) {
      const { speciesCode, dbhCm, volumeM3, dead = false } = tree;
      const factor = (expansionFactorPerHa(shape, readDbhOf(tree)) ?? 0) * multiplicityOf(tree);
      if (dbhCm === null || volumeM3 === null || factor === 0 || dead) continue;
      const own = (sums[speciesCode] ??= { trees: 0, volumeM3: 0, basalAreaM2: 0 });
      own.trees += 1;
      own.volumeM3 += factor * volumeM3;
      own.basalAreaM2 += factor * basalAreaM2(dbhCm);
    }
  }
  return sums;
}

/** What is left of the sums of all trees without some of them. */
export const ratioSumsWithout = (
  all: Readonly<Record<string, RatioSums>>,
  some: Readonly<Record<string, RatioSums>>,
): Record<string, RatioSums> =>
  Object.fromEntries(
    Object.entries(all).flatMap(([code, whole]) => {
      const part = some[code];
      if (part === undefined) return [[code, whole]];
      const trees = whole.trees - part.trees;
      if (trees <= 0) return [];
      const rest = {
        trees,
        volumeM3: whole.volumeM3 - part.volumeM3,
        basalAreaM2: whole.basalAreaM2 - part.basalAreaM2,
      };
      return [[code, rest]];
    }),
  );

/** Ratio of means of volume to basal area, in m³/m², by species and of all. */
export function ratiosOf(sums: Readonly<Record<string, RatioSums>>): Pick<VolumeRatio, 'bySpecies' | 'pooled'> {
  const list = Object.entries(sums);
  const volumeM3 = sum(list.map(([, own]) => own.volumeM3));
  return {
    bySpecies: new Map(list.map(([code, own]) => [code, own.volumeM3 / own.basalAreaM2])),
    pooled: list.length === 0 ? null : volumeM3 / sum(list.map(([, own]) => own.basalAreaM2)),
  };
}

/**
 * Ratio of means of volume to basal area over the trees that have both, per species and pooled, each tree weighing its
 * expansion factor. At angle-count points that is the mean of volume per basal area.
 *
 * Source: Husch, Beers & Kershaw 2003, Forest Mensuration: volume–basal-area ratios.
 */
export function volumeRatio(plots: readonly TalliedPlot[]): VolumeRatio {
  let measuredTrees = 0;
  for (const { trees } of plots)
    for (const { volumeM3, byCurve } of trees) if (volumeM3 !== null && byCurve !== true) measuredTrees += 1;
  const counted = plots
    .filter(({ shape }) => shape.kind === 'variable-radius')
    .flatMap((plot) => plot.trees.filter(hasDbh));
  return {
    ...ratiosOf(ratioSums(plots)),
    measuredTrees,
    stemsPerM2:
      counted.length === 0
        ? null
        : sum(counted.map((tree) => 1 / basalAreaM2(readDbhOf(tree) ?? tree.dbhCm))) / counted.length,
  };
}

/** What one tree of a plot stands for, per hectare. */
export interface ExpandedTree {
  readonly stems: number;
  readonly basalArea: number;
  /** Null while nothing tells the volume of such a tree. */
  readonly volume: number | null;
}

/** What a tree stands for on its plot. A tree counted at a point has its basal area whether it was taped or not. */
export function expandTree(shape: PlotShape, tree: TalliedTree, ratio: VolumeRatio): ExpandedTree {
  const { dbhCm, volumeM3 } = tree;
  const counts = multiplicityOf(tree);
  const factor = expansionFactorPerHa(shape, readDbhOf(tree));
  const perBasalArea = ratio.bySpecies.get(tree.speciesCode) ?? ratio.pooled;
  if (dbhCm === null) {
    const basalArea = shape.kind === 'variable-radius' ? shape.factorM2PerHa * counts : 0;
    const stems = factor ?? (ratio.stemsPerM2 === null ? 0 : basalArea * ratio.stemsPerM2);
    const volume = volumeM3 !== null && factor !== null ? factor * volumeM3 : (perBasalArea ?? NaN) * basalArea;
    return {
      stems: factor === null ? stems : stems * counts,
      basalArea,
      volume: basalArea === 0 && volumeM3 === null ? 0 : Number.isNaN(volume) ? null : volume,
    };
  }
  const stems = (factor ?? 0) * counts;
  const basalArea = shape.kind === 'variable-radius' ? shape.factorM2PerHa * counts : stems * basalAreaM2(dbhCm);
  if (volumeM3 !== null) return { stems, basalArea, volume: stems * volumeM3 };
  return { stems, basalArea, volume: perBasalArea === null ? null : perBasalArea * basalArea };
}
