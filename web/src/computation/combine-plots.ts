import { barkRatioOf, productsByCode, takesEveryTree, USUAL_LOGS } from '@arbolito/core/protocol';
import { seededRandom, USUAL_CONFIDENCE_PCT } from '@arbolito/core/statistics';
import {
  biomassSums,
  boardFeetSums,
  estimateTwoPhase,
  figureSampling,
  type HeightImputation,
  phasedPlotSums,
  plotSums,
  type PlotSums,
  plotTotaller,
  type PlotTotals,
  type ProductRules,
  regenerationSums,
  standIndices,
  surveySums,
  talliedTrees,
  volumeRatio,
  withProduct,
} from '@arbolito/core/inventory';
import type { CurveSums, StandCurves } from '@arbolito/core/height-curve';
import type { PlotView, StandOptions, StandSummary, SurveyView } from '../contracts/views.ts';
import type { SummedRow } from './tree-figures.ts';

/** What sums hang on; the confidence level is a matter of their intervals alone. */
export type SumOptions = Omit<StandOptions, 'confidencePct'>;

/** Finished plots alone, each stratum by its own variance: what is shown unless somebody asks otherwise. */
export const FINISHED_PLOTS: StandOptions = {
  unfinished: false,
  pooled: false,
  finite: false,
  confidencePct: USUAL_CONFIDENCE_PCT,
};

/** The curves that fill in heights, and those that trees are judged by. */
export interface HeightBasis {
  readonly curves: StandCurves;
  /** The curve of each species that a height is judged by. */
  readonly judging: Readonly<Record<string, CurveSums>>;
}

/** The height curves of a survey, and when they were fitted. */
export interface HeightsInUse extends HeightBasis {
  /** Null where they are of the trees as they are now. */
  readonly fittedAt: string | null;
  /** Heights that came in or went since. */
  readonly changedSince: number;
}

/** A survey by its plots, each with its totals. */
export interface SurveyInPlots {
  readonly plots: readonly PlotView[];
  readonly summed: readonly SummedPlot[];
  readonly heights: HeightsInUse;
}

/** What was summed up of a survey, without the survey and the plots themselves. */
export interface KeptSums extends Pick<
  StandSummary,
  | 'sums'
  | 'regeneration'
  | 'biomass'
  | 'boardFeet'
  | 'figures'
  | 'plotsCounted'
  | 'plotsLeftOut'
  | 'sampling'
  | 'outsideTables'
  | 'heightCurves'
> {
  readonly plotSums: Readonly<Record<string, PlotSums>>;
}

/** The same plots give the same interval each time they are asked. */
const DRAW_SEED = 95;

/** A plot of a survey with its totals. */
export interface SummedPlot {
  readonly id: string;
  readonly stratumId: string;
  /** Whether it enters the means without being asked for: it is finished, or has nothing to finish. */
  readonly counts: boolean;
  readonly totals: PlotTotals;
  /** Trees beyond the range of their volume table. */
  readonly outsideTables: number;
}

/** Makes totals of the plots of a survey from the figures of their trees. */
export function plotSummer(
  survey: SurveyView,
  filling: HeightImputation,
): (plot: PlotView, rows: readonly SummedRow[]) => SummedPlot {
  const { design, wood, fieldRules, breastHeightM } = survey;
  const byCount = countsTrees(survey);
  const byCode = productsByCode(design.conditions);
  const productOfCodes = ({ notes }: SummedRow): { readonly product?: string } => {
    const product = byCode.size === 0 ? undefined : notes?.conditions?.map((code) => byCode.get(code)).find(Boolean);
    return product === undefined ? {} : { product };
  };
  const productRules: ProductRules = {
    products: fieldRules.products,
    volumeOf: (code) => filling.volumes?.[code],
    barkRatioOf: (code) => barkRatioOf(wood, code),
    stumpM: wood.stumpM,
    breastHeightM,
  };
  const totalsOf = plotTotaller({ ...fieldRules, biomass: biomassGroups(survey), phases: design.phases });
  return ({ id, stratumId, shape, auxiliary, finished }, rows) => ({
    id,
    stratumId,
    // Points of the first phase, complete tallies and lists have nothing to finish.
    counts: finished || takesEveryTree(shape) || (byCount && auxiliary !== null),
    totals: totalsOf({
      stratumId,
      shape,
      auxiliary,
      trees: rows.flatMap((row) =>
        talliedTrees({ ...row, ...productOfCodes(row) }, filling).map((tree) => withProduct(tree, productRules)),
      ),
    }),
    outsideTables: rows.filter(({ outside }) => outside).length,
  });
}

