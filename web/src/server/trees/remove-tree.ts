import { treeFacts } from '@arbolito/core/tree';
import type { ActDto, TreeDeletionDto } from '../../contracts/tree.ts';
import type { Queryable } from '../database/connection.ts';
import { openConflict, WHOLE_TREE } from '../conflicts/open-conflict.ts';
import { conflictRepository } from '../conflicts/repository.ts';
import { digestOf } from '../digest.ts';
import { isRecorded, newCorrection, sameState } from '../history/correction.ts';
import { correctionRepository } from '../history/repository.ts';
import { notFound, Problem } from '../problem.ts';
import { treeRepository, type TreeRow } from './repository.ts';
import { contentOf, setTreeState, treeStateOf } from './tree-state.ts';
import type { TreeWriting } from './tree-writing.ts';
import { t } from '../../messages/text.ts';

/**
 * Marks a tree as deleted; undoing that correction brings it back. A tree that others have changed since it was seen stays, and a
 * person decides.
 */
export async function removeTree({ inTransaction, now }: TreeWriting, id: string, act: TreeDeletionDto): Promise<void> {
  const digest = digestOf({ removes: id, act });
  await inTransaction(async (tx) => {
    const trees = treeRepository(tx);
    const corrections = correctionRepository(tx);
    const row = (await trees.lock(id)) ? await trees.find(id) : null;
    if (row === null) throw notFound(t('server.this-tree', 'This tree'));
    if (await isRecorded(corrections, act.id, digest)) return;
    // Two devices that delete the same tree agree.
    if (row.deletedAt !== null && act.seen !== undefined) return;
    if (row.deletedAt !== null)
      throw new Problem(
        'conflict',
        t('server.tree-has-already-been-deleted', 'Tree {tag} has already been deleted.', { tag: row.tag }),
      );
    if (act.seen !== undefined && !sameState(act.seen, treeFacts(await contentOf(trees, row))))
      await openConflict(conflictRepository(tx), {
        ...{ kind: 'deletion', surveyId: row.surveyId, plotId: row.plotId, subjectId: row.id, fact: WHOLE_TREE },
        ...{ seen: undefined, factText: '', change: act, madeAt: act.madeAt },
      });
    else await markDeleted(tx, row, act, digest, now());
  });
}

/** Marks a locked tree as deleted, as part of a transaction. */
export async function markDeleted(tx: Queryable, row: TreeRow, act: ActDto, digest: string, at: Date): Promise<void> {
  const trees = treeRepository(tx);
  const before = await treeStateOf(trees, row);
  const after = { ...before, deleted: true };
  await setTreeState(trees, row, after, at);
  await correctionRepository(tx).insert(
    newCorrection(act, digest, { kind: 'delete', undoes: null, subject: 'tree', subjectId: row.id, before, after }),
  );
}
