import type { TwoPhaseDesign } from '../../protocol/index.ts';
import type { PlotTotals } from '../plot-totals.ts';
import type { StratumArea } from '../tallied.ts';
import type { TwoPhaseEstimate } from './two-phase-estimate.ts';
import { estimateDoubleSampling } from './double-sampling.ts';
import { estimateCountMeasure } from './count-measure.ts';
import { estimateStratification } from './stratification.ts';
import { estimate3P } from './three-p.ts';

/**
 * Puts the two phases of a survey together.
 *
 * @param plots those that count; of `count` every point; of `three-p` made with the limit of the survey
 * @param auxiliaries auxiliary variable of all plots that have one, tallied or not
 */
export function estimateTwoPhase(
  phases: TwoPhaseDesign,
  plots: readonly PlotTotals[],
  strata: readonly StratumArea[],
  auxiliaries: readonly number[],
): TwoPhaseEstimate {
  switch (phases.kind) {
    case 'double-sampling':
      return estimateDoubleSampling(plots, phases, strata, auxiliaries);
    case 'count-measure':
      return estimateCountMeasure(plots, strata);
    case 'stratification':
      return estimateStratification(plots, strata);
    case 'three-p':
      return estimate3P(plots, strata);
  }
}
