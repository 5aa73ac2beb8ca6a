import { FIGURE } from '../plot-figures.ts';
import { type CellKey, figureOfPlot, onlyCells, type PlotTotals, scaled } from '../plot-totals.ts';
import type { PlotOutline, StratumArea } from '../tallied.ts';
import { hasAuxiliary, ofMeasuredTrees, type TwoPhaseEstimate } from './two-phase-estimate.ts';
import {
  type Estimation,
  grouped,
  notEstimated,
  simpleSample,
  spreadOf,
  stratifiedMean,
  stratumSample,
  sum,
  valuesProblem,
  withInterval,
} from '../../statistics/index.ts';
import { message, type Text } from '../../message/index.ts';

const isTaped = ({ diameterClass }: CellKey): boolean => diameterClass !== null;

/**
 * Trees counted at every point, and some of them measured: the basal area is that of the counts, and the measured trees say
 * what a square metre of it is. The shares of error of both add as squares.
 *
 * Source: Bruce 1961; Marshall, Iles & Bell 2004, Canadian Journal of Forest Research 34:840.
 */
export function estimateCountMeasure(plots: readonly PlotTotals[], strata: readonly StratumArea[]): TwoPhaseEstimate {
  const points = plots.filter(hasAuxiliary);
  const x = points.map(({ auxiliary, shape }) =>
    shape.kind === 'variable-radius' ? auxiliary * shape.factorM2PerHa : NaN,
  );
  const taped = points.map((plot) => onlyCells(plot, isTaped));
  const measured = sum(taped.map((plot) => figureOfPlot(plot, FIGURE.trees)));
  const counts = countsByStrata(points, x, strata);
  const phaseSummary = {
    kind: 'count-measure' as const,
    firstPhaseSize: points.length,
    measured,
    excludedPlots: plots.filter((plot) => !hasAuxiliary(plot) && plot.keys.length > 0).length,
    problem: countProblem(points, x, measured, counts.estimation),
  };
  const { estimation } = counts;
  if (phaseSummary.problem !== null || !estimation.ok) return { phaseSummary, plots: [], strata, errorsOf: null };
  const share = (estimation.standardError ?? NaN) / estimation.mean;
  const factorOf = ({ shape }: PlotOutline): number => (shape.kind === 'variable-radius' ? shape.factorM2PerHa : NaN);
  const taken = sum(taped.map((plot) => figureOfPlot(plot, FIGURE.basalArea) / factorOf(plot)));
  return {
    phaseSummary,
    plots: taped.map((plot, i) => scaled(plot, estimation.mean / (taken * factorOf(plot) * (counts.shares[i] ?? NaN)))),
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
  points: readonly PlotOutline[],
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
  points: readonly PlotOutline[],
  x: readonly number[],
  measured: number,
  estimation: Estimation,
): Text | null {
  if (points.some(({ shape }) => shape.kind !== 'variable-radius'))
    return message(
      'inventory.count-measure-needs-variable-radius',
      'Count-measure needs variable-radius points: a fixed-area plot has no basal area factor.',
    );
  if (points.length < 2) return message('inventory.count-trees-at-two-points', 'Count trees at two points at least.');
  if (!(sum(x) > 0)) return message('inventory.no-tree-was-counted-at', 'No tree was counted at any point.');
  if (measured < 2)
    return message(
      'inventory.measure-at-least-two-of',
      'Measure at least two of the counted trees: the counts alone give only the basal area.',
    );
  return estimation.ok ? null : estimation.message;
}

/**
 * Count and measure: trees counted at every point, volume per basal area of some of them. The shares of error of both add
 * as squares.
 *
 * Source: Bruce 1961; Marshall, Iles & Bell 2004, Canadian Journal of Forest Research 34:840.
 *
 * @param counts trees counted at each point, two points or more
 * @param factorM2PerHa basal area factor of the counts
 * @param volumePerBasalArea of each measured tree, in m³/m² (VBAR), two or more
 * @returns m³/ha; its degrees of freedom are the lesser of the two
 */
export function countAndMeasure(
  counts: readonly number[],
  factorM2PerHa: number,
  volumePerBasalArea: readonly number[],
): Estimation<{ readonly errorPct: number } & ReturnType<typeof withInterval>> {
  const problem = valuesProblem('counts', counts, 2) ?? valuesProblem('volumePerBasalArea', volumePerBasalArea, 2);
  if (problem !== null) return problem;
  if (!(factorM2PerHa > 0))
    return notEstimated('factor', message('inventory.basal-area-factor-must-be', 'Basal area factor must be above 0.'));
  const ofCounts = spreadOf(counts);
  const ofTrees = spreadOf(volumePerBasalArea);
  if (!(ofCounts.mean > 0 && ofTrees.mean > 0))
    return notEstimated(
      'counts',
      message(
        'inventory.no-trees-were-counted-or',
        'No trees were counted or none was measured: the error of the volume is unknown.',
      ),
    );
  const share = ({ mean, squares }: { mean: number; squares: number }, n: number): number =>
    Math.sqrt(squares / (n - 1) / n) / mean;
  const both = Math.hypot(share(ofCounts, counts.length), share(ofTrees, volumePerBasalArea.length));
  const volume = factorM2PerHa * ofCounts.mean * ofTrees.mean;
  return {
    ok: true,
    errorPct: 100 * both,
    ...withInterval(volume, both * volume, Math.min(counts.length, volumePerBasalArea.length) - 1),
  };
}
