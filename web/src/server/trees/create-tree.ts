import type { NewTreeDto } from '../../contracts/tree.ts';
import type { PlotView, TreeView } from '../../contracts/views.ts';
import { digestOf } from '../digest.ts';
import { LIMITS } from '../limits.ts';
import { fullUp, invalidField, Problem } from '../problem.ts';
import { checkTree } from './check-tree.ts';
import { newTreeRows } from './new-tree-rows.ts';
import { meantReadings } from './readings.ts';
import { treeRepository } from './repository.ts';
import { explainingConflicts, type TreeWriting } from './tree-writing.ts';
import { t } from '../../messages/text.ts';

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
async function refuseWithoutRoom({ repository }: TreeWriting, plot: PlotView): Promise<void> {
  if ((await repository.countOfSurvey(plot.surveyId)) >= LIMITS.treesPerSurvey)
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

/**
 * Stores a tree with its readings.
 *
 * @returns the tree, and whether it was created by this write; the same write again creates nothing
 */
export async function createTree(
  writing: TreeWriting,
  written: NewTreeDto,
): Promise<{ readonly tree: TreeView; readonly created: boolean }> {
  const { repository, reader, surveys, inTransaction } = writing;
  const tree = { ...written, readings: meantReadings(written.readings) };
  const plot = await plotOf(writing, tree.plotId);
  if ((await repository.find(tree.id)) === null) await refuseWithoutRoom(writing, plot);
  checkTree(tree, await surveys.get(plot.surveyId));
  const writeDigest = digestOf(written);
  try {
    const rows = newTreeRows(tree, plot.surveyId, writeDigest);
    await explainingConflicts(tree.tag, () => inTransaction((tx) => treeRepository(tx).insert(rows)));
  } catch (error) {
    const there = error instanceof Problem ? await repository.find(tree.id) : null;
    if (there?.writeDigest === writeDigest) return { tree: await reader.view(there), created: false };
    throw error;
  }
  return { tree: await reader.view(await reader.row(tree.id)), created: true };
}
