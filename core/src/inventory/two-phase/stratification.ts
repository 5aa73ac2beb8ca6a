import type { PlotTotals } from '../plot-totals.ts';
import type { PlotOutline, StratumArea } from '../tallied.ts';
import { columnsOfFigures, type GroupErrors, type TwoPhaseEstimate } from './two-phase-estimate.ts';
import { sum } from '../../statistics/index.ts';
import { FIGURES } from '../group-totals.ts';
import { message, type Text } from '../../message/index.ts';

/**
 * Strata whose shares were sampled: what the points that fell into each may be off adds to the error of the plots.
 *
 * Source: Cochran 1977, Sampling Techniques, 12.2: Σ w² s² ÷ n + Σ w (ȳ − ȳ all)² ÷ n′.
 */
export function estimateStratification(plots: readonly PlotTotals[], strata: readonly StratumArea[]): TwoPhaseEstimate {
  const sized = strata.filter(({ pointsCounted }) => (pointsCounted ?? 0) > 0);
  const ids = new Set(sized.map(({ id }) => id));
  const inside = plots.filter(({ stratumId }) => ids.has(stratumId ?? ''));
  const points = sum(sized.map(({ pointsCounted }) => pointsCounted ?? 0));
  const phaseSummary = {
    kind: 'stratification' as const,
    firstPhaseSize: points,
    measured: inside.length,
    excludedPlots: plots.length - inside.length,
    problem: sizedProblem(sized, strata, inside),
  };
  if (phaseSummary.problem !== null) return { phaseSummary, plots, strata, errorsOf: null };
  return {
    phaseSummary,
    plots: inside,
    strata: sized.map((stratum) => ({ ...stratum, areaHa: stratum.pointsCounted ?? 0 })),
    errorsOf: (columns, sums, weights) => {
      const groups = sums.trees.length;
      const out: GroupErrors = { variance: sums.variance.slice(), freedom: sums.freedom.slice() };
      const within = new Float64Array(groups * FIGURES * weights.share.length);
      columns.group.forEach((group, tree) => {
        if (group < 0) return;
        const h = weights.stratum[columns.plot[tree] ?? 0] ?? 0;
        columnsOfFigures(columns).forEach((figure, f) => {
          const at = h * groups * FIGURES + group * FIGURES + f;
          within[at] = (within[at] ?? 0) + (figure[tree] ?? 0) / (weights.plots[h] ?? 1);
        });
      });
      for (let cell = 0; cell < groups * FIGURES; cell += 1) {
        const all = sums.mean[cell] ?? 0;
        let between = 0;
        weights.share.forEach((share, h) => {
          between += (share * ((within[h * groups * FIGURES + cell] ?? 0) - all) ** 2) / points;
        });
        const first = sums.variance[cell] ?? NaN;
        const both = first + between;
        const fourths =
          (first === 0 ? 0 : first ** 2 / (sums.freedom[cell] ?? NaN)) + between ** 2 / Math.max(1, points - 1);
        out.variance[cell] = both;
        out.freedom[cell] = fourths > 0 ? both ** 2 / fourths : (sums.freedom[cell] ?? 0);
      }
      return out;
    },
  };
}

function sizedProblem(
  sized: readonly StratumArea[],
  strata: readonly StratumArea[],
  plots: readonly PlotOutline[],
): Text | null {
  const alone = message(
    'inventory.until-then-all-measured-plots',
    'Until then all measured plots have the same weight.',
  );
  if (sized.length < 2)
    return message(
      'inventory.enter-the-number-of-points',
      'Enter the number of points of at least two strata. {alone}',
      { alone },
    );
  const without = sized.find(({ id }) => plots.every(({ stratumId }) => stratumId !== id));
  if (without === undefined) return null;
  const at = strata.findIndex(({ id }) => id === without.id) + 1;
  return message(
    'inventory.stratum-of-has-points-but',
    'Stratum {at} of {strata} has points but no measured plot, so its mean is unknown. {alone}',
    { at: String(at), strata: String(strata.length), alone },
  );
}
