import type { ActDto, AuxiliaryValuesDto, PlotCorrectionDto } from '../../contracts/tree.ts';
import type { PlotView } from '../../contracts/views.ts';
import type { Queryable } from '../database/connection.ts';
import { digestOf } from '../digest.ts';
import { forgetPlot, raiseRevision } from '../revisions/repository.ts';
import { lockPlot, type PlotState, plotStateOf, setPlotState } from '../plots/repository.ts';
import type { PlotService } from '../plots/service.ts';
import { invalidField, notFound, Problem } from '../problem.ts';
import { alreadyMade, correctionRow, sameState } from './corrections.ts';
import type { StoredCorrection, TreeRepository, TreeStore } from './repository.ts';

/** @throws Problem for a state that no plot can be in */
function refusePlotState(label: string, { empty, latitude, longitude }: PlotState, trees: number): void {
  if (empty && trees > 0) {
    throw new Problem('conflict', `Plot ${label} has ${String(trees)} trees on the record: it cannot be empty.`, {
      errors: [{ pointer: '/empty', code: 'plot-has-trees', detail: `There are ${String(trees)} trees on the plot.` }],
    });
  }
  if ((latitude === null) !== (longitude === null)) {
    const pointer = latitude === null ? '/latitude' : '/longitude';
    throw invalidField(pointer, 'position-half', 'A position has a latitude and a longitude: give both.');
  }
}

/** A change of a plot on its way onto the record. */
interface PlotChange {
  readonly id: string;
  readonly change: Partial<PlotState>;
  readonly act: ActDto;
  readonly digest: string;
  readonly undoes?: { readonly id: string; readonly after: unknown };
  /** The survey that the plot must be one of, where one was named. */
  readonly surveyId?: string;
}

async function changePlot(
  repository: TreeRepository,
  tx: Queryable,
  { id, change, act, digest, undoes, surveyId }: PlotChange,
): Promise<void> {
  const plot = await lockPlot(tx, id);
  if (plot === null) throw notFound('This plot');
  if (surveyId !== undefined && plot.surveyId !== surveyId)
    throw new Problem('conflict', `Plot ${plot.label} is one of another survey. Nothing was kept.`);
  if (await alreadyMade(repository, act.id, digest)) return;
  const before = plotStateOf(plot);
  if (undoes !== undefined && !sameState(before, { ...before, ...(undoes.after as Partial<PlotState>) }))
    throw new Problem('conflict', 'The plot has been changed since.');
  const after: PlotState = { ...before, ...change };
  refusePlotState(plot.label, after, (await repository.listOfPlot(id)).length);
  await setPlotState(tx, id, after);
  // A quick figure is told of the plot alone: what was worked out of its trees still holds.
  if (Object.keys(change).every((key) => key === 'auxiliary')) await raiseRevision(tx, id);
  else await forgetPlot(tx, id);
  await repository.insertCorrection(
    correctionRow(act, digest, {
      kind: undoes === undefined ? 'change' : 'undo',
      undoes: undoes?.id ?? null,
      subject: 'plot',
      subjectId: id,
      before,
      after,
    }),
  );
}

/** Corrections of plots: each is kept with what was before. */
export function plotChanges(store: TreeStore, plots: PlotService) {
  return {
    correctPlot: async (id: string, correction: PlotCorrectionDto): Promise<PlotView> => {
      const { id: _id, observer: _observer, device: _device, madeAt: _madeAt, ...change } = correction;
      const digest = digestOf({ id, correction });
      await store.atOnce((repository, tx) => changePlot(repository, tx, { id, change, act: correction, digest }));
      return plots.get(id);
    },
    setAuxiliary: async (surveyId: string, { figures, ...act }: AuxiliaryValuesDto): Promise<readonly PlotView[]> => {
      // Always in one order, so that two writers never wait for each other.
      const inOrder = [...figures].sort((a, b) => a.plotId.localeCompare(b.plotId, 'en'));
      await store.atOnce(async (repository, tx) => {
        for (const { id, plotId, auxiliary } of inOrder) {
          const own: ActDto = { ...act, id };
          const digest = digestOf({ id: plotId, auxiliary, act: own });
          await changePlot(repository, tx, { id: plotId, change: { auxiliary }, act: own, digest, surveyId });
        }
      });
      return plots.listOfSurvey(surveyId);
    },
    undoPlot: async ({ id, subjectId, before, after }: StoredCorrection, act: ActDto): Promise<void> => {
      const digest = digestOf({ undoes: id, act });
      await store.atOnce((repository, tx) =>
        changePlot(repository, tx, {
          id: subjectId,
          change: before as Partial<PlotState>,
          act,
          digest,
          undoes: { id, after },
        }),
      );
    },
  };
}
