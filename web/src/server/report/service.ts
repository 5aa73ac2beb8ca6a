import type { UnitSystem } from '@arbolito/core/units';
import type { PlotQueries } from '../plots/queries.ts';
import type { TreeResultCache } from '../results/tree-result-cache.ts';
import type { StandOptions, SurveyView } from '../../contracts/views.ts';
import type { CheckService } from '../review/service.ts';
import type { KitService } from '../instruments/service.ts';
import { decodePhoto } from '../photos/decode-photo.ts';
import type { PhotoFile } from '../photos/repository.ts';
import type { PhotoService } from '../photos/service.ts';
import type { SummaryService } from '../results/service.ts';
import type { SurveyQueries } from '../surveys/queries.ts';
import type { TreeQueries } from '../trees/queries.ts';
import { type Report, reportOf } from './report.ts';
import type { ListedTree } from './tables/tree-list-table.ts';

export interface ReportService {
  /** The report of a survey, in its own units or in those that are asked for. Optional parts are empty unless wanted. */
  readonly get: (
    surveyId: string,
    system?: UnitSystem,
    options?: StandOptions,
    /** Parts that are read only where they are asked for, by identifier. */
    wanted?: readonly string[],
  ) => Promise<Report>;
  /** The photos of a report themselves, by identifier. */
  readonly photosOf: (report: Report) => Promise<ReadonlyMap<string, PhotoFile>>;
}

interface Dependencies {
  readonly surveys: SurveyQueries;
  readonly trees: TreeQueries;
  readonly plots: Pick<PlotQueries, 'listOfSurvey'>;
  readonly figures: Pick<TreeResultCache, 'list'>;
  readonly summary: SummaryService;
  readonly kit: KitService;
  readonly checks: CheckService;
  readonly photos: PhotoService;
  readonly now: () => Date;
}

/** Every tree of a survey with the label of its plot. */
async function listedTrees(
  survey: SurveyView,
  plots: Dependencies['plots'],
  figures: Dependencies['figures'],
): Promise<ListedTree[]> {
  const labels = new Map((await plots.listOfSurvey(survey.id)).map(({ id, label }) => [id, label]));
  return figures.list(
    survey,
    ({ treeId, plotId, tag, speciesCode, diametersCm, heightM, volumeM3, notes }): ListedTree => ({
      treeId,
      tag,
      speciesCode,
      diametersCm,
      heightM,
      volumeM3,
      notes,
      plotLabel: labels.get(plotId) ?? '',
    }),
  );
}

export const reportService = ({
  surveys,
  trees,
  plots,
  figures,
  summary,
  kit,
  checks,
  photos,
  now,
}: Dependencies): ReportService => ({
  get: async (surveyId, system, options, wanted = []) => {
    const survey = await surveys.get(surveyId);
    return reportOf(
      {
        summary: await summary.stand(survey, options),
        methods: await trees.methodsOfSurvey(surveyId),
        curves: (await summary.basis(survey)).curves,
        kit: await kit.list(survey.crew),
        workList: await checks.get(surveyId),
        photos: await photos.listOfSurvey(surveyId),
        trees: wanted.includes('tree-list') ? await listedTrees(survey, plots, figures) : [],
        madeOn: now().toISOString().slice(0, 10),
      },
      system ?? survey.unitSystem,
    );
  },
  photosOf: async (report) => {
    const shown = report.parts.flatMap((part) => (part.kind === 'photos' ? part.photos : []));
    const files = new Map<string, PhotoFile>();
    for (const { id } of shown) {
      const file = await photos.file(id).catch(() => null);
      // Photos from before they were decoded on arrival may be damaged: their words stand alone.
      const data = file === null ? null : await decodePhoto(file.data).catch(() => null);
      if (data !== null) files.set(id, { mediaType: 'image/jpeg', data, deleted: false });
    }
    return files;
  },
});
