import { isDead, withFacts } from '@arbolito/core/tree';
import type { PlainTree } from '../../contracts/sync.ts';
import { placedReading } from '../../contracts/tree-write.ts';
import type { NewTreeDto, TreeCorrectionDto } from '../../contracts/tree.ts';
import { treeChanges, waitingTrees } from '../tree-writes.ts';
import type { StoredWrite } from './device-schema.ts';

/** Trees of a plot as they were read, and how often the plot had been written to. */
export interface PlotBase {
  readonly trees: readonly PlainTree[];
  readonly revision: number;
}

/** A tree with the writes of this device. */
export interface TreeHere {
  readonly tree: PlainTree;
  /** The tree as the server has it; null where it has none yet. */
  readonly onRecord: PlainTree | null;
}

type Written = Pick<
  TreeCorrectionDto,
  'tag' | 'speciesCode' | 'readings' | 'taping' | 'heights' | 'notes' | 'observer' | 'device'
>;

const asWritten = (write: Written, dead: ReadonlySet<string>) => ({
  tag: write.tag,
  speciesCode: write.speciesCode,
  readings: write.readings.map((reading) => placedReading(reading, write)),
  taping: write.taping ?? null,
  heights: write.heights ?? null,
  notes: write.notes ?? null,
  dead: isDead(write.notes, dead),
});

const newTree = (write: NewTreeDto, dead: ReadonlySet<string>): PlainTree => ({
  ...asWritten(write, dead),
  id: write.id,
  plotId: write.plotId,
  observer: write.observer,
  observedAt: write.observedAt,
  stems: [{ id: write.stemId, ordinal: 1 }, ...(write.stems ?? [])],
});

/** A tree with the facts that a correction changes: what others have changed meanwhile stays, as on the server. */
function corrected(tree: PlainTree, write: TreeCorrectionDto, dead: ReadonlySet<string>): PlainTree {
  const { seen } = write;
  const mine = asWritten(write, dead);
  const after = seen === undefined ? mine : withFacts(tree, mine, Object.keys(seen));
  return {
    ...tree,
    ...after,
    readings: [...after.readings],
    dead: isDead(after.notes, dead),
    stems: [
      ...tree.stems,
      ...(write.stems ?? []).filter(({ ordinal }) => tree.stems.every((stem) => stem.ordinal !== ordinal)),
    ],
  };
}

/**
 * The trees of a plot: as it was read, with the writes of this device that it was read without.
 *
 * @param writes all writes of this device, in their order
 * @param dead condition codes of the survey that mark a dead tree
 */
export function treesWith(
  { trees, revision }: PlotBase,
  writes: readonly StoredWrite[],
  plotId: string,
  dead: ReadonlySet<string>,
): readonly TreeHere[] {
  const isHeld = ({ state, plot }: StoredWrite): boolean => state === 'sent' && (plot?.revision ?? 0) <= revision;
  const here = new Map(trees.map((tree): [string, TreeHere] => [tree.id, { tree, onRecord: tree }]));
  for (const write of writes) {
    if (isHeld(write)) continue;
    const isSent = write.state === 'sent';
    for (const body of waitingTrees([write], plotId)) {
      const tree = newTree(body, dead);
      if (!here.has(tree.id)) here.set(tree.id, { tree, onRecord: isSent ? tree : null });
    }
    for (const change of treeChanges([write])) {
      const known = here.get(change.treeId);
      if (known === undefined) continue;
      if (change.kind === 'deletion') {
        here.delete(change.treeId);
        continue;
      }
      const tree = corrected(known.tree, change.body, dead);
      here.set(change.treeId, { tree, onRecord: isSent ? tree : known.onRecord });
    }
  }
  return [...here.values()];
}
