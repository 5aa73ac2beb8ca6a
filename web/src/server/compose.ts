import type { SurveyView } from '../contracts/views.ts';
import { bodyMarkRepository } from './body-marks/repository.ts';
import { peopleRepository } from './people/repository.ts';
import { peopleService, type PeopleService } from './people/service.ts';
import { bodyMarkService, type BodyMarkService } from './body-marks/service.ts';
import { checkRepository } from './review/repository.ts';
import { checkService, type CheckService } from './review/service.ts';
import { codesService, type CodesService } from './codes/service.ts';
import { surveySettingsService, type SurveySettingsService } from './survey-settings/service.ts';
import { computeService, type ComputeService } from './compute/service.ts';
import { type Alone, aloneIn } from './database/alone.ts';
import { connect, transactionsOf, versionOf } from './database/connection.ts';
import { exchangeRepository } from './import/repository.ts';
import { exchangeService, type ExchangeService } from './import/service.ts';
import { treeResultRepository } from './results/tree-result-repository.ts';
import { treeResultCache, type TreeResultCache } from './results/tree-result-cache.ts';
import { correctionRepository } from './history/repository.ts';
import { historyService, type HistoryService } from './history/service.ts';
import { log } from './log.ts';
import { notebookRepository } from './notebook/repository.ts';
import { notebookService, type NotebookService } from './notebook/service.ts';
import { kitRepository } from './instruments/repository.ts';
import { type ConflictService, conflictService } from './conflicts/service.ts';
import { type ChangesService, changesService } from './sync/changes.ts';
import { type SyncService, syncService } from './sync/service.ts';
import { type LiveService, liveService } from './live/service.ts';
import { notificationsOf } from './database/notifications.ts';
import { kitService, type KitService } from './instruments/service.ts';
import { photoRepository } from './photos/repository.ts';
import { photoService, type PhotoService } from './photos/service.ts';
import { plotRepository } from './plots/repository.ts';
import { plotCommands, type PlotCommands } from './plots/commands.ts';
import { plotQueries, type PlotQueries } from './plots/queries.ts';
import { isLargeSurvey } from './results/survey-cache.ts';
import { queueRunner } from './results/errand-queue.ts';
import { reviewApart, workerRunner, type WorkerRunner } from './results/worker-runner.ts';
import { keptRepository } from './results/survey-result-repository.ts';
import { summaryService, type SummaryService } from './results/service.ts';
import { rulesService, type RulesService } from './field-rules/service.ts';
import { reportService, type ReportService } from './report/service.ts';
import { surveyRepository } from './surveys/repository.ts';
import { surveyCommands, type SurveyCommands } from './surveys/commands.ts';
import { surveyQueries, type SurveyQueries } from './surveys/queries.ts';
import { tallyService, type TallyService } from './tally/service.ts';
import { treeRepository } from './trees/repository.ts';
import { treeCommands, type TreeCommands } from './trees/commands.ts';
import { treeCounts } from './trees/tree-counts.ts';
import { treeQueries, type TreeQueries } from './trees/queries.ts';
import { woodRepository } from './surveys/volume-settings-repository.ts';
import { woodService, type WoodService } from './volume-settings/service.ts';

export interface Services {
  readonly surveys: SurveyQueries;
  readonly surveyCommands: SurveyCommands;
  readonly plots: PlotQueries;
  readonly plotCommands: PlotCommands;
  readonly photos: PhotoService;
  readonly trees: TreeQueries;
  readonly treeCommands: TreeCommands;
  readonly history: HistoryService;
  readonly conflicts: ConflictService;
  readonly sync: SyncService;
  readonly changes: ChangesService;
  readonly live: LiveService;
  readonly rules: RulesService;
  readonly codes: CodesService;
  readonly surveySettings: SurveySettingsService;
  readonly bodyMarks: BodyMarkService;
  readonly people: PeopleService;
  readonly kit: KitService;
  readonly wood: WoodService;
  readonly tally: TallyService;
  readonly figures: TreeResultCache;
  readonly summary: SummaryService;
  readonly checks: CheckService;
  readonly report: ReportService;
  readonly exchange: ExchangeService;
  readonly notebook: NotebookService;
  readonly compute: ComputeService;
}

export interface Composed extends Services {
  /** Another text whenever something was written to the database; null where it does not answer. */
  readonly version: () => Promise<string | null>;
  readonly alone: Alone;
  readonly close: () => Promise<void>;
}

/** What differs between the processes and threads of the application. */
interface Place {
  /** Where large surveys are worked out; in this thread where it is left out. */
  readonly elsewhere?: WorkerRunner | undefined;
  /** Large surveys whose plots stay in memory; none where it is left out. */
  readonly mostRemembered?: number;
}

