import { mergeChange, type TreeContent, treeFacts, withFacts } from '@arbolito/core/tree';
import type { ReadingDto, TreeCorrectionDto } from '../../contracts/tree.ts';
import type { SurveyView } from '../../contracts/views.ts';
import { openConflict, WHOLE_TREE } from '../conflicts/open-conflict.ts';
import { conflictRepository } from '../conflicts/repository.ts';
import type { Queryable } from '../database/connection.ts';
import { checkTree } from './check-tree.ts';
import { changeTree } from './change-tree.ts';
import { meantReadings } from './readings.ts';
import { treeRepository, type TreeRow } from './repository.ts';
import { contentOf } from './tree-state.ts';

/** A correction that names what it found. */
type Change = TreeCorrectionDto & { readonly seen: NonNullable<TreeCorrectionDto['seen']> };

/** A correction of some facts of a tree as it stands. */
export function correctionOf(
  change: TreeCorrectionDto,
  current: TreeContent<ReadingDto>,
  facts: Iterable<string>,
): TreeCorrectionDto {
  const { id, observer, device, madeAt, stems } = change;
  const { tag, speciesCode, readings, taping, heights, notes } = withFacts(current, change, facts);
  return {
    ...{ id, observer, device, madeAt, tag, speciesCode, readings: [...readings] },
    ...(stems === undefined ? {} : { stems }),
    ...(taping === null ? {} : { taping }),
    ...(heights === null ? {} : { heights }),
    ...(notes === null ? {} : { notes }),
  };
}

/**
 * Changes the facts of a locked tree that nobody else has changed since they were seen, as part of a transaction. The others
 * wait for a person.
 *
 * @throws Problem 422 for what cannot be
 */
export async function mergeIntoTree(
  tx: Queryable,
  row: TreeRow,
  survey: SurveyView,
  { seen, ...written }: Change,
  digest: string,
): Promise<void> {
  const trees = treeRepository(tx);
  const conflicts = conflictRepository(tx);
  const known = new Map((await trees.allReadings(row.id)).map((reading) => [reading.id, reading]));
  const change = { ...written, readings: meantReadings(written.readings, known) };
  checkTree(change, survey);
  const { surveyId, plotId, id: subjectId } = row;
  const of = { kind: 'change', surveyId, plotId, subjectId, change, madeAt: change.madeAt } as const;
  if (row.deletedAt !== null) {
    await openConflict(conflicts, { ...of, fact: WHOLE_TREE, seen: undefined, factText: '' });
    return;
  }
  const current = await contentOf(trees, row);
  const mine = treeFacts(change);
  const merge = mergeChange(seen, mine, treeFacts(current));
  const isTagUsed = merge.taken.includes('tag') && (await trees.isTagUsed(row.plotId, change.tag, row.id));
  const taken = merge.taken.filter((fact) => fact !== 'tag' || !isTagUsed);
  for (const fact of [...merge.disputed, ...(isTagUsed ? ['tag'] : [])])
    await openConflict(conflicts, { ...of, fact, seen: seen[fact], factText: mine[fact] ?? '' });
  if (taken.length > 0) await changeTree(tx, row, survey, correctionOf(change, current, taken), digest);
}
