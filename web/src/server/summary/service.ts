import {
  plotSums,
  ratiosOf,
  ratioSums,
  ratioSumsWithout,
  talliedTrees,
  type Filling,
  type PlotSums,
} from '@arbolito/core/survey';
import type { PlotView, StandSummary, SurveySummary, SurveyView } from '../../contracts/views.ts';
import { figureRowOf, type FigureService } from '../figures/service.ts';
import type { PlotService } from '../plots/service.ts';
import type { SurveyService } from '../surveys/service.ts';
import { settingsOf } from '../trees/reckon.ts';
import type { TreeService } from '../trees/service.ts';
import type { Elsewhere } from './elsewhere.ts';
import { keeperOf, type AtHand } from './keeping.ts';
import type { KeptRepository } from './repository.ts';
import { sumUp, type KeptSums, type StandBasis } from './sum-up.ts';

export interface SummaryService {
  /** A survey's sums over the plots that count, as the record stands. */
  readonly get: (surveyId: string) => Promise<SurveySummary>;
  /** The sums that can be had without waiting; null where very many trees are worked out first. */
  readonly atHand: (survey: SurveyView) => Promise<AtHand<StandSummary> | null>;
  /** As `get`, without the single trees. */
  readonly stand: (survey: SurveyView) => Promise<StandSummary>;
  /** What all trees of a survey say together; in a large one as they said it when the sums were last asked for. */
  readonly basis: (survey: SurveyView) => Promise<StandBasis>;
  /** The same as the record stands, however long that takes. */
  readonly basisNow: (survey: SurveyView) => Promise<StandBasis>;
  /** A plot with its trees in the light of the others. */
  readonly ofPlot: (survey: SurveyView, plot: PlotView) => Promise<PlotInStand>;
}

/** What a plot needs of the whole survey. */
export interface PlotInStand {
  readonly trees: Awaited<ReturnType<TreeService['listOfPlot']>>;
  readonly filling: Filling;
  readonly judging: StandBasis['judging'];
  readonly sums: PlotSums;
  /** Ratios of the trees of all other plots. */
  readonly elsewhere: { readonly bySpecies: Readonly<Record<string, number>>; readonly pooled: number | null };
}

interface Dependencies {
  readonly repository: KeptRepository;
  readonly figures: FigureService;
  readonly plots: PlotService;
  readonly surveys: SurveyService;
  readonly trees: TreeService;
  readonly elsewhere: Elsewhere | undefined;
  readonly onError: (error: unknown) => void;
}

/** A curve with the effect of one plot alone: there are thousands of others. */
const onPlot = (curves: StandBasis['curves'], plotId: string): StandBasis['curves'] => {
  const only = (of: Readonly<Record<string, number>>): Record<string, number> => {
    const own = of[plotId];
    return own === undefined ? {} : { [plotId]: own };
  };
  const trimmed = <C extends NonNullable<StandBasis['curves']['pooled']>>(curve: C): C =>
    curve.plots === null
      ? curve
      : { ...curve, plots: { ...curve.plots, ofPlotM: only(curve.plots.ofPlotM), leftM: only(curve.plots.leftM) } };
  return {
    bySpecies: Object.fromEntries(Object.entries(curves.bySpecies).map(([code, curve]) => [code, trimmed(curve)])),
    pooled: curves.pooled === null ? null : trimmed(curves.pooled),
  };
};

export function summaryService({
  repository,
  figures,
  plots,
  surveys,
  trees,
  elsewhere,
  onError,
}: Dependencies): SummaryService {
  const keeper = keeperOf<KeptSums>(
    'sums',
    async (survey) => sumUp(survey, await plots.listOfSurvey(survey.id), await figures.listSummed(survey)),
    { repository, figures, elsewhere, onError },
  );
  const viewOf = async (
    survey: SurveyView,
    { plotSums: byPlot, basis: _basis, ...sums }: KeptSums,
  ): Promise<StandSummary> => {
    const list = await plots.listOfSurvey(survey.id);
    return { survey, plots: list.map((plot) => ({ ...plot, sums: byPlot[plot.id] ?? null })), ...sums };
  };
  const stand = async (survey: SurveyView): Promise<StandSummary> => viewOf(survey, await keeper.get(survey));
  const basis = async (survey: SurveyView): Promise<StandBasis> => (await keeper.nearEnough(survey)).basis;
  return {
    get: async (surveyId) => {
      const survey = await surveys.get(surveyId);
      const summary = await stand(survey);
      const labels = new Map(summary.plots.map(({ id, label }) => [id, label]));
      const treesToCheck = (await figures.doubtful(survey)).flatMap(({ treeId, plotId, tag, findings }) =>
        findings.map((finding) => ({ treeId, plotLabel: labels.get(plotId) ?? '', tag, finding })),
      );
      return { ...summary, treesToCheck };
    },
    stand,
    atHand: async (survey) => {
      const found = await keeper.atHand(survey);
      return found === null ? null : { ...found, value: await viewOf(survey, found.value) };
    },
    basis,
    basisNow: async (survey) => (await keeper.get(survey)).basis,
    ofPlot: async (survey, plot) => {
      const { curves, judging, ratios, stemsPerM2 } = await basis(survey);
      const own = await trees.listOfPlot(plot.id);
      const { formFactor, volumes } = settingsOf(survey);
      const filling = { curves: onPlot(curves, plot.id), volumes, formFactor };
      const tallied = own.flatMap((view) => talliedTrees(figureRowOf(view), filling));
      const { bySpecies, pooled } = ratiosOf(ratioSumsWithout(ratios, ratioSums(tallied)));
      return {
        trees: own,
        filling,
        judging,
        sums: plotSums({ ...plot, trees: tallied }, { ...ratiosOf(ratios), measuredTrees: 0, stemsPerM2 }),
        elsewhere: { bySpecies: Object.fromEntries(bySpecies), pooled },
      };
    },
  };
}
