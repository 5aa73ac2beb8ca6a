import { v5 as uuidFromName } from 'uuid';
import type { ActDto } from '../../contracts/tree.ts';
import type { Queryable } from '../database/connection.ts';
import { digestOf } from '../digest.ts';
import type { CorrectionRecord } from '../history/repository.ts';
import { Problem } from '../problem.ts';
import { treeRepository } from '../trees/repository.ts';
import { takeBack } from '../trees/undo-tree.ts';
import type { ImportRow } from './repository.ts';
import { importUndoRepository } from './undo-repository.ts';
import { t } from '../../messages/text.ts';

/** Tags that a refusal names. */
const MOST_NAMED = 10;

/** @throws Problem 409 naming the trees; nothing where there are none */
function refuseChanged(tags: readonly string[]): void {
  if (tags.length === 0) return;
  throw new Problem(
    'conflict',
    t(
      'server.trees-changed-after-import',
      '{n, plural, one {# tree was changed after this import} other {# trees were changed after this import}}: {tags}. Undo those changes first.',
      { n: tags.length, tags: tags.slice(0, MOST_NAMED).join(', ') },
    ),
  );
}

/** Takes back what an import changed and deleted; answers the tags of trees that were changed since. */
async function takeCorrectionsBack(
  tx: Queryable,
  open: readonly CorrectionRecord[],
  act: ActDto,
  digest: string,
): Promise<string[]> {
  const trees = treeRepository(tx);
  const rows = new Map((await trees.listByIds(open.map(({ subjectId }) => subjectId))).map((each) => [each.id, each]));
  // Two trees may take their tags back from each other.
  for (const [i, { id }] of [...rows.values()].entries()) await trees.update(id, { tag: `~${String(i)}` });
  const late: string[] = [];
  for (const original of open) {
    const tree = rows.get(original.subjectId);
    if (tree === undefined) continue;
    const own = { ...act, id: uuidFromName(`undo ${original.id}`, act.id) };
    if (!(await takeBack(tx, tree, original, own, digest, new Date(act.madeAt)))) late.push(tree.tag);
  }
  return late;
}

/**
 * Takes a whole import back: its new trees are deleted, its changes undone. Plots that it made stay.
 *
 * @returns the import as it stands then; null where there is none
 * @throws Problem 409 where trees of it were changed since, with nothing taken back
 */
export async function undoImport(tx: Queryable, id: string, act: ActDto): Promise<ImportRow | null> {
  const imports = importUndoRepository(tx);
  const row = await imports.lock(id);
  if (row?.undoneAt !== null) return row ?? null;
  refuseChanged(await imports.changedSince(row));
  const open = await imports.openCorrections(row);
  // Others may be working out figures of these trees.
  await treeRepository(tx).lockAll([...(await imports.newTrees(row)), ...open.map(({ subjectId }) => subjectId)]);
  refuseChanged(await takeCorrectionsBack(tx, open, act, digestOf({ undoes: id, act })));
  await imports.removeNewTrees(row, act.madeAt);
  return imports.markUndone(id, act.madeAt, act.observer);
}
