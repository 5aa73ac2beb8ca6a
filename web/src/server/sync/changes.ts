import { grouped } from '@arbolito/core/statistics';
import type { KitAtHand } from '@arbolito/core/instruments';
import { deadCodes } from '@arbolito/core/protocol';
import { isDead } from '@arbolito/core/tree';
import type { ChangesQueryDto, ChangesView, PlainTree, PlotCopy } from '../../contracts/sync.ts';
import type { SurveyView } from '../../contracts/views.ts';
import { conflictRepository } from '../conflicts/repository.ts';
import { conflictSources, conflictViews } from '../conflicts/service.ts';
import type { Queryable } from '../database/connection.ts';
import { digestOf } from '../digest.ts';
import { plotQueries } from '../plots/queries.ts';
import { type ChangedPlot, plotRepository } from '../plots/repository.ts';
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
  return page.flatMap(({ id }): PlotCopy[] => {
    const plot = views.get(id);
    return plot === undefined ? [] : [{ plot, trees: byPlot.get(id) ?? [] }];
  });
}

export const changesService = (
  database: Queryable,
  kitOf: (survey: SurveyView) => Promise<readonly KitAtHand[]>,
): ChangesService => ({
  since: async (surveyId, { after = FIRST, settings: known }) => {
    const survey = await surveyQueries(surveyRepository(database)).get(surveyId);
    const settings = digestOf(survey);
    const [changedIn = '0', id = ''] = after.split('.');
    const cursor = { changedIn, id };
    const found = await plotRepository(database).listChanged(surveyId, cursor, PLOTS_AT_A_TIME + 1);
    const page = onePage(found);
    const last = page.at(-1);
    const open = await conflictRepository(database).listOpen(surveyId);
    return {
      cursor: last === undefined ? after : `${last.changedIn}.${last.id}`,
      more: page.length < found.length,
      survey: settings === known ? null : survey,
      kit: await kitOf(survey),
      settings,
      // Whatever is written between the questions raises the revision again, and comes with the next page.
      plots: await copies(database, survey, page),
      conflicts: await conflictViews(conflictSources(database), open),
    };
  },
});
