import { type CheckedDesign, type CheckedPlot, type CheckedTree, isSound, type SurveyPoint } from './checked-survey.ts';
import { heightCurveOutliers } from './height-curve-outliers.ts';
import { duplicateTrees, similarTags } from './duplicates.ts';
import { digitPreference } from './digit-preference.ts';
import { observerDifferences } from './observer-differences.ts';
import { plotChecks } from './plot-checks.ts';
import type { UnitSystem } from '../units/index.ts';
import { grouped } from '../statistics/index.ts';
import { standCurves } from '../height-curve/index.ts';

/** Everything worth a second look in a survey as a whole: what one tree by itself cannot tell. */
export function checkSurvey(
  plots: readonly CheckedPlot[],
  trees: readonly CheckedTree[],
  design: CheckedDesign,
  breastHeightM: number,
  system: UnitSystem = 'metric',
): readonly SurveyPoint[] {
  const labels = new Map(plots.map(({ id, label }) => [id, label]));
  const labelOf = (plotId: string): string => labels.get(plotId) ?? '';
  const byPlot = grouped(trees, ({ plotId }) => plotId);
  const sound = trees.filter(isSound);
  const curves = standCurves(sound, breastHeightM);
  return [
    ...heightCurveOutliers(sound, curves, labelOf, system),
    ...duplicateTrees(trees, labelOf),
    ...similarTags(byPlot, labelOf),
    ...digitPreference(trees),
    ...observerDifferences(sound, curves),
    ...plotChecks(plots, (plotId) => byPlot.get(plotId) ?? [], design, system),
  ];
}
