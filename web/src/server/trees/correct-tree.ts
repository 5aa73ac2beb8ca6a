import type { TreeCorrectionDto } from '../../contracts/tree.ts';
import type { TreeView } from '../../contracts/views.ts';
import { digestOf } from '../digest.ts';
import { isRecorded } from '../history/correction.ts';
import { correctionRepository } from '../history/repository.ts';
import { changeTree } from './change-tree.ts';
import { mergeIntoTree } from './merge-into-tree.ts';
import { treeRepository } from './repository.ts';
import { treeReader } from './tree-reader.ts';
import { explainingConflicts, type TreeWriting } from './tree-writing.ts';

/** Changes a tree on the record. */
export async function correctTree(
  { reader, surveys, inTransaction }: TreeWriting,
  id: string,
  written: TreeCorrectionDto,
): Promise<TreeView> {
  // The survey is read before the transaction: one that waits for a second connection could starve the pool.
  const survey = await surveys.get((await reader.row(id)).surveyId);
  const digest = digestOf({ id, correction: written });
  await explainingConflicts(written.tag, () =>
    inTransaction(async (tx) => {
      const trees = treeRepository(tx);
      await trees.lock(id);
      if (await isRecorded(correctionRepository(tx), written.id, digest)) return;
      const row = await treeReader(trees, surveys).row(id);
      if (written.seen === undefined) await changeTree(tx, row, survey, written, digest);
      else await mergeIntoTree(tx, row, survey, { ...written, seen: written.seen }, digest);
    }),
  );
  return reader.view(await reader.row(id));
}
