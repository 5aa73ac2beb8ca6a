import { isDead } from '@arbolito/core/tree';
import type { TreeAfterWrite } from '../../contracts/sync.ts';
import type { RowParts } from '../../computation/evaluate-row.ts';
import type { TreeRepository, TreeRow } from './repository.ts';

/**
 * A tree as it was read, without figures.
 *
 * @param dead condition codes of the survey that mark a dead tree
 */
export const plainTree = (
  { id, plotId, tag, speciesCode, observer, observedAt, taping, heights, notes, deletedAt }: TreeRow,
  { readings, stems }: Pick<RowParts, 'readings' | 'stems'>,
  dead: ReadonlySet<string>,
): TreeAfterWrite => ({
  ...{ id, plotId, tag, speciesCode, observer, observedAt, taping, heights, notes, readings },
  dead: isDead(notes, dead),
  stems: stems.map((stem) => ({ id: stem.id, ordinal: stem.ordinal })),
  deleted: deletedAt !== null,
});

/** Trees as they are on the record, without figures. */
export async function plainTrees(
  trees: TreeRepository,
  rows: readonly TreeRow[],
  dead: ReadonlySet<string>,
): Promise<TreeAfterWrite[]> {
  const readings = await trees.readingsInUse(rows.map(({ observationId }) => observationId));
  const stems = await trees.stemsOf(rows.map(({ id }) => id));
  return rows.map((row) =>
    plainTree(row, { readings: readings.get(row.observationId) ?? [], stems: stems.get(row.id) ?? [] }, dead),
  );
}
