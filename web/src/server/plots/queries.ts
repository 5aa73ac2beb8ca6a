import { plotAreaM2 } from '@arbolito/core/plot';
import type { PlotView } from '../../contracts/views.ts';
import { notFound } from '../problem.ts';
import { plotLists } from './plot-lists.ts';
import type { PlotName, PlotRecord, PlotRepository } from './repository.ts';
import { t } from '../../messages/text.ts';

/** Left out at the ends of the list. */
export interface PlotNeighbours {
  readonly previous: PlotName | undefined;
  readonly next: PlotName | undefined;
}

export interface PlotQueries {
  readonly listOfSurvey: (surveyId: string) => Promise<PlotView[]>;
  /** Those of some identifiers, in any order. */
  readonly listAmong: (ids: readonly string[]) => Promise<PlotView[]>;
  /** How often each plot of a survey was written to. */
  readonly revisionsOf: (surveyId: string) => Promise<ReadonlyMap<string, number>>;
  /** The plots before and after one, in the order in which they are listed. */
  readonly neighbours: (plot: PlotView) => Promise<PlotNeighbours>;
  /** @throws Problem 404 */
  readonly get: (id: string) => Promise<PlotView>;
}

const plotView = (plot: PlotRecord): PlotView => ({ ...plot, areaM2: plotAreaM2(plot.shape) });

export const plotQueries = (plots: PlotRepository, listOfSurvey = plotLists(plots)): PlotQueries => ({
  listOfSurvey: async (surveyId) => (await listOfSurvey(surveyId)).map(plotView),
  listAmong: async (ids) => (await plots.listAmong(ids)).map(plotView),
  revisionsOf: plots.revisionsOf,
  neighbours: async ({ id, surveyId }) => {
    const names = await plots.namesOfSurvey(surveyId);
    const at = names.findIndex((each) => each.id === id);
    return { previous: names[at - 1], next: names[at + 1] };
  },
  get: async (id) => {
    const plot = await plots.find(id);
    if (plot === null) throw notFound(t('server.this-plot', 'This plot'));
    return plotView(plot);
  },
});
