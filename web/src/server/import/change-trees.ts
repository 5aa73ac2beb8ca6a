import { withRowOfFile } from '@arbolito/core/tree-file';
import { v5 as uuidFromName } from 'uuid';
import { toTreeCorrection } from '../../contracts/tree-write.ts';
import type { ActDto } from '../../contracts/tree.ts';
import type { SurveyView } from '../../contracts/views.ts';
import type { Queryable } from '../database/connection.ts';
import { changeTree } from '../trees/change-tree.ts';
import { treeOfRow } from '../../computation/evaluate-row.ts';
import { markDeleted } from '../trees/remove-tree.ts';
import { treeRepository, type TreeRow } from '../trees/repository.ts';
import { explainingConflicts } from '../trees/tree-writing.ts';
import type { ChangedRow } from './compare-file.ts';
import { recordOfRow } from './tree-of-file.ts';

/** Whose writes they are: the import, its writer, its moment, its digest. */
export interface ImportAct extends ActDto {
  readonly digest: string;
}

/** Trees that are read at a time. */
const AT_A_TIME = 200;

const actOf = ({ observer, device, madeAt }: ImportAct, id: string): ActDto => ({ id, observer, device, madeAt });

/** Writes the changes of rows to their trees, each as a correction of its own, as part of the transaction of an import. */
export async function changeTrees(
  tx: Queryable,
  survey: SurveyView,
  rows: readonly ChangedRow[],
  act: ImportAct,
  newId: () => string,
): Promise<void> {
  const trees = treeRepository(tx);
  const found = new Map<string, TreeRow>();
  for (let at = 0; at < rows.length; at += AT_A_TIME) {
    const ids = rows.slice(at, at + AT_A_TIME).map(({ treeId }) => treeId);
    for (const row of await trees.listForShare(ids.sort())) found.set(row.id, row);
  }
  // Two trees may change tags with each other: none of them has its old one meanwhile.
  const renamed = rows.filter(({ changes }) => changes.some(({ field }) => field === 'tag'));
  for (const [i, { treeId }] of renamed.entries()) await trees.update(treeId, { tag: `~${String(i)}` });
  for (let at = 0; at < rows.length; at += AT_A_TIME) {
    const part = rows.slice(at, at + AT_A_TIME);
    const own = part.flatMap(({ treeId }) => found.get(treeId) ?? []);
    const readings = await trees.readingsInUse(own.map(({ observationId }) => observationId));
    const stems = await trees.stemsOf(own.map(({ id }) => id));
    for (const { treeId, file, changes } of part) {
      const row = found.get(treeId);
      if (row === undefined) continue;
      const parts = { readings: readings.get(row.observationId) ?? [], stems: stems.get(treeId) ?? [] };
      const recorded = treeOfRow(row, parts, survey);
      const { observer, device, madeAt } = act;
      const ofFile = recordOfRow(file, row.plotId, { id: treeId, newId, observer, device, observedAt: madeAt });
      const correction = toTreeCorrection(
        withRowOfFile(recorded, ofFile, changes),
        recorded,
        actOf(act, uuidFromName(`change ${treeId}`, act.id)),
      );
      await explainingConflicts(file.tag, () => changeTree(tx, row, survey, correction, act.digest));
    }
  }
}

/** Marks trees as deleted, as part of the transaction of an import. */
export async function removeTrees(tx: Queryable, ids: readonly string[], act: ImportAct): Promise<void> {
  const trees = treeRepository(tx);
  for (let at = 0; at < ids.length; at += AT_A_TIME) {
    for (const row of await trees.listForShare([...ids.slice(at, at + AT_A_TIME)].sort()))
      await markDeleted(
        tx,
        row,
        actOf(act, uuidFromName(`remove ${row.id}`, act.id)),
        act.digest,
        new Date(act.madeAt),
      );
  }
}
