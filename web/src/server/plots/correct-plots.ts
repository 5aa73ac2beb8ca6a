import type { PlotRegeneration } from '@arbolito/core/protocol';
import { mergeChange } from '@arbolito/core/tree';
import { plotFactOf, plotFacts } from '../../contracts/plot-facts.ts';
import type { ActDto, AuxiliaryValuesDto, PlotCorrectionDto } from '../../contracts/tree.ts';
import type { PlotView } from '../../contracts/views.ts';
import type { InTransaction, Queryable } from '../database/connection.ts';
import { openConflict } from '../conflicts/open-conflict.ts';
import { conflictRepository } from '../conflicts/repository.ts';
import { digestOf } from '../digest.ts';
import { isRecorded, newCorrection, sameState } from '../history/correction.ts';
import { correctionRepository } from '../history/repository.ts';
import type { Undo } from '../history/service.ts';
import { invalidField, notFound, Problem } from '../problem.ts';
import { forgetPlot, raiseRevision } from '../revisions/repository.ts';
import { surveyRepository } from '../surveys/repository.ts';
import type { PlotQueries } from './queries.ts';
import { plotRepository, type PlotState } from './repository.ts';
import { t } from '../../messages/text.ts';

/** Corrections of plots: each is kept with what was before. */
export interface PlotCorrections {
  readonly correct: (id: string, correction: PlotCorrectionDto) => Promise<PlotView>;
  /** Sets the auxiliary values of many plots, all of them or none. */
  readonly setAuxiliary: (surveyId: string, values: AuxiliaryValuesDto) => Promise<readonly PlotView[]>;
  readonly undo: Undo;
}

const plotStateOf = (plot: PlotState): PlotState => ({
  finished: plot.finished,
  empty: plot.empty,
  slopePct: plot.slopePct,
  aspectDeg: plot.aspectDeg,
  latitude: plot.latitude,
  longitude: plot.longitude,
  ground: plot.ground,
  measuredOn: plot.measuredOn,
  crew: plot.crew,
  auxiliary: plot.auxiliary,
  regeneration: plot.regeneration,
});

/** @throws Problem for a state that no plot can be in */
function refusePlotState(label: string, { empty, latitude, longitude }: PlotState, trees: number): void {
  if (empty && trees > 0) {
    throw new Problem(
      'conflict',
      t('server.plot-has-trees-it-cannot', 'Plot {label} has {trees} trees: it cannot be empty.', {
        label,
        trees: String(trees),
      }),
      {
        errors: [
          {
            pointer: '/empty',
            code: 'plot-has-trees',
            detail: t('server.the-plot-has-trees', 'The plot has {trees} trees.', { trees: String(trees) }),
          },
        ],
      },
    );
  }
  if ((latitude === null) !== (longitude === null)) {
    const pointer = latitude === null ? '/latitude' : '/longitude';
    throw invalidField(
      pointer,
      'position-half',
      t('server.a-position-needs-latitude-and', 'A position needs latitude and longitude.'),
    );
  }
}

/** @throws Problem 422 for a species that the survey has not */
async function refuseStrangers(tx: Queryable, surveyId: string, { counts }: PlotRegeneration): Promise<void> {
  const known = new Set((await surveyRepository(tx).find(surveyId))?.species.map(({ code }) => code));
  const at = counts.findIndex(({ speciesCode }) => !known.has(speciesCode));
  const stranger = counts[at];
  if (stranger !== undefined)
    throw invalidField(
      `/regeneration/counts/${String(at)}/speciesCode`,
      'species-unknown',
      t('server.the-survey-has-no-species', 'The survey has no species {speciesCode}. It has {join}.', {
        speciesCode: stranger.speciesCode,
        join: [...known].join(', '),
      }),
    );
}

interface PlotChange {
  readonly id: string;
  /** The correction that it was sent as, and what that found; where it found nothing, it is taken whatever others did. */
  readonly sent?: PlotCorrectionDto;
  readonly change: Partial<PlotState>;
  readonly act: ActDto;
  readonly digest: string;
  readonly undoes?: { readonly id: string; readonly after: unknown };
  /** The survey that the plot must belong to, where one was named. */
  readonly surveyId?: string;
}

