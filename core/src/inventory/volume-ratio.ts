import { sum } from '../statistics/index.ts';
import { type Figure, FIGURE } from './plot-figures.ts';
import { figureOfCell, figureOfPlot, type PlotTotals } from './plot-totals.ts';

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
 * The sums that the ratios are made of, by species of the live trees: each tree weighs its expansion factor, so that at an
 * angle-count point every counted tree has the same weight. Those of some plots can be taken out of those of all.
 */
export function ratioSums(plots: readonly PlotTotals[]): Record<string, RatioSums> {
  const sums: Record<string, { trees: number; volumeM3: number; basalAreaM2: number }> = {};
  for (const plot of plots) {
    plot.keys.forEach(({ speciesCode, dead }, cell) => {
      const trees = figureOfCell(plot, cell, FIGURE.ratioTrees);
      if (trees === 0 || dead) return;
      const own = (sums[speciesCode] ??= { trees: 0, volumeM3: 0, basalAreaM2: 0 });
      own.trees += trees;
      own.volumeM3 += figureOfCell(plot, cell, FIGURE.ratioVolume);
      own.basalAreaM2 += figureOfCell(plot, cell, FIGURE.ratioBasalArea);
    });
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
export function volumeRatio(plots: readonly PlotTotals[]): VolumeRatio {
  const count = (figure: Figure): number => plots.reduce((sum, plot) => sum + figureOfPlot(plot, figure), 0);
  const taped = count(FIGURE.pointTrees);
  return {
    ...ratiosOf(ratioSums(plots)),
    measuredTrees: count(FIGURE.volumesMeasured),
    stemsPerM2: taped === 0 ? null : count(FIGURE.pointStemsPerM2) / taped,
  };
}

/** Volume per basal area of a species; null while nothing tells it. */
const volumePerBasalArea = ({ bySpecies, pooled }: VolumeRatio, speciesCode: string): number | null =>
  bySpecies.get(speciesCode) ?? pooled;

/** Volume per hectare of a cell; not a number while nothing tells the volume of some of its trees. */
export function volumeOfCell(plot: PlotTotals, cell: number, ratio: VolumeRatio): number {
  const known = figureOfCell(plot, cell, FIGURE.volume);
  if (figureOfCell(plot, cell, FIGURE.treesToFill) === 0) return known;
  const perBasalArea = volumePerBasalArea(ratio, plot.keys[cell]?.speciesCode ?? '');
  return perBasalArea === null ? NaN : known + perBasalArea * figureOfCell(plot, cell, FIGURE.basalAreaToFill);
}

/** The same of a whole plot. */
export function volumeOfPlot(plot: PlotTotals, ratio: VolumeRatio): number {
  if (figureOfPlot(plot, FIGURE.treesToFill) === 0) return figureOfPlot(plot, FIGURE.volume);
  return plot.keys.reduce((sum, _, cell) => sum + volumeOfCell(plot, cell, ratio), 0);
}

/** Σ of the squared volumes of a cell’s trees, where measured trees stand for others. */
export function volumeSquaredOfCell(plot: PlotTotals, cell: number, ratio: VolumeRatio): number {
  const perBasalArea = volumePerBasalArea(ratio, plot.keys[cell]?.speciesCode ?? '') ?? 0;
  return (
    figureOfCell(plot, cell, FIGURE.volumeSquared) +
    perBasalArea ** 2 * figureOfCell(plot, cell, FIGURE.basalAreaToFillSquared)
  );
}
