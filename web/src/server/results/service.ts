import {
  type HeightImputation,
  plotSums,
  type PlotSums,
  plotTotaller,
  ratiosOf,
  ratioSums,
  ratioSumsWithout,
  talliedTrees,
} from '@arbolito/core/inventory';
import { atConfidence } from '@arbolito/core/statistics';
import type { PlotView, StandOptions, StandSummary, SurveySummary, SurveyView } from '../../contracts/views.ts';
import { figureRowOf, type TreeResultCache } from './tree-result-cache.ts';
import type { PlotQueries } from '../plots/queries.ts';
import type { SurveyQueries } from '../surveys/queries.ts';
import { settingsOf } from '../trees/evaluate-row.ts';
import type { TreeQueries } from '../trees/queries.ts';
import type { WorkerRunner } from './worker-runner.ts';
import { type CachedResult, keeperOf, type SurveyCache } from './survey-cache.ts';
import { FINISHED_PLOTS, STAND_OPTIONS, sumsName } from './options.ts';
import type { KeptRepository } from './survey-result-repository.ts';
import { computeSurveySummary, type KeptSums, type StandBasis } from './compute-survey-summary.ts';

export interface SummaryService {
  /** A survey's sums over the plots that count, as the record stands. */
  readonly get: (surveyId: string, options?: StandOptions) => Promise<SurveySummary>;
  /** The sums that can be had without waiting; null where very many trees are worked out first. */
  readonly getOrStale: (survey: SurveyView, options?: StandOptions) => Promise<CachedResult<StandSummary> | null>;
  /** As `get`, without the single trees. */
  readonly stand: (survey: SurveyView, options?: StandOptions) => Promise<StandSummary>;
  /** What all trees of a survey say together; in a large one as they said it when the sums were last asked for. */
  readonly basis: (survey: SurveyView) => Promise<StandBasis>;
  /** The same as the record stands, however long that takes. */
  readonly basisNow: (survey: SurveyView) => Promise<StandBasis>;
  /** A plot with its trees in the light of the others. */
  readonly ofPlot: (survey: SurveyView, plot: PlotView) => Promise<PlotInStand>;
}

/** What a plot needs of the whole survey. */
export interface PlotInStand {
  readonly trees: Awaited<ReturnType<TreeQueries['listOfPlot']>>;
  readonly filling: HeightImputation;
  readonly judging: StandBasis['judging'];
  readonly sums: PlotSums;
  /** Ratios of the trees of all other plots. */
  readonly elsewhere: { readonly bySpecies: Readonly<Record<string, number>>; readonly pooled: number | null };
}

interface Dependencies {
  readonly repository: KeptRepository;
  readonly figures: TreeResultCache;
  readonly plots: PlotQueries;
  readonly surveys: SurveyQueries;
  readonly trees: TreeQueries;
  /** What speaks against single trees, as the review list says it. */
  readonly treesToCheck: (survey: SurveyView) => Promise<SurveySummary['treesToCheck']>;
  readonly elsewhere: WorkerRunner | undefined;
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
  treesToCheck,
  elsewhere,
  onError,
}: Dependencies): SummaryService {
  const keepers = new Map(
    STAND_OPTIONS.map((options) => {
      const name = sumsName(options);
      const keeper = keeperOf<KeptSums>(
        name,
        async (survey) =>
          computeSurveySummary(survey, await plots.listOfSurvey(survey.id), await figures.listSummed(survey), options),
        { repository, figures, elsewhere, onError },
      );
      return [name, keeper] as const;
    }),
  );
  const keeperFor = (options: StandOptions): SurveyCache<KeptSums> => {
    const keeper = keepers.get(sumsName(options));
    if (keeper === undefined) throw new RangeError(`no sums ${sumsName(options)}`);
    return keeper;
  };
  const viewOf = async (
    survey: SurveyView,
    { plotSums: byPlot, basis: _basis, ...sums }: KeptSums,
    options: StandOptions,
  ): Promise<StandSummary> => {
    const list = await plots.listOfSurvey(survey.id);
    return {
      survey,
      plots: list.map((plot) => ({ ...plot, sums: byPlot[plot.id] ?? null })),
      ...atConfidence(sums, options.confidencePct),
      options,
    };
  };
  const stand = async (survey: SurveyView, options = FINISHED_PLOTS): Promise<StandSummary> =>
    viewOf(survey, await keeperFor(options).get(survey), options);
  const basis = async (survey: SurveyView): Promise<StandBasis> =>
    (await keeperFor(FINISHED_PLOTS).getStaleOk(survey)).basis;
  return {
    get: async (surveyId, options) => {
      const survey = await surveys.get(surveyId);
      const summary = await stand(survey, options);
      return { ...summary, treesToCheck: await treesToCheck(survey) };
    },
    stand,
    getOrStale: async (survey, options = FINISHED_PLOTS) => {
      const found = await keeperFor(options).getOrStale(survey);
      return found === null ? null : { ...found, value: await viewOf(survey, found.value, options) };
    },
    basis,
    basisNow: async (survey) => (await keeperFor(FINISHED_PLOTS).get(survey)).basis,
    ofPlot: async (survey, plot) => {
      const { curves, judging, ratios, stemsPerM2, leftOut } = await basis(survey);
      const own = await trees.listOfPlot(plot.id);
      const { formFactor, volumes } = settingsOf(survey);
      const filling = { curves: onPlot(curves, plot.id), volumes, formFactor, breastHeightM: survey.breastHeightM };
      const tallied = own.flatMap((view) => talliedTrees(figureRowOf(view), filling));
      const totals = plotTotaller(survey.fieldRules)({ shape: plot.shape, trees: tallied });
      const { bySpecies, pooled } = ratiosOf(
        leftOut.includes(plot.id) ? ratios : ratioSumsWithout(ratios, ratioSums([totals])),
      );
      return {
        trees: own,
        filling,
        judging,
        sums: plotSums(totals, { ...ratiosOf(ratios), measuredTrees: 0, stemsPerM2 }),
        elsewhere: { bySpecies: Object.fromEntries(bySpecies), pooled },
      };
    },
  };
}
