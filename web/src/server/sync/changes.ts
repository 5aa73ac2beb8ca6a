import { grouped } from '@arbolito/core/statistics';
import { deadCodes } from '@arbolito/core/protocol';
import { isDead } from '@arbolito/core/tree';
import { and, asc, count, eq, isNull, sql } from 'drizzle-orm';
import type { ChangesQueryDto, ChangesView, PlainTree, PlotCopy } from '../../contracts/sync.ts';
import type { SurveyView } from '../../contracts/views.ts';
import { conflictRepository } from '../conflicts/repository.ts';
import { conflictSources, conflictViews } from '../conflicts/service.ts';
import type { Queryable } from '../database/connection.ts';
import { plots, trees } from '../database/schema.ts';
import { digestOf } from '../digest.ts';
import { plotQueries } from '../plots/queries.ts';
import { plotRepository } from '../plots/repository.ts';
import { surveyQueries } from '../surveys/queries.ts';
import { surveyRepository } from '../surveys/repository.ts';
import { treeRepository } from '../trees/repository.ts';

export interface ChangesService {
  /**
   * What was changed of a survey since a cursor, a page at a time. Asked again with the cursor of the last answer, it gives
   * what was changed since then, and never leaves anything out; a plot may come twice.
   *
   * @throws Problem 404
   */
  readonly since: (surveyId: string, query: ChangesQueryDto) => Promise<ChangesView>;
}

/** A page ends behind the plot that brings it to so many trees. */
const TREES_AT_A_TIME = 1_000;
const PLOTS_AT_A_TIME = 200;

const FIRST = '0.00000000-0000-0000-0000-000000000000';

interface ChangedPlot {
  readonly id: string;
  readonly revision: number;
  readonly changedIn: string;
  readonly trees: number;
}

/**
 * Plots that were written since a cursor, in the order in which they were. Those that somebody is writing now, and all that
 * come after them, wait until that is done: a cursor must not pass what it cannot see.
 */
async function changedPlots(database: Queryable, surveyId: string, after: string): Promise<ChangedPlot[]> {
  const [xid = '0', id = ''] = after.split('.');
  // A database that was restored elsewhere counts its transactions anew: then all of it is new.
  const known = sql`case when ${xid}::xid8 > pg_snapshot_xmax(pg_current_snapshot()) then '0'::xid8 else ${xid}::xid8 end`;
  return database
    .select({
      id: plots.id,
      revision: plots.revision,
      changedIn: sql<string>`${plots.changedIn}::text`,
      trees: count(trees.id),
    })
    .from(plots)
    .leftJoin(trees, and(eq(trees.plotId, plots.id), isNull(trees.deletedAt)))
    .where(
      and(
        eq(plots.surveyId, surveyId),
        sql`(${plots.changedIn}, ${plots.id}) > (${known}, ${id}::uuid)`,
        sql`${plots.changedIn} < pg_snapshot_xmin(pg_current_snapshot())`,
      ),
    )
    .groupBy(plots.id)
    .orderBy(asc(plots.changedIn), asc(plots.id))
    .limit(PLOTS_AT_A_TIME + 1);
}

/** Plots up to the one that brings the page to its size. */
function onePage(found: readonly ChangedPlot[]): readonly ChangedPlot[] {
  const page: ChangedPlot[] = [];
  let held = 0;
  for (const plot of found.slice(0, PLOTS_AT_A_TIME)) {
    page.push(plot);
    held += plot.trees;
    if (held >= TREES_AT_A_TIME) break;
  }
  return page;
}

/** Trees of plots as they were read, by plot. */
async function plainTrees(
  database: Queryable,
  survey: SurveyView,
  plotIds: readonly string[],
): Promise<ReadonlyMap<string, PlainTree[]>> {
  const repository = treeRepository(database);
  const rows = await repository.listOfPlots(plotIds);
  const readings = await repository.readingsInUse(rows.map(({ observationId }) => observationId));
  const stems = await repository.stemsOf(rows.map(({ id }) => id));
  const dead = deadCodes(survey.design.conditions);
  const plain = rows.map(
    ({ id, plotId, tag, speciesCode, observer, observedAt, taping, heights, notes, observationId }): PlainTree => ({
      ...{ id, plotId, tag, speciesCode, observer, observedAt, taping, heights, notes },
      dead: isDead(notes, dead),
      readings: readings.get(observationId) ?? [],
      stems: (stems.get(id) ?? []).map((stem) => ({ id: stem.id, ordinal: stem.ordinal })),
    }),
  );
  return grouped(plain, ({ plotId }) => plotId);
}

async function copies(database: Queryable, survey: SurveyView, page: readonly ChangedPlot[]): Promise<PlotCopy[]> {
  const ids = page.map(({ id }) => id);
  if (ids.length === 0) return [];
  const views = new Map((await plotQueries(plotRepository(database)).listAmong(ids)).map((plot) => [plot.id, plot]));
  const byPlot = await plainTrees(database, survey, ids);
  return page.flatMap(({ id, revision }): PlotCopy[] => {
    const plot = views.get(id);
    return plot === undefined ? [] : [{ plot, revision, trees: byPlot.get(id) ?? [] }];
  });
}

export const changesService = (database: Queryable): ChangesService => ({
  since: async (surveyId, { after = FIRST, settings: known }) => {
    const survey = await surveyQueries(surveyRepository(database)).get(surveyId);
    const settings = digestOf(survey);
    const found = await changedPlots(database, surveyId, after);
    const page = onePage(found);
    const last = page.at(-1);
    const open = await conflictRepository(database).listOpen(surveyId);
    return {
      cursor: last === undefined ? after : `${last.changedIn}.${last.id}`,
      more: page.length < found.length,
      survey: settings === known ? null : survey,
      settings,
      // Whatever is written between the questions raises the revision again, and comes with the next page.
      plots: await copies(database, survey, page),
      conflicts: await conflictViews(conflictSources(database), open),
    };
  },
});
