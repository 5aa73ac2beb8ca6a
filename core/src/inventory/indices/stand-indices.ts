import { basalAreaM2 } from '../../diameter/index.ts';
import {
  dominantHeightM,
  relativeDensity,
  relativeSpacingPct,
  shannonIndex,
  standDensityIndex,
  summedDensityIndex,
} from './formulas.ts';
import type { DominantRule } from '../../protocol/index.ts';
import { fitWeibull, type Weibull } from '../../statistics/index.ts';
import { expansionFactorPerHa, plotAreaM2 } from '../../plot/index.ts';
import { type PlotWeights, shareOfPlot } from '../group-totals.ts';
import { type SurveySums, weightsOf } from '../sums.ts';
import { onlyTrees, readDbhOf, type StratumArea, type TalliedPlot, type TalliedTree } from '../tallied.ts';

/** Figures of a stand beside its sums; null where there are too few trees or heights for one. */
export interface StandIndices {
  /** By measured heights and, where there is none, those of the curve. */
  readonly loreyHeightM: number | null;
  readonly dominantHeightM: number | null;
  readonly dominantRule: DominantRule;
  /** Plots with the hundred thickest a hectare, and what they measure: small ones make the height too low. */
  readonly dominantPlots: number;
  /** Plots without a dominant height: too few trees with a height among their hundred thickest a hectare. */
  readonly plotsWithoutDominant: number;
  readonly densityIndex: number | null;
  /** Summed tree by tree: never above the one by the mean diameter. */
  readonly summedDensityIndex: number | null;
  readonly relativeSpacingPct: number | null;
  readonly relativeDensity: number | null;
  /** Of species, by basal area. */
  readonly shannon: number | null;
  readonly weibull: Weibull | null;
}

const heightOf = ({ heightM, curveHeightM }: TalliedTree): number | null => heightM ?? curveHeightM ?? null;

/** The hundred thickest trees a hectare of one plot: their mean height. */
function dominantOfPlot({ shape, trees }: TalliedPlot, rule: DominantRule): number | null {
  const sized = trees.flatMap((tree) => {
    const heightM = heightOf(tree);
    const weight = expansionFactorPerHa(shape, readDbhOf(tree));
    return tree.dbhCm === null || weight === null || weight === 0
      ? []
      : [{ dbhCm: tree.dbhCm, heightM, weight: weight * (tree.multiplicity ?? 1) }];
  });
  const areaM2 = plotAreaM2(shape);
  const isPlain =
    (shape.kind === 'circle' || shape.kind === 'rectangle') &&
    trees.every(({ multiplicity = 1 }) => multiplicity === 1);
  if (areaM2 !== null && isPlain && rule !== 'fractional') {
    const known = sized.flatMap(({ dbhCm, heightM }) => (heightM === null ? [] : [{ dbhCm, heightM }]));
    return known.length < sized.length ? null : dominantHeightM(known, areaM2 / 10_000, rule);
  }
  let left = 100;
  let sum = 0;
  for (const { heightM, weight } of [...sized].sort((a, b) => b.dbhCm - a.dbhCm)) {
    if (heightM === null) return null;
    const taken = Math.min(left, weight);
    sum += taken * heightM;
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

/**
 * Figures of a stand from its plots and their sums.
 *
 * @param smallestDbhCm thinnest stem that the survey tallies, cm; 0 for every stem
 */
export function standIndices(
  tallied: readonly TalliedPlot[],
  sums: SurveySums,
  rule: DominantRule,
  strata: readonly StratumArea[] = [],
  smallestDbhCm = 0,
): StandIndices {
  const plots = onlyTrees(tallied, 'live');
  const weights = weightsOf(plots, strata);
  const trees = plots.flatMap((plot, index) =>
    plot.trees.flatMap((tree) => {
      const factor = expansionFactorPerHa(plot.shape, readDbhOf(tree));
      return tree.dbhCm === null || factor === null || factor === 0
        ? []
        : [
            {
              dbhCm: tree.dbhCm,
              heightM: heightOf(tree),
              weight: factor * (tree.multiplicity ?? 1) * shareOfPlot(weights, index),
            },
          ];
    }),
  );
  let areas = 0;
  let lifted = 0;
  let summed = 0;
  let thinnest = Infinity;
  for (const { dbhCm, heightM, weight } of trees) {
    summed += summedDensityIndex([dbhCm], weight);
    thinnest = Math.min(thinnest, dbhCm);
    if (heightM === null) continue;
    areas += weight * basalAreaM2(dbhCm);
    lifted += weight * basalAreaM2(dbhCm) * heightM;
  }
  // Where trees are counted, the tally of a point holds the measured ones alone: nobody knows its thickest.
  const dominant =
    sums.phaseSummary?.kind === 'count-measure'
      ? []
      : plots.flatMap((plot, index) => {
          const heightM = dominantOfPlot(plot, rule);
          return heightM === null ? [] : [{ heightM, index }];
        });
  const dominantM = weightedDominantM(dominant, weights);
  const stems = sums.stemsPerHa?.mean ?? 0;
  const meanCm = sums.quadraticMeanDiameterCm;
  const shares = sums.species.map(({ basalAreaM2PerHa }) => basalAreaM2PerHa).filter((each) => each > 0);
  return {
    loreyHeightM: areas > 0 ? lifted / areas : null,
    dominantHeightM: dominantM,
    dominantRule: rule,
    dominantPlots: dominant.length,
    plotsWithoutDominant: plots.length - dominant.length,
    densityIndex: meanCm === null || stems <= 0 ? null : standDensityIndex(stems, meanCm),
    summedDensityIndex: trees.length === 0 ? null : summed,
    relativeSpacingPct: dominantM === null || stems <= 0 ? null : relativeSpacingPct(stems, dominantM),
    relativeDensity:
      meanCm === null || sums.basalAreaM2PerHa === null ? null : relativeDensity(sums.basalAreaM2PerHa.mean, meanCm),
    shannon: shares.length === 0 ? null : shannonIndex(shares),
    // Where thinner stems are not tallied the distribution is truncated there; else it begins at half the thinnest tree.
    weibull: fitWeibull(
      trees.map(({ dbhCm, weight }) => ({ value: dbhCm, weight })),
      smallestDbhCm > 0 ? 0 : thinnest / 2,
      smallestDbhCm > 0 ? smallestDbhCm : thinnest / 2,
    ),
  };
}
