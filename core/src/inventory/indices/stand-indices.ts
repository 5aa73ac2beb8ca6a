import type { DominantRule } from '../../protocol/index.ts';
import { fitWeibull, sum, type Weibull } from '../../statistics/index.ts';
import { shareOfPlot } from '../group-totals.ts';
import { type SurveySums, weightsOf } from '../sums.ts';
import { figureOfPlot, onlyCondition, type PlotTotals } from '../plot-totals.ts';
import type { StratumArea } from '../tallied.ts';
import { dominantDetails } from './dominant-height.ts';
import { STAND_INDICES, type StandIndexId } from './index-list.ts';
import type { IndexDetails, Stand } from './stand-index.ts';

/** Indices of a stand beside its sums, and the distribution of its diameters. */
export interface StandIndices extends Readonly<Record<StandIndexId, number | null>>, IndexDetails {
  readonly weibull: Weibull | null;
}

/**
 * Indices of a stand from its plots and their sums.
 *
 * @param smallestDbhCm thinnest stem that the survey tallies, cm; 0 for every stem
 */
export function standIndices(
  totals: readonly PlotTotals[],
  sums: SurveySums,
  dominantRule: DominantRule,
  strata: readonly StratumArea[] = [],
  smallestDbhCm = 0,
): StandIndices {
  const plots = onlyCondition(totals, 'live');
  const weights = weightsOf(plots, strata);
  const stand: Stand = {
    plots,
    weights,
    meanOf: (figure) => sum(plots.map((plot, index) => shareOfPlot(weights, index) * figureOfPlot(plot, figure))),
    sums,
    dominantRule,
  };
  const values = Object.fromEntries(
    STAND_INDICES.map(({ id, needsArea, compute }) => [
      id,
      needsArea && sums.weighing === 'list' ? null : compute(stand),
    ]),
  ) as Record<StandIndexId, number | null>;
  const sizes = sizesOf(stand);
  const thinnest = sizes.reduce((least, { value }) => Math.min(least, value), Infinity);
  return {
    ...values,
    ...dominantDetails(stand),
    // Where thinner stems are not tallied the distribution is truncated there; else it begins at half the thinnest tree.
    weibull: fitWeibull(sizes, smallestDbhCm > 0 ? 0 : thinnest / 2, smallestDbhCm > 0 ? smallestDbhCm : thinnest / 2),
  };
}

/** Every dbh with the stems that have it: many trees share one. */
function sizesOf({ plots, weights }: Stand): { readonly value: number; readonly weight: number }[] {
  const stems = new Map<number, number>();
  plots.forEach(({ sized, scale, drawnScale }, index) => {
    const share = shareOfPlot(weights, index);
    sized.dbhCm.forEach((dbhCm, i) => {
      const own = share * (sized.stems[i] ?? 0) * (sized.isDrawn[i] === 1 ? drawnScale : scale);
      stems.set(dbhCm, (stems.get(dbhCm) ?? 0) + own);
    });
  });
  return Array.from(stems, ([value, weight]) => ({ value, weight }));
}