/** The fields of a change that nobody else has changed since it was made. The others wait for a person. */
async function undisputed(
  tx: Queryable,
  plot: PlotState & { readonly id: string; readonly surveyId: string },
  change: Partial<PlotState>,
  sent: PlotCorrectionDto | undefined,
): Promise<Partial<PlotState>> {
  if (sent?.seen === undefined) return change;
  const mine = plotFacts(change);
  const { taken, disputed } = mergeChange(sent.seen, mine, plotFacts(plotStateOf(plot)));
  for (const fact of disputed)
    await openConflict(conflictRepository(tx), {
      ...{ kind: 'change', surveyId: plot.surveyId, plotId: plot.id, subjectId: plot.id, fact },
      ...{ seen: sent.seen[fact], factText: mine[fact] ?? '', change: sent, madeAt: sent.madeAt },
    });
  return Object.fromEntries(Object.entries(change).filter(([field]) => taken.includes(plotFactOf(field))));
}

async function changePlot(
  tx: Queryable,
  { id, change: wanted, sent, act, digest, undoes, surveyId }: PlotChange,
): Promise<void> {
  const plots = plotRepository(tx);
  const corrections = correctionRepository(tx);
  const plot = (await plots.lock(id)) ? await plots.find(id) : null;
  if (plot === null) throw notFound(t('server.this-plot', 'This plot'));
  if (surveyId !== undefined && plot.surveyId !== surveyId)
    throw new Problem(
      'conflict',
      t('server.plot-belongs-to-another-survey', 'Plot {label} belongs to another survey. Nothing was saved.', {
        label: plot.label,
      }),
    );
  if (await isRecorded(corrections, act.id, digest)) return;
  const before = plotStateOf(plot);
  if (undoes !== undefined && !sameState(before, { ...before, ...(undoes.after as Partial<PlotState>) }))
    throw new Problem(
      'conflict',
      t('server.the-plot-was-changed-after', 'The plot was changed after this correction.'),
    );
  const change = await undisputed(tx, plot, wanted, sent);
  if (Object.keys(change).length === 0 && Object.keys(wanted).length > 0) return;
  const after: PlotState = { ...before, ...change };
  if (undoes === undefined && change.regeneration) await refuseStrangers(tx, plot.surveyId, change.regeneration);
  refusePlotState(plot.label, after, plot.trees);
  await plots.setState(id, after);
  // These concern the plot alone: the results of its trees still hold.
  if (Object.keys(change).every((key) => key === 'auxiliary' || key === 'regeneration')) await raiseRevision(tx, id);
  else await forgetPlot(tx, id);
  await corrections.insert(
    newCorrection(act, digest, {
      kind: undoes === undefined ? 'change' : 'undo',
      undoes: undoes?.id ?? null,
      subject: 'plot',
      subjectId: id,
      before,
      after,
    }),
  );
}

interface Dependencies {
  readonly plots: PlotQueries;
  readonly inTransaction: InTransaction;
}

export const correctPlots = ({ plots, inTransaction }: Dependencies): PlotCorrections => ({
  correct: async (id, correction) => {
    const { id: _id, observer: _observer, device: _device, madeAt: _madeAt, seen: _seen, ...change } = correction;
    const digest = digestOf({ id, correction });
    await inTransaction((tx) => changePlot(tx, { id, change, sent: correction, act: correction, digest }));
    return plots.get(id);
  },
  setAuxiliary: async (surveyId, { figures, ...act }) => {
    // Always in one order, so that two writers never wait for each other.
    const inOrder = [...figures].sort((a, b) => a.plotId.localeCompare(b.plotId, 'en'));
    await inTransaction(async (tx) => {
      for (const { id, plotId, auxiliary } of inOrder) {
        const own: ActDto = { ...act, id };
        const digest = digestOf({ id: plotId, auxiliary, act: own });
        await changePlot(tx, { id: plotId, change: { auxiliary }, act: own, digest, surveyId });
      }
    });
    return plots.listOfSurvey(surveyId);
  },
  undo: async ({ id, subjectId, before, after }, act) => {
    const digest = digestOf({ undoes: id, act });
    await inTransaction((tx) =>
      changePlot(tx, {
        id: subjectId,
        change: before as Partial<PlotState>,
        act,
        digest,
        undoes: { id, after },
      }),
    );
  },
});
