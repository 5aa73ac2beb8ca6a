import { figureRowOf } from '../../computation/tree-figures.ts';
import { FINISHED_PLOTS } from '../../computation/combine-plots.ts';
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
import { type TreeResultCache } from './tree-result-cache.ts';
import type { PlotQueries } from '../plots/queries.ts';
import type { SurveyQueries } from '../surveys/queries.ts';
import { settingsOf } from '../../computation/evaluate-row.ts';
import type { TreeQueries } from '../trees/queries.ts';
import type { WorkerRunner } from './worker-runner.ts';
import { type CachedResult, isLargeSurvey, keeperOf, type SurveyCache } from './survey-cache.ts';
import { STAND_OPTIONS, sumsName } from './options.ts';
import type { KeptRepository } from './survey-result-repository.ts';
import { combinePlots, type KeptSums } from '../../computation/combine-plots.ts';
import { basisOf, type KeptBasis, type StandBasis, standBasisOf } from './stand-basis.ts';
import { surveyTotals } from './survey-totals.ts';

export interface SummaryService {
  /** A survey's sums over the plots that count, as the record stands. */
  readonly get: (surveyId: string, options?: StandOptions) => Promise<SurveySummary>;
  /** The sums that can be had without waiting; null where very many trees are worked out first. */
  readonly getOrStale: (survey: SurveyView, options?: StandOptions) => Promise<CachedResult<StandSummary> | null>;
  /** As `get`, without the single trees. */
  readonly stand: (survey: SurveyView, options?: StandOptions) => Promise<StandSummary>;
  /** The curves that heights are judged by; of a large survey as they were when they were last asked for. */
  readonly judging: (survey: SurveyView) => Promise<StandBasis['judging']>;
  /** What all trees of a survey say together as the record stands, however long that takes. */
  readonly basis: (survey: SurveyView) => Promise<StandBasis>;
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
  /** Large surveys whose plots stay in memory. */
  readonly mostRemembered: number;
  readonly onError: (error: unknown) => void;
}

export function summaryService({
  repository,
  figures,
  plots,
  surveys,
  trees,
  treesToCheck,
  elsewhere,
  mostRemembered,
  onError,
}: Dependencies): SummaryService {
  const totalsOf = surveyTotals({
    repository,
    figures,
    plots,
    isLarge: async ({ id }) => isLargeSurvey(await figures.countTrees(id)),
    mostRemembered,
  });
  const basisKeeper = keeperOf<KeptBasis>('basis', async (survey) => basisOf(await totalsOf(survey)), {
    repository,
    figures,
    elsewhere,
    onError,
  });
  const keepers = new Map(
    STAND_OPTIONS.map((options) => {
      const name = sumsName(options);
      const keeper = keeperOf<KeptSums>(name, async (survey) => combinePlots(survey, await totalsOf(survey), options), {
        repository,
        figures,
        elsewhere,
        onError,
      });
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
    { plotSums: byPlot, ...sums }: KeptSums,
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
    judging: async (survey) => (await basisKeeper.getPartStaleOk(survey, null)).common.judging,
    basis: async (survey) => standBasisOf(await basisKeeper.get(survey)),
    ofPlot: async (survey, plot) => {
      const kept = await basisKeeper.getPartStaleOk(survey, plot.id);
      const { curves, judging, ratios, stemsPerM2 } = standBasisOf(kept);
      const own = await trees.listOfPlot(plot.id);
      const { formFactor, volumes } = settingsOf(survey);
      const filling = { curves, volumes, formFactor, breastHeightM: survey.breastHeightM };
      const tallied = own.flatMap((view) => talliedTrees(figureRowOf(view), filling));
      const totals = plotTotaller(survey.fieldRules)({ shape: plot.shape, trees: tallied });
      const { bySpecies, pooled } = ratiosOf(
        kept.plots[plot.id]?.leftOut === true ? ratios : ratioSumsWithout(ratios, ratioSums([totals])),
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
