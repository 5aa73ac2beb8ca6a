import { seededRandom } from '@arbolito/core/practice';
import { figureSampling, plotSums, surveySums, volumeRatio, type PlotSums } from '@arbolito/core/survey';
import type { SurveySummary } from '../../contracts/views.ts';
import type { PlotService } from '../plots/service.ts';
import type { SurveyService } from '../surveys/service.ts';
import { talliedOf } from '../trees/reckon.ts';
import type { TreeService } from '../trees/service.ts';

export interface SummaryService {
  /** A survey's sums over the plots that count: those with trees, and those marked finished. */
  readonly get: (surveyId: string) => Promise<SurveySummary>;
}

interface Dependencies {
  readonly trees: TreeService;
  readonly plots: PlotService;
  readonly surveys: SurveyService;
}

/** The same plots give the same interval each time they are asked. */
const DRAW_SEED = 95;

export function summaryService({ trees, plots, surveys }: Dependencies): SummaryService {
  return {
    get: async (surveyId) => {
      const survey = await surveys.get(surveyId);
      const list = await plots.listOfSurvey(surveyId);
      const views = await trees.listOfSurvey(survey);
      const ratio = volumeRatio(views.flatMap(talliedOf));
      const tallied = list.map((plot) => ({ plot, own: views.filter((tree) => tree.plotId === plot.id) }));
      const counted = tallied
        .filter(({ plot, own }) => plot.finished || own.length > 0)
        .map(({ plot, own }) => ({
          id: plot.id,
          stratumId: plot.stratumId,
          areaM2: plot.areaM2,
          trees: own.flatMap(talliedOf),
        }));
      const summed = counted.map((plot) => ({ stratumId: plot.stratumId, sums: plotSums(plot, ratio) }));
      const samplingOf = (of: (sums: PlotSums) => number | null) => {
        const figures = summed.flatMap(({ stratumId, sums }) => {
          const value = of(sums);
          return value === null ? [] : [{ stratumId, value }];
        });
        return figureSampling(figures, survey.strata, seededRandom(DRAW_SEED));
      };
      const labels = new Map(list.map(({ id, label }) => [id, label]));
      return {
        survey,
        plots: list.map((plot) => {
          const own = counted.find(({ id }) => id === plot.id);
          return { ...plot, sums: own === undefined ? null : plotSums(own, ratio) };
        }),
        sums: surveySums(counted, survey.fieldRules),
        plotsCounted: counted.length,
        sampling: {
          stemsPerHa: samplingOf(({ stemsPerHa }) => stemsPerHa),
          basalAreaM2PerHa: samplingOf(({ basalAreaM2PerHa }) => basalAreaM2PerHa),
          volumeM3PerHa: ratio.pooled === null ? null : samplingOf(({ volumeM3PerHa }) => volumeM3PerHa),
        },
        outsideTables: views.filter(({ findings }) => findings.some(({ code }) => code === 'volume.range')).length,
        treesToCheck: views.flatMap((tree) =>
          tree.findings
            .filter(({ severity }) => severity !== 'note')
            .map((finding) => ({ treeId: tree.id, plotLabel: labels.get(tree.plotId) ?? '', tag: tree.tag, finding })),
        ),
      };
    },
  };
}
