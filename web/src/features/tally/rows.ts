import type { TreeRecord } from '@arbolito/core/tree';
import type { StoredWrite } from '../../client/device/device-database.ts';
import { type TreeChange, treeChanges, waitingTrees } from '../../client/tree-writes.ts';
import type { PlainTree } from '../../contracts/sync.ts';
import type { TreeView } from '../../contracts/views.ts';
import { treeOfView, treeOfWrite } from '../../contracts/tree-write.ts';
import type { Write } from '../../client/device/outbox.ts';

/** A tree in the tally: on the record, or on its way there. */
export interface Row {
  readonly id: string;
  readonly tree: TreeRecord;
  /** The tree as the server has it; null for one that is still on its way. */
  readonly onRecord: TreeRecord | null;
  /** `storing`: not yet on the disk of this device. */
  readonly state: 'kept' | 'waiting' | 'storing';
}

export const rowOf = (view: PlainTree): Row => {
  const tree = treeOfView(view);
  return { id: view.id, tree, onRecord: tree, state: 'kept' };
};

/** Trees of a plot as somebody read them, and how often the plot had been written to. */
export interface PlotBase {
  readonly trees: readonly PlainTree[];
  readonly revision: number;
}

/** A row as a change leaves it that its plot was read without. */
function changed(row: Row, change: TreeChange, isSent: boolean, dead: ReadonlySet<string>): readonly Row[] {
  if (change.kind === 'deletion') return [];
  const { body } = change;
  const stems = [...row.tree.stems.filter(({ ordinal }) => ordinal > 1), ...(body.stems ?? [])];
  const write = { ...body, id: row.id, plotId: row.tree.plotId ?? '', stemId: row.tree.stems[0]?.id ?? '', stems };
  const tree = treeOfWrite(write, dead);
  return [{ ...row, tree, ...(isSent ? { onRecord: tree } : { state: 'waiting' }) }];
}

/**
 * The trees of a plot: as it was read, with the writes of this device that it was read without.
 *
 * @param writes all writes of this device, in their order
 * @param dead condition codes of the survey that mark a dead tree
 */
export function rowsOf(
  { trees, revision }: PlotBase,
  writes: readonly StoredWrite[],
  plotId: string,
  dead: ReadonlySet<string>,
): readonly Row[] {
  const isHeld = ({ state, plot }: StoredWrite): boolean => state === 'sent' && (plot?.revision ?? 0) <= revision;
  return writes
    .filter((write) => !isHeld(write))
    .reduce<readonly Row[]>((rows, write) => {
      const isSent = write.state === 'sent';
      const added = waitingTrees([write], plotId)
        .filter(({ id }) => rows.every((row) => row.id !== id))
        .map((body): Row => {
          const tree = treeOfWrite(body, dead);
          return { id: body.id, tree, onRecord: isSent ? tree : null, state: isSent ? 'kept' : 'waiting' };
        });
      return treeChanges([write]).reduce(
        (list, change) =>
          list.flatMap((row) => (row.id === change.treeId ? changed(row, change, isSent, dead) : [row])),
        [...rows, ...added],
      );
    }, trees.map(rowOf));
}

/** Whether a write is about a tree of a plot. */
export const concernsPlot = (write: Write, plotId: string, trees: readonly PlainTree[]): boolean =>
  waitingTrees([write], plotId).length > 0 ||
  treeChanges([write]).some(({ treeId }) => trees.some(({ id }) => id === treeId));

/** Trees with what was answered to a write; null where it waits for a person. */
export function withAnswer(trees: readonly PlainTree[], answer: TreeView | null): readonly PlainTree[] {
  if (answer === null) return trees;
  const others = trees.filter(({ id }) => id !== answer.id);
  if (answer.deleted) return others;
  return others.length === trees.length
    ? [...trees, answer]
    : trees.map((tree) => (tree.id === answer.id ? answer : tree));
}
