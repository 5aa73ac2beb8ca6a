import type { PlacedReading } from '@arbolito/core/tree';
import type { NewReadingsDto } from '../../contracts/tree.ts';
import type { TreeView } from '../../contracts/views.ts';
import { invalidField, Problem } from '../problem.ts';
import { correctTree } from './correct-tree.ts';
import { asDto } from './readings.ts';
import type { TreeState } from './tree-state.ts';
import type { TreeWriting } from './tree-writing.ts';
import { t } from '../../messages/text.ts';

type Place = Pick<PlacedReading, 'measure' | 'stem' | 'heightNo'>;

/** The measurement that a reading belongs to. */
const placeOf = ({ measure, stem = 1, heightNo = 1 }: Place): string => `${measure} ${stem} ${heightNo}`;

/** Adds readings to a tree, in place of those of the same measurement. */
export async function addReadings(
  writing: TreeWriting,
  { treeId, readings: added, ...act }: NewReadingsDto,
): Promise<TreeView> {
  const { repository, reader, corrections } = writing;
  const row = await repository.find(treeId);
  if (row === null)
    throw invalidField('/treeId', 'tree-unknown', t('server.there-is-no-such-tree', 'There is no such tree.'));
  const known = await corrections.find(act.id);
  if (known !== null) {
    const { readingIds } = known.after as TreeState;
    if (known.subjectId === row.id && added.every(({ id }) => readingIds.includes(id))) return reader.view(row);
    throw new Problem(
      'conflict',
      t(
        'server.this-identifier-is-already-used-2',
        'This identifier is already used for a correction with other content.',
      ),
    );
  }
  const replaced = new Set(added.map(placeOf));
  const inUse = (await repository.readingsInUse([row.observationId])).get(row.observationId) ?? [];
  const kept = inUse.filter((reading) => !replaced.has(placeOf(reading))).map(asDto);
  return correctTree(writing, row.id, {
    ...act,
    tag: row.tag,
    speciesCode: row.speciesCode,
    readings: [...kept, ...added],
    ...(row.taping === null ? {} : { taping: row.taping }),
    ...(row.heights === null ? {} : { heights: row.heights }),
    ...(row.notes === null ? {} : { notes: row.notes }),
  });
}
