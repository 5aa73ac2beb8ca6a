import { useEffect } from 'react';
import { call } from '../../client/api.ts';
import { watchSurvey } from '../../client/device/live.ts';
import { readChanges, storedPlot, storedSurvey } from '../../client/device/survey-copies.ts';
import type { PlotCopy } from '../../contracts/sync.ts';
import type { PlotView, TreeView } from '../../contracts/views.ts';
import type { TallyStore } from './store.ts';

/** Trees come in bursts: a plot is read once they have stopped for so long. */
const QUIET_MS = 400;
/** What was written beside a long write shows up in the copy only after that. */
const AGAIN_MS = 2_000;

/** A plot as it is now: by the copy of its survey where there is one, else by itself. */
async function readPlot({ id, surveyId }: PlotView): Promise<PlotCopy | undefined> {
  if ((await storedSurvey(surveyId)) !== undefined) {
    await readChanges(surveyId);
    return storedPlot(id);
  }
  // The plot first: its trees may be newer, and are read again then.
  const plot = await call<PlotView>('GET', `/api/plots/${id}`);
  return { plot, trees: await call<readonly TreeView[]>('GET', `/api/trees?plot=${id}`) };
}

/** Shows the trees of other crews as they come in. */
export function useLivePlot(
  plot: PlotView,
  crew: string,
  knows: TallyStore['knows'],
  onCopy: (copy: PlotCopy) => void,
): void {
  const { id, surveyId } = plot;
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const read = async (revision: number): Promise<void> => {
      if (revision > 0 && knows(revision)) return;
      const copy = await readPlot(plot).catch(() => undefined);
      if (copy === undefined) return;
      onCopy(copy);
      if (copy.plot.revision < revision) timer = setTimeout(() => void read(revision), AGAIN_MS);
    };
    const stop = watchSurvey({ surveyId, plotId: id, crew }, (changed, revision) => {
      if (changed !== null && changed !== id) return;
      clearTimeout(timer);
      timer = setTimeout(() => void read(revision), QUIET_MS);
    });
    return () => {
      clearTimeout(timer);
      stop();
    };
  }, [id, surveyId, crew, knows, onCopy]);
}
