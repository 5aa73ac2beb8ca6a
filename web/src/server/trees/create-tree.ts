import { deadCodes } from '@arbolito/core/protocol';
import type { TreeAfterWrite } from '../../contracts/sync.ts';
import type { NewTreeDto } from '../../contracts/tree.ts';
import type { PlotView, SurveyView, TreeView } from '../../contracts/views.ts';
import { digestOf } from '../digest.ts';
import { LIMITS } from '../limits.ts';
import { fullUp, invalidField, Problem } from '../problem.ts';
import { checkTree } from './check-tree.ts';
import type { RowParts } from '../../computation/evaluate-row.ts';
import { newTreeRows } from './new-tree-rows.ts';
import { plainTree } from './plain-tree.ts';
import { meantReadings } from './readings.ts';
import { newlyStored, type NewTreeRows, type TreeRow } from './repository.ts';
import { explainingConflicts, type TreeWriting } from './tree-writing.ts';
import { t } from '../../messages/text.ts';

type NewParts = Omit<RowParts, 'lastVisit'>;

const compared = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);

/** @throws Problem 422 where the tree names a plot that does not exist */
const plotOf = ({ plots }: TreeWriting, plotId: string): Promise<PlotView> =>
  plots.get(plotId).catch((error: unknown) => {
    if (error instanceof Problem && error.code === 'not-found')
      throw invalidField(
        '/plotId',
        'plot-unknown',
        t('server.there-is-no-such-plot-2', 'There is no such plot. Choose a plot of the survey.'),
      );
    throw error;
  });

/** @throws Problem for a survey that is full, or a plot that is said to be empty */
async function refuseWithoutRoom({ treesOf }: TreeWriting, plot: PlotView): Promise<void> {
  if ((await treesOf(plot.surveyId)) >= LIMITS.treesPerSurvey)
    throw fullUp('trees', LIMITS.treesPerSurvey, t('server.a-survey', 'A survey'));
  if (plot.empty) {
    throw new Problem(
      'conflict',
      t('server.plot-is-declared-empty-reopen', 'Plot {label} is declared empty. Reopen it before you add a tree.', {
        label: plot.label,
      }),
      {
        errors: [
          {
            pointer: '/plotId',
            code: 'plot-empty',
            detail: t('server.plot-is-declared-empty-2', 'Plot {label} is declared empty.', { label: plot.label }),
          },
        ],
      },
    );
  }
}

/** The tree that these rows make, as it comes back from the record. */
function storedTree(rows: NewTreeRows, plot: PlotView): { readonly row: TreeRow; readonly parts: NewParts } {
  const { tree, observation } = rows;
  const { taping = null, heights = null, notes = null } = observation;
  const ordinals = new Map(rows.stems.map(({ id, ordinal }) => [id, ordinal]));
  const readings = rows.readings.map((reading) => newlyStored(reading, ordinals.get(reading.stemId) ?? 1));
  return {
    row: {
      ...{ id: tree.id, surveyId: plot.surveyId, plotId: plot.id, plotLabel: plot.label, plotSlopePct: plot.slopePct },
      ...{ tag: tree.tag, speciesCode: tree.speciesCode, deletedAt: null, writeDigest: tree.writeDigest },
      ...{
        taping,
        heights,
        notes,
        observationId: observation.id,
        observer: observation.observer,
        device: observation.device,
      },
      observedAt: new Date(observation.observedAt).toISOString(),
    },
    parts: {
      stems: rows.stems.toSorted((a, b) => a.ordinal - b.ordinal),
      readings: readings.sort(
        (a, b) => (a.stem ?? 1) - (b.stem ?? 1) || compared(a.takenAt, b.takenAt) || compared(a.id, b.id),
      ),
    },
  };
}

/** A tree that can be stored as it is. */
export interface ReadyTree {
  readonly plot: PlotView;
  readonly survey: SurveyView;
  readonly rows: NewTreeRows;
}

/**
 * Checks a new tree.
 *
 * @throws Problem for a tree that cannot be
 */
export async function readyTree(writing: TreeWriting, written: NewTreeDto): Promise<ReadyTree> {
  const tree = { ...written, readings: meantReadings(written.readings) };
  const plot = await plotOf(writing, tree.plotId);
  await refuseWithoutRoom(writing, plot);
  const survey = await writing.surveys.get(plot.surveyId);
  checkTree(tree, survey);
  return { plot, survey, rows: newTreeRows(tree, plot.surveyId, digestOf(written)) };
}

/** A tree that was just stored, with its figures. */
function viewOfStored({ reader }: TreeWriting, { plot, survey, rows }: ReadyTree): Promise<TreeView> {
  const { row, parts } = storedTree(rows, plot);
  return reader.viewOf(row, parts, survey);
}

/** A tree that was just stored, without figures. */
export function plainOfStored({ plot, survey, rows }: ReadyTree): TreeAfterWrite {
  const { row, parts } = storedTree(rows, plot);
  return plainTree(row, parts, deadCodes(survey.design.conditions));
}

/** The tree that this very write has stored already; null where there is none. */
export async function storedBefore({ repository }: TreeWriting, written: NewTreeDto): Promise<TreeRow | null> {
  const there = await repository.find(written.id);
  return there?.writeDigest === digestOf(written) ? there : null;
}

/**
 * Stores a tree with its readings.
 *
 * @returns the tree, and whether it was created by this write; the same write again creates nothing
 */
export async function createTree(
  writing: TreeWriting,
  written: NewTreeDto,
): Promise<{ readonly tree: TreeView; readonly created: boolean }> {
  try {
    const ready = await readyTree(writing, written);
    await explainingConflicts(written.tag, () => writing.repository.insert(ready.plot.id, [ready.rows]));
    return { tree: await viewOfStored(writing, ready), created: true };
  } catch (error) {
    const before = error instanceof Problem ? await storedBefore(writing, written) : null;
    if (before !== null) return { tree: await writing.reader.view(before), created: false };
    throw error;
  }
}
