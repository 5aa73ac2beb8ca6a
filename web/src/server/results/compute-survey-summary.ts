import type { CurveSums, StandCurves } from '@arbolito/core/height-curve';
import { barkRatioOf, productsByCode, takesEveryTree, USUAL_LOGS } from '@arbolito/core/protocol';
import { grouped, seededRandom } from '@arbolito/core/statistics';
import {
  biomassSums,
  boardFeetSums,
  estimateTwoPhase,
  figureSampling,
  type HeightImputation,
  phasedPlotSums,
  plotSums,
  type PlotSums,
  type ProductRules,
  ratioSums,
  type RatioSums,
  regenerationSums,
  standIndices,
  surveySums,
  type TalliedPlot,
  talliedTrees,
  volumeRatio,
  withProduct,
} from '@arbolito/core/inventory';
import type { PlotView, StandSummary, SurveyView } from '../../contracts/views.ts';
import type { CachedOptions } from './options.ts';
import type { SummedRow } from './tree-result-repository.ts';
import { fillingOfFigures, judgingCurves } from './tree-result-cache.ts';

/** What the trees of a survey say together, for everybody who looks at some of them. */
export interface StandBasis {
  /** The curves that heights are taken from where none was measured. */
  readonly curves: StandCurves;
  /** The curve of each species that a height is judged by. */
  readonly judging: Readonly<Record<string, CurveSums>>;
  readonly ratios: Readonly<Record<string, RatioSums>>;
  /** Stems per square metre of basal area at angle-count points; null where none was measured there. */
  readonly stemsPerM2: number | null;
  /** Plots whose trees are in none of these: they are begun and not finished. */
  readonly leftOut: readonly string[];
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
> {
  readonly plotSums: Readonly<Record<string, PlotSums>>;
  readonly basis: StandBasis;
}

/** The same plots give the same interval each time they are asked. */
const DRAW_SEED = 95;

/** The plots of a survey that count, with what the sums need of their trees. */
interface CountedPlot extends TalliedPlot {
  readonly id: string;
  readonly stratumId: string;
  /** Whether it enters the means without being asked for: it is finished, or has nothing to finish. */
  readonly counts: boolean;
}

/** The plots of a survey that have trees or are finished, with what the sums need of their trees. */
function talliedPlots(
  { design, wood, fieldRules, breastHeightM }: SurveyView,
  plots: readonly PlotView[],
  rows: readonly SummedRow[],
  filling: HeightImputation,
): CountedPlot[] {
  const byPlot = grouped(rows, ({ plotId }) => plotId);
  const byCount = design.phases?.kind === 'count-measure';
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
  return plots
    .filter(({ id, finished, auxiliary }) => finished || byPlot.has(id) || (byCount && auxiliary !== null))
    .map(({ id, stratumId, shape, auxiliary, finished }) => ({
      id,
      stratumId,
      shape,
      auxiliary,
      // Points of the first phase, complete tallies and lists have nothing to finish.
      counts: finished || takesEveryTree(shape) || (byCount && auxiliary !== null),
      trees: (byPlot.get(id) ?? []).flatMap((row) =>
        talliedTrees({ ...row, ...productOfCodes(row) }, filling).map((tree) => withProduct(tree, productRules)),
      ),
    }));
}

/** Equations of biomass by species code. */
const biomassGroups = ({ wood }: SurveyView) =>
  Object.fromEntries(wood.species.map(({ speciesCode, biomassGroup }) => [speciesCode, biomassGroup]));

/** The sums of a survey from its plots and the figures of its trees. */
export function computeSurveySummary(
  survey: SurveyView,
  plots: readonly PlotView[],
  rows: readonly SummedRow[],
  options: CachedOptions,
): KeptSums {
  const filling = fillingOfFigures(survey, rows);
  const begun = talliedPlots(survey, plots, rows, filling);
  const counted = options.unfinished ? begun : begun.filter(({ counts }) => counts);
  const ratio = volumeRatio(counted);
  const { phases, dominant } = survey.design;
  const looked = plots.flatMap(({ auxiliary }) => auxiliary ?? []);
  const phased = phases === undefined ? null : estimateTwoPhase(phases, counted, survey.strata, looked);
  const sums = surveySums(counted, survey.fieldRules, survey.strata, phased, options);
  // Of guessed trees the measured ones stand for the others, on each plot as on all.
  const weighed =
    phased?.phaseSummary.kind === 'three-p' && phased.phaseSummary.problem === null ? phased.plots : counted;
  const summed = counted.map((plot, i) => ({
    plot,
    sums: phased === null ? plotSums(plot, ratio) : phasedPlotSums(weighed[i] ?? plot, ratio, phased, sums),
  }));
  const samplingOf = (of: (sums: PlotSums) => number | null) => {
    const figures = summed.flatMap(({ plot: { stratumId }, sums }) => {
      const value = of(sums);
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
      ...begun.map((plot) => [plot.id, plotSums(plot, ratio)] as const),
      ...summed.map(({ plot, sums: own }) => [plot.id, own] as const),
    ]),
    plotsCounted: counted.length,
    plotsLeftOut: begun.filter((plot) => !counted.includes(plot)).map(({ id }) => id),
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
    outsideTables: rows.filter(({ outside }) => outside).length,
    basis: {
      curves: filling.curves,
      judging: judgingCurves(rows, survey.breastHeightM),
      ratios: ratioSums(counted),
      leftOut: begun.filter((plot) => !counted.includes(plot)).map(({ id }) => id),
      stemsPerM2: ratio.stemsPerM2,
    },
  };
}
