import type { CheckedDesign, CheckedPlot, CheckedTree, PlotChecks, SoundTree, SurveyPoint } from './checked-survey.ts';
import { heightCurveOutliers } from './height-curve-outliers.ts';
import { duplicateTrees, similarTags } from './duplicates.ts';
import { digitCounts, digitPreference } from './digit-preference.ts';
import { observerDifferences } from './observer-differences.ts';
import { plotChecks } from './plot-checks.ts';
import type { UnitSystem } from '../units/index.ts';
import { grouped } from '../statistics/index.ts';
import { standCurves } from '../height-curve/index.ts';

const soundTrees = ({ label: plotLabel }: CheckedPlot, trees: readonly CheckedTree[]): SoundTree[] =>
  trees.flatMap(({ id, tag, plotId, speciesCode, observer, dbhCm, heightM, inDoubt }) =>
    dbhCm === null || heightM === null || inDoubt
      ? []
      : [{ id, tag, plotId, plotLabel, speciesCode, observer, dbhCm, heightM }],
  );

/**
 * What one plot with its trees says to the checks of its survey.
 *
 * @param trees of the plot, in the order in which they are named
 */
export const checkPlot = (
  plot: CheckedPlot,
  trees: readonly CheckedTree[],
  design: CheckedDesign,
  system: UnitSystem = 'metric',
): PlotChecks => ({
  duplicates: duplicateTrees(plot, trees),
  similarTags: similarTags(plot, trees),
  plot: plotChecks(plot, trees, design, system),
  sound: soundTrees(plot, trees),
  digits: digitCounts(trees),
});

/** What heights say about each other over the whole survey. */
export interface HeightPoints {
  readonly outliers: readonly SurveyPoint[];
  readonly observers: readonly SurveyPoint[];
}

/** Holds all heights of a survey against the curves that they make. */
export function checkHeights(
  plots: readonly PlotChecks[],
  breastHeightM: number,
  system: UnitSystem = 'metric',
): HeightPoints {
  const sound = plots.flatMap((plot) => plot.sound);
  const curves = standCurves(sound, breastHeightM);
  return { outliers: heightCurveOutliers(sound, curves, system), observers: observerDifferences(sound, curves) };
}

/** Everything worth a second look in a survey, by what its plots and its heights say. */
export const surveyPoints = (plots: readonly PlotChecks[], heights: HeightPoints): readonly SurveyPoint[] => [
  ...heights.outliers,
  ...plots.flatMap(({ duplicates }) => duplicates),
  ...plots.flatMap(({ similarTags: alike }) => alike),
  ...digitPreference(plots),
  ...heights.observers,
  ...plots.flatMap(({ plot }) => plot),
];

/** Everything worth a second look in a survey as a whole: what one tree by itself cannot tell. */
export function checkSurvey(
  plots: readonly CheckedPlot[],
  trees: readonly CheckedTree[],
  design: CheckedDesign,
  breastHeightM: number,
  system: UnitSystem = 'metric',
): readonly SurveyPoint[] {
  const byPlot = grouped(trees, ({ plotId }) => plotId);
  const checked = plots.map((plot) => checkPlot(plot, byPlot.get(plot.id) ?? [], design, system));
  return surveyPoints(checked, checkHeights(checked, breastHeightM, system));
}
