import type { NewReadingsDto, NewTreeDto, TreeCorrectionDto, TreeDeletionDto } from '../../contracts/tree.ts';
import type { TreeView } from '../../contracts/views.ts';
import type { Undo } from '../history/service.ts';
import { addReadings } from './add-readings.ts';
import { correctTree } from './correct-tree.ts';
import { createTree } from './create-tree.ts';
import { removeTree } from './remove-tree.ts';
import { treeReader } from './tree-reader.ts';
import type { TreeWriting } from './tree-writing.ts';
import { undoTree } from './undo-tree.ts';

/** Every command is written whole or not at all; the same write again changes nothing. */
export interface TreeCommands {
  readonly create: (tree: NewTreeDto) => Promise<{ readonly tree: TreeView; readonly created: boolean }>;
  readonly correct: (id: string, correction: TreeCorrectionDto) => Promise<TreeView>;
  /** Adds readings in place of those of the same measurement. */
  readonly addReadings: (readings: NewReadingsDto) => Promise<TreeView>;
  readonly remove: (id: string, act: TreeDeletionDto) => Promise<void>;
  readonly undo: Undo;
}

export function treeCommands(dependencies: Omit<TreeWriting, 'reader'>): TreeCommands {
  const writing: TreeWriting = {
    ...dependencies,
    reader: treeReader(dependencies.repository, dependencies.surveys),
  };
  return {
    create: (tree) => createTree(writing, tree),
    correct: (id, correction) => correctTree(writing, id, correction),
    addReadings: (readings) => addReadings(writing, readings),
    remove: (id, act) => removeTree(writing, id, act),
    undo: (correction, act) => undoTree(writing, correction, act),
  };
}
