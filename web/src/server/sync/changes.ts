import { grouped } from '@arbolito/core/statistics';
import type { KitAtHand } from '@arbolito/core/instruments';
import { deadCodes } from '@arbolito/core/protocol';
import type { ChangesQueryDto, ChangesView, PlotCopy } from '../../contracts/sync.ts';
import type { SurveyView } from '../../contracts/views.ts';
import { conflictRepository } from '../conflicts/repository.ts';
import { conflictViews } from '../conflicts/conflict-views.ts';
import type { Queryable } from '../database/connection.ts';
import { digestOf } from '../digest.ts';
import { plotQueries } from '../plots/queries.ts';
import { type ChangedPlot, plotRepository } from '../plots/repository.ts';
import { surveyQueries } from '../surveys/queries.ts';
import { surveyRepository } from '../surveys/repository.ts';
import { plainTrees } from '../trees/plain-tree.ts';
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

async function copies(database: Queryable, survey: SurveyView, page: readonly ChangedPlot[]): Promise<PlotCopy[]> {
  const ids = page.map(({ id }) => id);
  if (ids.length === 0) return [];
  const views = new Map((await plotQueries(plotRepository(database)).listAmong(ids)).map((plot) => [plot.id, plot]));
  const repository = treeRepository(database);
  const trees = await plainTrees(repository, await repository.listOfPlots(ids), deadCodes(survey.design.conditions));
  const byPlot = grouped(trees, ({ plotId }) => plotId);
  return page.flatMap(({ id }): PlotCopy[] => {
    const plot = views.get(id);
    return plot === undefined ? [] : [{ plot, trees: byPlot.get(id) ?? [] }];
  });
}

export const changesService = (
  database: Queryable,
  kitOf: (survey: SurveyView) => Promise<readonly KitAtHand[]>,
): ChangesService => ({
  since: async (surveyId, { after = FIRST, settings: known, strata }) => {
    const survey = await surveyQueries(surveyRepository(database)).get(surveyId);
    const settings = digestOf(survey);
    const [changedIn = '0', id = ''] = after.split('.');
    const cursor = { changedIn, id };
    const found = await plotRepository(database).listChanged(surveyId, cursor, PLOTS_AT_A_TIME + 1, strata?.split(','));
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
      conflicts: await conflictViews(database, open),
    };
  },
});
