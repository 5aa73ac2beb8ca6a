import { plotAreaM2 } from '../../plot/index.ts';
import type { DominantRule } from '../../protocol/index.ts';
import type { PlotWeights } from '../group-totals.ts';
import type { PlotTotals } from '../plot-totals.ts';
import type { IndexDetails, Stand, StandIndex } from './stand-index.ts';
import { message, type Text } from '../../message/index.ts';

/**
 * Mean height of the hundred thickest trees a hectare. Small plots make it too low against a whole hectare: tell the plot's
 * size with it.
 *
 * @param areaHa of the plot
 * @param rule what becomes of a part of a tree: counted in part, left out, or rounded
 * @returns null where the plot has fewer trees than that, or none are asked for
 */
export function dominantHeightM(
  trees: readonly { readonly dbhCm: number; readonly heightM: number }[],
  areaHa: number,
  rule: DominantRule = 'fractional',
): number | null {
  const asked = 100 * areaHa;
  const count = { fractional: asked, floor: Math.floor(asked), round: Math.round(asked) }[rule];
  if (!(count > 0) || trees.length < count) return null;
  const thickest = [...trees].sort((a, b) => b.dbhCm - a.dbhCm);
  const weighed = thickest.map(({ heightM }, i) => heightM * Math.min(1, Math.max(0, count - i)));
  return weighed.reduce((sum, each) => sum + each, 0) / count;
}

/** The hundred thickest trees a hectare of one plot: their mean height. */
function dominantOfPlot({ shape, sized, scale, drawnScale }: PlotTotals, rule: DominantRule): number | null {
  const { dbhCm, heightM, stems, isDrawn, isSingle } = sized;
  const areaM2 = plotAreaM2(shape);
  const isPlain = (shape.kind === 'circle' || shape.kind === 'rectangle') && isSingle && scale === 1;
  if (areaM2 !== null && isPlain && rule !== 'fractional') {
    return heightM.some(Number.isNaN)
      ? null
      : dominantHeightM(
          Array.from(dbhCm, (dbh, i) => ({ dbhCm: dbh, heightM: heightM[i] ?? NaN })),
          areaM2 / 10_000,
          rule,
        );
  }
  let left = 100;
  let sum = 0;
  for (let i = 0; i < dbhCm.length; i += 1) {
    const height = heightM[i] ?? NaN;
    if (Number.isNaN(height)) return null;
    const taken = Math.min(left, (stems[i] ?? 0) * (isDrawn[i] === 1 ? drawnScale : scale));
    sum += taken * height;
    left -= taken;
    if (left <= 1e-9) return sum / 100;
  }
  return null;
}

/** Mean dominant height, each stratum weighing its share over those of its plots that have one. */
function weightedDominantM(
  dominant: readonly { readonly heightM: number; readonly index: number }[],
  weights: PlotWeights,
): number | null {
  const { stratum, share, whole } = weights;
  const ofStratum = new Map<number, number>();
  for (const { index } of dominant) {
    const at = stratum[index] ?? 0;
    ofStratum.set(at, (ofStratum.get(at) ?? 0) + 1);
  }
  let weighed = 0;
  let total = 0;
  for (const { heightM, index } of dominant) {
    const at = stratum[index] ?? 0;
    const weight = whole === null ? (share[at] ?? 0) / (ofStratum.get(at) ?? 1) : (whole[index] ?? 0);
    weighed += weight * heightM;
    total += weight;
  }
  return total > 0 ? weighed / total : null;
}

/** Dominant heights of the plots that have one, with their places in the list of plots. */
function dominantOfPlots({ plots, sums, dominantRule }: Stand) {
  // Where trees are counted, the tally of a point holds the measured ones alone: nobody knows its thickest.
  if (sums.phaseSummary?.kind === 'count-measure') return [];
  return plots.flatMap((plot, index) => {
    const heightM = dominantOfPlot(plot, dominantRule);
    return heightM === null ? [] : [{ heightM, index }];
  });
}

/** From how many plots the dominant height is. */
export function dominantDetails(stand: Stand): IndexDetails {
  const { length } = dominantOfPlots(stand);
  return {
    dominantRule: stand.dominantRule,
    dominantPlots: length,
    plotsWithoutDominant: stand.plots.length - length,
  };
}

const RULE_WORDS: Readonly<Record<DominantRule, Text>> = {
  fractional: message('inventory.dominant-height.fractional', 'last tree counted in part'),
  floor: message('inventory.dominant-height.floor', 'parts of a tree left out'),
  round: message('inventory.dominant-height.round', 'rounded to whole trees'),
};

export const DOMINANT_HEIGHT: StandIndex<'dominantHeightM'> = {
  id: 'dominantHeightM',
  quantity: 'height',
  decimals: 1,
  needsArea: true,
  label: ({ height }) => message('inventory.dominant-height', 'dominant height, {height}', { height }),
  explanation: ({ dominantRule, dominantPlots, plotsWithoutDominant }) =>
    message(
      'inventory.the-100-thickest-trees-per',
      '{without, plural, =0 {the 100 thickest trees per ha of each plot, {ruleWords}; from {dominantPlots} plots. Biased low on small plots} one {the 100 thickest trees per ha of each plot, {ruleWords}; from {dominantPlots} plots; # plot had none. Biased low on small plots} other {the 100 thickest trees per ha of each plot, {ruleWords}; from {dominantPlots} plots; # plots had none. Biased low on small plots}}',
      { without: plotsWithoutDominant, ruleWords: RULE_WORDS[dominantRule], dominantPlots: String(dominantPlots) },
    ),
  compute: (stand) => weightedDominantM(dominantOfPlots(stand), stand.weights),
};
