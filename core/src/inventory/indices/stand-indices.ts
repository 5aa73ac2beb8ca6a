import { expansionFactorPerHa } from '../../plot/index.ts';
import type { DominantRule } from '../../protocol/index.ts';
import { fitWeibull, type Weibull } from '../../statistics/index.ts';
import { shareOfPlot } from '../group-totals.ts';
import { type SurveySums, weightsOf } from '../sums.ts';
import { heightOfTallied, onlyTrees, readDbhOf, type StratumArea, type TalliedPlot } from '../tallied.ts';
import { dominantDetails } from './dominant-height.ts';
import { STAND_INDICES, type StandIndexId } from './index-list.ts';
import type { IndexDetails, Stand, WeightedTree } from './stand-index.ts';

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
  tallied: readonly TalliedPlot[],
  sums: SurveySums,
  dominantRule: DominantRule,
  strata: readonly StratumArea[] = [],
  smallestDbhCm = 0,
): StandIndices {
  const plots = onlyTrees(tallied, 'live');
  const weights = weightsOf(plots, strata);
  const trees = plots.flatMap(({ shape, trees: own }, index) =>
    own.flatMap((tree): WeightedTree[] => {
      const factor = expansionFactorPerHa(shape, readDbhOf(tree));
      if (tree.dbhCm === null || factor === null || factor === 0) return [];
      const weight = factor * (tree.multiplicity ?? 1) * shareOfPlot(weights, index);
      return [{ dbhCm: tree.dbhCm, heightM: heightOfTallied(tree), weight }];
    }),
  );
  const stand: Stand = { plots, weights, trees, sums, dominantRule };
  const values = Object.fromEntries(
    STAND_INDICES.map(({ id, needsArea, compute }) => [
      id,
      needsArea && sums.weighing === 'list' ? null : compute(stand),
    ]),
  ) as Record<StandIndexId, number | null>;
  const thinnest = trees.reduce((least, { dbhCm }) => Math.min(least, dbhCm), Infinity);
  return {
    ...values,
    ...dominantDetails(stand),
    // Where thinner stems are not tallied the distribution is truncated there; else it begins at half the thinnest tree.
    weibull: fitWeibull(
      trees.map(({ dbhCm, weight }) => ({ value: dbhCm, weight })),
      smallestDbhCm > 0 ? 0 : thinnest / 2,
      smallestDbhCm > 0 ? smallestDbhCm : thinnest / 2,
    ),
  };
}
