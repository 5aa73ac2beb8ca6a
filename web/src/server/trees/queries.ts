import type { ComparedDiameter, HeightResult, LastVisit } from '@arbolito/core/tree';
import type { ReadingRecord, ReadingView, SurveyView, TreePageView, TreeView } from '../../contracts/views.ts';
import type { PlotQueries } from '../plots/queries.ts';
import type { SurveyQueries } from '../surveys/queries.ts';
import { evaluateRow, type JudgingContext, rowEvaluator } from '../../computation/evaluate-row.ts';
import { VisitBefore } from '../../computation/last-visits.ts';
import type { TreeRepository } from './repository.ts';
import { treeReader, type TreeWithParts } from './tree-reader.ts';

/** All heights of one tree, with their readings. */
export interface TreeHeights {
  readonly heights: readonly HeightResult[];
  readonly readings: readonly ReadingView[];
}

/** A tree whose stem was measured more than once. */
export interface TreeDiameters {
  /** Method and observer of the first diameter. */
  readonly method: string;
  readonly observer: string;
  readonly others: readonly ComparedDiameter[];
}

export interface TreeQueries {
  /** @throws Problem 404 */
  readonly get: (id: string) => Promise<TreeView>;
  readonly listOfPlot: (plotId: string) => Promise<TreeView[]>;
  /** All trees of a survey in batches, plot by plot. */
  readonly eachOfSurvey: (survey: SurveyView) => AsyncGenerator<readonly TreeView[], void>;
  /** Trees of a survey by their identifiers, judged by the height curves and the kit. */
  readonly withCurveChecks: (
    survey: SurveyView,
    judging: JudgingContext,
    treeIds: readonly string[],
  ) => AsyncGenerator<readonly TreeView[], void>;
  /** Heights of the trees with several, at most two thousand trees. */
  readonly severalHeights: (survey: SurveyView) => Promise<TreeHeights[]>;
  /** Trees whose stem was measured by several instruments or people, as many as are compared. */
  readonly severalDiameters: (survey: SurveyView) => Promise<TreeDiameters[]>;
  /** Trees of a survey page by page, in the order of their identifiers. */
  readonly pageOfSurvey: (survey: SurveyView, after: string | null, atMost: number) => Promise<TreePageView>;
  /** What the visit before left on a plot, by tag. */
  readonly lastVisitsOfPlot: (survey: SurveyView, plotLabel: string) => Promise<Record<string, LastVisit>>;
  /** The methods that readings of a survey’s trees are of, by identifier. */
  readonly methodsOfSurvey: (surveyId: string) => Promise<readonly string[]>;
  /** Every reading of a tree ever kept, the oldest first. */
  readonly readings: (treeId: string) => Promise<ReadingRecord[]>;
}

/** Trees whose heights are compared. */
const MOST_COMPARED = 2_000;

interface Dependencies {
  readonly repository: TreeRepository;
  readonly plots: Pick<PlotQueries, 'get'>;
  readonly surveys: Pick<SurveyQueries, 'get'>;
  /** What the trees of a survey are judged by, as the record stands. */
  readonly judgingOf: (survey: SurveyView) => Promise<JudgingContext>;
  readonly now: () => Date;
}

/** Trees that are read from the record at a time. */
const BATCH = 500;

export function treeQueries({ repository, plots, surveys, judgingOf, now }: Dependencies): TreeQueries {
  const reader = treeReader(repository, surveys);
  async function* streamTrees(
    survey: SurveyView,
    judging: JudgingContext | undefined,
    treeIds: readonly string[],
  ): AsyncGenerator<readonly TreeView[], void> {
    const visit =
      treeIds.length === 0 ? new VisitBefore(new Map()) : await reader.visitBefore(survey, repository.listOfSurvey);
    const evaluate = rowEvaluator(survey, judging);
    const read = async (at: number): Promise<TreeWithParts[]> =>
      reader.withParts(await repository.listByIds(treeIds.slice(at, at + BATCH)), visit);
    let next = read(0);
    for (let at = 0; at < treeIds.length; at += BATCH) {
      const found = await next;
      // The database reads the next ones while these are worked out. Whoever waits for them is told what goes wrong.
      next = read(at + BATCH);
      next.catch(() => undefined);
      yield found.map(({ row, parts }) => evaluate(row, parts).view);
    }
  }
  return {
    get: async (id) => {
      const row = await reader.row(id);
      return reader.view(row, await judgingOf(await surveys.get(row.surveyId)));
    },
    listOfPlot: async (plotId) => {
      const plot = await plots.get(plotId);
      const survey = await surveys.get(plot.surveyId);
      const visit = await reader.visitBefore(survey, (id) => repository.listNamed(id, plot.label));
      const evaluate = rowEvaluator(survey, await judgingOf(survey));
      return reader.views(await repository.listOfPlot(plotId), visit, evaluate);
    },
    eachOfSurvey: async function* (survey) {
      yield* streamTrees(survey, await judgingOf(survey), await repository.idsOfSurvey(survey.id));
    },
    severalDiameters: async (survey) => {
      const rows = await repository.listByIds(await repository.idsWithOtherDiameters(survey.id, MOST_COMPARED));
      return (await reader.withParts(rows, new VisitBefore(new Map()))).map(({ row, parts }) => {
        const first = parts.readings.find(({ measure, stem }) => measure === 'diameter' && (stem ?? 1) === 1);
        return {
          method: first?.methodId ?? '',
          observer: first?.observer ?? row.observer,
          others: evaluateRow(row, parts, survey).reckoned.otherDiameters,
        };
      });
    },
    severalHeights: async (survey) => {
      const rows = await repository.listByIds(await repository.idsWithHeights(survey.id, MOST_COMPARED));
      return (await reader.withParts(rows, new VisitBefore(new Map()))).map(({ row, parts }) => ({
        heights: evaluateRow(row, parts, survey).reckoned.heights.heights,
        readings: parts.readings,
      }));
    },
    withCurveChecks: streamTrees,
    pageOfSurvey: async (survey, after, atMost) => {
      const rows = await repository.page(survey.id, after, atMost + 1);
      const shown = rows.slice(0, atMost);
      const visit = await reader.visitBefore(survey, async (id) => {
        const named = await Promise.all(shown.map(({ plotLabel, tag }) => repository.listNamed(id, plotLabel, tag)));
        return named.flat();
      });
      return {
        trees: await reader.views(shown, visit, rowEvaluator(survey, await judgingOf(survey))),
        next: rows.length > atMost ? (shown.at(-1)?.id ?? null) : null,
      };
    },
    lastVisitsOfPlot: async (survey, plotLabel) => {
      const visit = await reader.visitBefore(survey, (id) => repository.listNamed(id, plotLabel));
      return visit.onPlot(plotLabel, now().toISOString());
    },
    methodsOfSurvey: repository.methodsOf,
    readings: async (treeId) => {
      await reader.row(treeId);
      return repository.allReadings(treeId);
    },
  };
}