/** Whether trees are counted at points, and some measured: then every counted point is part of the survey. */
const countsTrees = ({ design }: SurveyView): boolean => design.phases?.kind === 'count-measure';

/** Whether a plot has something to sum up: trees, or the word that there are none. */
export const isBegun = (survey: SurveyView, { finished, auxiliary }: PlotView, trees: number): boolean =>
  finished || trees > 0 || (countsTrees(survey) && auxiliary !== null);

/** Equations of biomass by species code. */
const biomassGroups = ({ wood }: SurveyView) =>
  Object.fromEntries(wood.species.map(({ speciesCode, biomassGroup }) => [speciesCode, biomassGroup]));

/** The sums of a survey from those of its plots. */
export function combinePlots(
  survey: SurveyView,
  { plots, summed: begun, heights: { fittedAt, changedSince } }: SurveyInPlots,
  options: SumOptions,
): KeptSums {
  const summed = options.unfinished ? begun : begun.filter(({ counts }) => counts);
  const counted = summed.map(({ totals }) => totals);
  const ratio = volumeRatio(counted);
  const { phases, dominant } = survey.design;
  const looked = plots.flatMap(({ auxiliary }) => auxiliary ?? []);
  const phased = phases === undefined ? null : estimateTwoPhase(phases, counted, survey.strata, looked);
  const sums = surveySums(counted, survey.fieldRules, survey.strata, phased, options);
  // Of guessed trees the measured ones stand for the others, on each plot as on all.
  const weighed =
    phased?.phaseSummary.kind === 'three-p' && phased.phaseSummary.problem === null ? phased.plots : counted;
  const ofPlots = new Map(
    summed.map(({ id, totals }, i) => {
      const own = weighed[i] ?? totals;
      return [id, phased === null ? plotSums(own, ratio) : phasedPlotSums(own, ratio, phased, sums)] as const;
    }),
  );
  const leftOut = begun.filter(({ id }) => !ofPlots.has(id));
  const samplingOf = (of: (sums: PlotSums) => number | null) => {
    const figures = summed.flatMap(({ id, stratumId }) => {
      const own = ofPlots.get(id);
      const value = own === undefined ? null : of(own);
      return value === null ? [] : [{ stratumId, value }];
    });
    return figureSampling(figures, survey.strata, seededRandom(DRAW_SEED));
  };
  return {
    sums,
    regeneration: regenerationSums(
      plots.flatMap(({ stratumId, regeneration }) => (regeneration === null ? [] : [{ stratumId, regeneration }])),
      survey.strata,
      options,
    ),
    biomass: biomassSums(counted, biomassGroups(survey), survey.strata, options),
    // Where nobody thinks in board feet they would only be in the way.
    boardFeet:
      survey.unitSystem === 'imperial' || survey.wood.logs !== undefined
        ? boardFeetSums(counted, survey.fieldRules, survey.wood.logs ?? USUAL_LOGS, survey.strata, options)
        : null,
    plotSums: Object.fromEntries([
      ...leftOut.map(({ id, totals }) => [id, plotSums(totals, ratio)] as const),
      ...ofPlots,
    ]),
    plotsCounted: counted.length,
    plotsLeftOut: leftOut.map(({ id }) => id),
    sampling:
      phased !== null || counted.every(({ shape }) => takesEveryTree(shape))
        ? null
        : {
            stemsPerHa: samplingOf(({ stemsPerHa }) => stemsPerHa),
            basalAreaM2PerHa: samplingOf(({ basalAreaM2PerHa }) => basalAreaM2PerHa),
            volumeM3PerHa: ratio.pooled === null ? null : samplingOf(({ volumeM3PerHa }) => volumeM3PerHa),
          },
    figures: standIndices(
      phased?.plots ?? counted,
      sums,
      dominant,
      phased?.strata ?? survey.strata,
      survey.fieldRules.smallestDbhCm,
    ),
    outsideTables: begun.reduce((count, { outsideTables }) => count + outsideTables, 0),
    heightCurves: { fittedAt, changedSince },
  };
}
