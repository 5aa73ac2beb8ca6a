import type { ActDto } from '../../contracts/tree.ts';
import type { Queryable } from '../database/connection.ts';
import { digestOf } from '../digest.ts';
import { isRecorded, newCorrection, sameState } from '../history/correction.ts';
import { type CorrectionRecord, correctionRepository } from '../history/repository.ts';
import { notFound, Problem } from '../problem.ts';
import { treeRepository, type TreeRow } from './repository.ts';
import { setTreeState, type TreeState, treeStateOf } from './tree-state.ts';
import { explainingConflicts, type TreeWriting } from './tree-writing.ts';
import { t } from '../../messages/text.ts';

/** Brings a tree back to what it was before a correction, where nothing has changed since. */
export async function undoTree(
  { inTransaction, now }: TreeWriting,
  original: CorrectionRecord,
  act: ActDto,
): Promise<void> {
  const digest = digestOf({ undoes: original.id, act });
  const target = original.before as TreeState;
  await explainingConflicts(target.tag, () =>
    inTransaction(async (tx) => {
      const trees = treeRepository(tx);
      const corrections = correctionRepository(tx);
      const row = (await trees.lock(original.subjectId)) ? await trees.find(original.subjectId) : null;
      if (row === null) throw notFound(t('server.this-tree', 'This tree'));
      if (await isRecorded(corrections, act.id, digest)) return;
      if (!(await takeBack(tx, row, original, act, digest, now())))
        throw new Problem(
          'conflict',
          t('server.the-tree-was-changed-after', 'The tree was changed after this. Undo the later changes first.'),
        );
    }),
  );
}

/**
 * Takes a correction of a locked tree back, as part of a transaction.
 *
 * @returns false, with nothing changed, where the tree was changed after the correction
 */
export async function takeBack(
  tx: Queryable,
  row: TreeRow,
  original: CorrectionRecord,
  act: ActDto,
  digest: string,
  at: Date,
): Promise<boolean> {
  const trees = treeRepository(tx);
  const target = original.before as TreeState;
  const before = await treeStateOf(trees, row);
  if (!sameState(before, original.after)) return false;
  await setTreeState(trees, row, target, target.deleted ? at : null);
  await correctionRepository(tx).insert(
    newCorrection(act, digest, {
      kind: 'undo',
      undoes: original.id,
      subject: 'tree',
      subjectId: row.id,
      before,
      after: target,
    }),
  );
  return true;
}
