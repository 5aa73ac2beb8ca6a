import type { HeightNotes, TapingNotes, TreeContent, TreeNotes } from '@arbolito/core/tree';
import type { ReadingDto } from '../../contracts/tree.ts';
import { asDto } from './readings.ts';
import type { TreeRepository, TreeRow } from './repository.ts';

/** What a correction stores of a tree, before and after. */
export interface TreeState {
  readonly tag: string;
  readonly speciesCode: string;
  readonly readingIds: readonly string[];
  readonly deleted: boolean;
  /** Left out where nothing was noted, so that states from before there were notes still compare. */
  readonly taping?: TapingNotes;
  readonly heights?: HeightNotes;
  readonly notes?: TreeNotes;
}

/** A tree as it stands, as it would be written again. */
export async function contentOf(trees: TreeRepository, row: TreeRow): Promise<TreeContent<ReadingDto>> {
  const inUse = (await trees.readingsInUse([row.observationId])).get(row.observationId) ?? [];
  const { tag, speciesCode, taping, heights, notes } = row;
  return { tag, speciesCode, readings: inUse.map(asDto), taping, heights, notes };
}

export async function treeStateOf(trees: TreeRepository, row: TreeRow): Promise<TreeState> {
  const inUse = (await trees.readingsInUse([row.observationId])).get(row.observationId) ?? [];
  return {
    tag: row.tag,
    speciesCode: row.speciesCode,
    readingIds: inUse.map(({ id }) => id).sort(),
    deleted: row.deletedAt !== null,
    ...(row.taping === null ? {} : { taping: row.taping }),
    ...(row.heights === null ? {} : { heights: row.heights }),
    ...(row.notes === null ? {} : { notes: row.notes }),
  };
}

/**
 * Brings a locked tree into a state, as part of the transaction that holds it.
 *
 * @param deletedAt null for a tree that is on the record
 */
export async function setTreeState(
  trees: TreeRepository,
  row: TreeRow,
  state: TreeState,
  deletedAt: Date | null,
): Promise<void> {
  await trees.update(row.id, {
    tag: state.tag,
    speciesCode: state.speciesCode,
    deletedAt: deletedAt?.toISOString() ?? null,
  });
  await trees.setNotes(row.observationId, {
    taping: state.taping ?? null,
    heights: state.heights ?? null,
    notes: state.notes ?? null,
  });
  await trees.setReadingsInUse(row.observationId, state.readingIds);
  await trees.forgetResult(row);
}