/** The one place where services get what they need. */
export function compose(databaseUrl: string, { elsewhere, mostRemembered = 0 }: Place = {}): Composed {
  const now = (): Date => new Date();
  const { database, close } = connect(databaseUrl, (error) => {
    log.warn({ message: error.message }, 'a database connection broke');
  });
  const inTransaction = transactionsOf(database);
  const surveyRows = surveyRepository(database);
  const plotRows = plotRepository(database);
  const treeRows = treeRepository(database);
  const corrections = correctionRepository(database);
  const surveys = surveyQueries(surveyRows);
  const plots = plotQueries(plotRows);
  const kit = kitService(kitRepository(database));
  const kitOf = (survey: SurveyView) => kit.atHand(survey.crew);
  const judgingOf = async (survey: SurveyView) => ({
    curves: await summary.judging(survey),
    kit: await kitOf(survey),
  });
  const trees = treeQueries({ repository: treeRows, plots, surveys, judgingOf, now });
  const plotWriting = plotCommands({ repository: plotRows, plots, inTransaction });
  const treesOf = treeCounts((surveyId) => treeRows.countOfSurvey(surveyId), now);
  const treeWriting = treeCommands({ repository: treeRows, corrections, plots, surveys, treesOf, inTransaction, now });
  const onError = (error: unknown): void => {
    log.warn({ err: error }, 'what is kept for speed could not be worked out');
  };
  const figures: TreeResultCache = {
    ...treeResultCache({
      repository: treeResultRepository(database),
      surveys,
      trees: treeRows,
      inTransaction,
    }),
    // Counting a small survey is cheap, and it may have become a large one in the ten seconds that a count is kept.
    countTrees: async (surveyId) => {
      const trees = await treesOf(surveyId);
      return isLargeSurvey(trees) ? trees : treeRows.countOfSurvey(surveyId);
    },
  };
  const kept = keptRepository(database);
  const notifications = notificationsOf(databaseUrl, database.$client);
  const summary: SummaryService = summaryService({
    repository: kept,
    figures,
    plots,
    surveys,
    trees,
    treesToCheck: (survey) => checks.treesToCheck(survey),
    elsewhere,
    mostRemembered,
    onError,
  });
  const notebook = notebookService({ repository: notebookRepository(database), trees: treeWriting });
  const photos = photoService(photoRepository(database), plots, notebook, now);
  const checks: CheckService = checkService({
    repository: checkRepository(database),
    kept,
    surveys,
    plots,
    trees,
    figures,
    summary,
    kitOf,
    elsewhere,
    mostRemembered,
    onError,
  });
  return {
    version: () => versionOf(database),
    alone: aloneIn(database),
    surveys,
    surveyCommands: surveyCommands({ repository: surveyRows, surveys, inTransaction }),
    plots,
    plotCommands: plotWriting,
    photos,
    trees,
    treeCommands: treeWriting,
    history: historyService(corrections, { tree: treeWriting.undo, plot: plotWriting.undo }),
    conflicts: conflictService(database, { treesOf, now, inTransaction }),
    sync: syncService({ treesOf, now, inTransaction }),
    changes: changesService(database, kitOf),
    live: liveService(notifications, () => Date.now()),
    rules: rulesService({ corrections, inTransaction, trees, plots, surveys }),
    codes: codesService(surveys, inTransaction),
    surveySettings: surveySettingsService(surveys, inTransaction),
    bodyMarks: bodyMarkService(bodyMarkRepository(database)),
    people: peopleService(peopleRepository(database)),
    kit,
    wood: woodService({ repository: woodRepository(database), surveys, plots, figures }),
    tally: tallyService({ trees, treeCommands: treeWriting, plots, surveys, summary }),
    figures,
    summary,
    checks,
    exchange: exchangeService({
      repository: exchangeRepository(database),
      surveys,
      plots,
      figures,
      summary,
      inTransaction,
      now,
    }),
    notebook,
    report: reportService({ surveys, trees, plots, figures, summary, kit, checks, photos, now }),
    compute: computeService,
    close: async () => {
      await notifications.close();
      await close();
    },
  };
}

/** Long work goes to workers of their own where there are such, else into threads. */
function elsewhereOf(url: string): WorkerRunner | undefined {
  if (process.env.ARBOLITO_QUEUE === '1')
    return queueRunner(url, (error) => {
      log.warn({ err: error }, 'the queue of long work does not answer');
    });
  const thread = process.env.ARBOLITO_THREAD;
  return thread === undefined ? undefined : reviewApart(workerRunner(thread, url), workerRunner(thread, url));
}

let composed: Composed | undefined;

/**
 * The services of this process, made at the first call.
 *
 * @throws Error when DATABASE_URL is not set
 */
export function services(): Services {
  return ofThisProcess();
}

/** Another text whenever something was written to the database; null where it does not answer. */
export const databaseVersion = async (): Promise<string | null> => ofThisProcess().version();

function ofThisProcess(): Composed {
  const url = process.env.DATABASE_URL;
  if (composed === undefined) {
    if (url === undefined || url === '')
      throw new Error('DATABASE_URL is not set: name the PostgreSQL database to use');
    composed = compose(url, { elsewhere: elsewhereOf(url) });
  }
  return composed;
}
