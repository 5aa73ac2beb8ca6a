import type { TreeCorrectionDto } from '../../contracts/tree.ts';
import type { SurveyView } from '../../contracts/views.ts';
import type { Queryable } from '../database/connection.ts';
import { newCorrection } from '../history/correction.ts';
import { correctionRepository } from '../history/repository.ts';
import { Problem } from '../problem.ts';
import { checkTree } from './check-tree.ts';
import { meantReadings, readingRows, refuseRewritten } from './readings.ts';
import { type TreeRepository, treeRepository, type TreeRow } from './repository.ts';
import { setTreeState, type TreeState, treeStateOf } from './tree-state.ts';
import { t } from '../../messages/text.ts';

const stateAfter = (correction: TreeCorrectionDto): TreeState => ({
  tag: correction.tag,
  speciesCode: correction.speciesCode,
  readingIds: correction.readings.map((reading) => reading.id).sort(),
  deleted: false,
  ...(correction.taping === undefined ? {} : { taping: { ...correction.taping } }),
  ...(correction.heights === undefined ? {} : { heights: correction.heights }),
  ...(correction.notes === undefined ? {} : { notes: correction.notes }),
});

/** Identifiers of a tree's stems by their ordinals; new stems are stored first. */
async function stemsWith(
  trees: TreeRepository,
  treeId: string,
  added: TreeCorrectionDto['stems'] = [],
): Promise<ReadonlyMap<number, string>> {
  const known = (await trees.stemsOf([treeId])).get(treeId) ?? [];
  const fresh = added.filter(({ ordinal }) => !known.some((stem) => stem.ordinal === ordinal));
  await trees.insertStems(fresh.map(({ id, ordinal }) => ({ id, ordinal, treeId })));
  return new Map([...known, ...fresh].map(({ ordinal, id }) => [ordinal, id]));
}

/**
 * Changes a locked tree as part of a transaction; what was before is kept with the correction.
 *
 * @throws Problem 409 for a deleted tree, 422 for what cannot be
 */
export async function changeTree(
  tx: Queryable,
  row: TreeRow,
  survey: SurveyView,
  written: TreeCorrectionDto,
  digest: string,
): Promise<void> {
  const trees = treeRepository(tx);
  if (row.deletedAt !== null)
    throw new Problem(
      'conflict',
      t('server.tree-has-been-deleted-undo', 'Tree {tag} has been deleted. Undo that first.', {
        tag: row.tag,
      }),
    );
  const known = new Map((await trees.allReadings(row.id)).map((reading) => [reading.id, reading]));
  const correction = { ...written, readings: meantReadings(written.readings, known) };
  checkTree(correction, survey);
  const before = await treeStateOf(trees, row);
  refuseRewritten(correction.readings, known);
  const after = stateAfter(correction);
  await correctionRepository(tx).insert(
    newCorrection(correction, digest, {
      kind: 'change',
      undoes: null,
      subject: 'tree',
      subjectId: row.id,
      before,
      after,
    }),
  );
  // Out of use first: two readings of one key may not be in use at once.
  await trees.setReadingsInUse(row.observationId, []);
  const stems = await stemsWith(trees, row.id, correction.stems);
  const added = correction.readings.filter((reading) => !known.has(reading.id));
  await trees.insertReadings(
    readingRows(added, stems, {
      observationId: row.observationId,
      observer: correction.observer,
      device: correction.device,
      correctionId: correction.id,
    }),
  );
  await setTreeState(trees, row, after, null);
}
