import { seededRandom } from '@arbolito/core/practice';
import {
  figureSampling,
  plotSums,
  standFigures,
  surveySums,
  volumeRatio,
  type PlotSums,
  type TalliedPlot,
} from '@arbolito/core/survey';
import type { PlotView, SurveySummary, SurveyView } from '../../contracts/views.ts';
import type { FigureRow } from '../figures/repository.ts';
import { fillingOfFigures, talliedOfFigures, type FigureService } from '../figures/service.ts';
import type { PlotService } from '../plots/service.ts';
import type { SurveyService } from '../surveys/service.ts';

export interface SummaryService {
  /** A survey's sums over the plots that count: those with trees, and those marked finished. */
  readonly get: (surveyId: string) => Promise<SurveySummary>;
}

interface Dependencies {
  readonly figures: FigureService;
  readonly plots: PlotService;
  readonly surveys: SurveyService;
}

/** The same plots give the same interval each time they are asked. */
const DRAW_SEED = 95;

/** The plots of a survey that count, with what the sums need of their trees. */
export interface CountedPlot extends TalliedPlot {
  readonly id: string;
  readonly stratumId: string;
}

/** The plots that count: those with trees, and those marked finished. */
export function countedPlots(
  survey: SurveyView,
  plots: readonly PlotView[],
  views: readonly FigureRow[],
): CountedPlot[] {
  const filling = fillingOfFigures(survey, views);
  const byPlot = new Map<string, FigureRow[]>();
  for (const view of views) {
    const own = byPlot.get(view.plotId);
    if (own === undefined) byPlot.set(view.plotId, [view]);
    else own.push(view);
  }
  return plots
    .filter(({ id, finished }) => finished || byPlot.has(id))
    .map(({ id, stratumId, shape }) => ({
      id,
      stratumId,
      shape,
      trees: (byPlot.get(id) ?? []).flatMap((view) => talliedOfFigures(view, filling)),
    }));
}

export function summaryService({ figures, plots, surveys }: Dependencies): SummaryService {
  return {
    get: async (surveyId) => {
      const survey = await surveys.get(surveyId);
      const list = await plots.listOfSurvey(surveyId);
      const views = await figures.list(survey);
      return summaryOf(survey, list, views);
    },
  };
}

/** The sums of a survey from its plots and trees. */
export function summaryOf(survey: SurveyView, list: readonly PlotView[], views: readonly FigureRow[]): SurveySummary {
  const counted = countedPlots(survey, list, views);
  const ratio = volumeRatio(
    counted.flatMap((plot) => plot.trees),
    counted,
  );
  const summed = new Map(counted.map((plot) => [plot.id, plotSums(plot, ratio)]));
  const isSampled = counted.some(({ shape }) => shape.kind !== 'whole');
  const samplingOf = (of: (sums: PlotSums) => number | null) => {
    const figures = counted.flatMap(({ id, stratumId }) => {
      const sums = summed.get(id);
      const value = sums === undefined ? null : of(sums);
      return value === null ? [] : [{ stratumId, value }];
    });
    return figureSampling(figures, survey.strata, seededRandom(DRAW_SEED));
  };
  const labels = new Map(list.map(({ id, label }) => [id, label]));
  const sums = surveySums(counted, survey.fieldRules, survey.strata);
  return {
    survey,
    plots: list.map((plot) => ({ ...plot, sums: summed.get(plot.id) ?? null })),
    sums,
    plotsCounted: counted.length,
    sampling: !isSampled
      ? null
      : {
          stemsPerHa: samplingOf(({ stemsPerHa }) => stemsPerHa),
          basalAreaM2PerHa: samplingOf(({ basalAreaM2PerHa }) => basalAreaM2PerHa),
          volumeM3PerHa: ratio.pooled === null ? null : samplingOf(({ volumeM3PerHa }) => volumeM3PerHa),
        },
    figures: standFigures(counted, sums, survey.design.dominant, survey.strata),
    outsideTables: views.filter(({ outside }) => outside).length,
    treesToCheck: views.flatMap(({ treeId, plotId, tag, findings }) =>
      (findings ?? []).map((finding) => ({ treeId, plotLabel: labels.get(plotId) ?? '', tag, finding })),
    ),
  };
}
