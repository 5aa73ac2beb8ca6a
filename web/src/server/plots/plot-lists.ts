import type { PlotRecord, PlotRepository } from './repository.ts';

/** A list of plots, and how often each of them had been written to when it was read. */
interface ReadList {
  readonly revisions: ReadonlyMap<string, number>;
  readonly plots: readonly PlotRecord[];
}

/** Many people look at few surveys. */
const MOST_REMEMBERED = 4;

/**
 * Lists the plots of surveys and remembers them: of a survey that was listed before only those plots are read again, and their
 * trees counted, that were written to since.
 */
export function plotLists({
  listOfSurvey,
  listAmong,
  revisionsOf,
}: Pick<PlotRepository, 'listOfSurvey' | 'listAmong' | 'revisionsOf'>): (
  surveyId: string,
) => Promise<readonly PlotRecord[]> {
  const remembered = new Map<string, ReadList>();
  const plotsNow = async (surveyId: string, revisions: ReadonlyMap<string, number>): Promise<readonly PlotRecord[]> => {
    const known = remembered.get(surveyId);
    // Plots come in by their labels: with other plots the order is another one.
    const isSameList = known?.plots.every(({ id }) => revisions.has(id)) && known.plots.length === revisions.size;
    if (known === undefined || !isSameList) return listOfSurvey(surveyId);
    const changed = known.plots.filter(({ id }) => revisions.get(id) !== known.revisions.get(id)).map(({ id }) => id);
    if (changed.length === 0) return known.plots;
    const anew = new Map((await listAmong(changed)).map((plot) => [plot.id, plot]));
    return known.plots.map((plot) => anew.get(plot.id) ?? plot);
  };
  return async (surveyId) => {
    // Older than what is read: whatever is written in between is read again the next time.
    const revisions = await revisionsOf(surveyId);
    const plots = await plotsNow(surveyId, revisions);
    remembered.delete(surveyId);
    remembered.set(surveyId, { revisions, plots });
    const [oldest] = remembered.keys();
    if (remembered.size > MOST_REMEMBERED && oldest !== undefined) remembered.delete(oldest);
    return plots;
  };
}
