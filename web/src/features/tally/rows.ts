import type { TreeRecord } from '@arbolito/core/tree';
import { treesWith } from '../../client/device/plain-trees.ts';
import { treeChanges, waitingTrees } from '../../client/tree-writes.ts';
import type { PlainTree, TreeAfterWrite } from '../../contracts/sync.ts';
import { treeOfView } from '../../contracts/tree-write.ts';
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

/** The trees of a plot: as it was read, with the writes of this device that it was read without. */
export const rowsOf = (...of: Parameters<typeof treesWith>): readonly Row[] =>
  treesWith(...of).map(({ tree, onRecord }): Row => ({
    id: tree.id,
    tree: treeOfView(tree),
    onRecord: onRecord === null ? null : treeOfView(onRecord),
    state: tree === onRecord ? 'kept' : 'waiting',
  }));

/** Whether a write is about a tree of a plot. */
export const concernsPlot = (write: Write, plotId: string, trees: readonly PlainTree[]): boolean =>
  waitingTrees([write], plotId).length > 0 ||
  treeChanges([write]).some(({ treeId }) => trees.some(({ id }) => id === treeId));

/** Trees with what was answered to a write; null where it waits for a person. */
export function withAnswer(trees: readonly PlainTree[], answer: TreeAfterWrite | null): readonly PlainTree[] {
  if (answer === null) return trees;
  const others = trees.filter(({ id }) => id !== answer.id);
  if (answer.deleted) return others;
  return others.length === trees.length
    ? [...trees, answer]
    : trees.map((tree) => (tree.id === answer.id ? answer : tree));
}
