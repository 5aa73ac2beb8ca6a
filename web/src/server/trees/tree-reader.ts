import type { SurveyView, TreeView } from '../../contracts/views.ts';
import { notFound } from '../problem.ts';
import type { SurveyQueries } from '../surveys/queries.ts';
import {
  evaluateRow,
  type JudgingContext,
  type RowEvaluator,
  rowEvaluator,
  type RowParts,
} from '../../computation/evaluate-row.ts';
import { VisitBefore, visitBefore } from '../../computation/last-visits.ts';
import type { TreeRepository, TreeRow } from './repository.ts';
import { t } from '../../messages/text.ts';

/** A tree with all that belongs to it. */
export interface TreeWithParts {
  readonly row: TreeRow;
  readonly parts: RowParts;
}

/** Puts stored trees together with their readings, their stems and the visit before. */
export interface TreeReader {
  /** @throws Problem 404 */
  readonly row: (id: string) => Promise<TreeRow>;
  /** The visit before, whole or only those of its trees that are asked for. */
  readonly visitBefore: (
    survey: SurveyView,
    rowsOf: (previousSurveyId: string) => Promise<TreeRow[]>,
  ) => Promise<VisitBefore>;
  readonly withParts: (rows: readonly TreeRow[], visit: VisitBefore) => Promise<TreeWithParts[]>;
  /** Evaluated trees. */
  readonly views: (rows: readonly TreeRow[], visit: VisitBefore, evaluate: RowEvaluator) => Promise<TreeView[]>;
  /** One evaluated tree. */
  readonly view: (row: TreeRow, judging?: JudgingContext) => Promise<TreeView>;
  /** One evaluated tree whose parts are at hand, as those of a tree that was just stored. */
  readonly viewOf: (row: TreeRow, parts: Omit<RowParts, 'lastVisit'>, survey: SurveyView) => Promise<TreeView>;
}

/** @param trees on a database or in a transaction */
export function treeReader(trees: TreeRepository, surveys: Pick<SurveyQueries, 'get'>): TreeReader {
  const visitBeforeOf: TreeReader['visitBefore'] = async (survey, rowsOf) => {
    if (survey.previousSurveyId === null) return new VisitBefore(new Map());
    const previous = await surveys.get(survey.previousSurveyId);
    const rows = await rowsOf(previous.id);
    const readings = await trees.readingsInUse(rows.map(({ observationId }) => observationId));
    return visitBefore(
      previous,
      rows.map((row) => ({ row, readings: readings.get(row.observationId) ?? [] })),
    );
  };
  const withParts: TreeReader['withParts'] = async (rows, visit) => {
    const readings = await trees.readingsInUse(rows.map(({ observationId }) => observationId));
    const stems = await trees.stemsOf(rows.map(({ id }) => id));
    return rows.map((row) => ({
      row,
      parts: {
        readings: readings.get(row.observationId) ?? [],
        stems: stems.get(row.id) ?? [],
        lastVisit: visit.of(row, row.observedAt),
      },
    }));
  };
  const views: TreeReader['views'] = async (rows, visit, evaluate) =>
    (await withParts(rows, visit)).map(({ row, parts }) => evaluate(row, parts).view);
  const visitOf = (row: TreeRow, survey: SurveyView): Promise<VisitBefore> =>
    visitBeforeOf(survey, (id) => trees.listNamed(id, row.plotLabel, row.tag));
  return {
    row: async (id) => {
      const row = await trees.find(id);
      if (row === null) throw notFound(t('server.this-tree', 'This tree'));
      return row;
    },
    visitBefore: visitBeforeOf,
    withParts,
    views,
    view: async (row, judging) => {
      const survey = await surveys.get(row.surveyId);
      const [view] = await views([row], await visitOf(row, survey), rowEvaluator(survey, judging));
      if (view === undefined) throw notFound(t('server.this-tree', 'This tree'));
      return view;
    },
    viewOf: async (row, parts, survey) => {
      const lastVisit = (await visitOf(row, survey)).of(row, row.observedAt);
      return evaluateRow(row, { ...parts, lastVisit }, survey).view;
    },
  };
}
