import { treeOfView } from '../../../contracts/tree-write.ts';
import { parseTreeForm } from '@arbolito/core/callout';
import {
  type BlockingError,
  blockingErrors,
  correctionWrite,
  newTreeWrite,
  stampOf,
} from '../../../client/tree-writes.ts';
import { useRef, useState } from 'react';
import { send, type WriteResult } from '../../../client/device/outbox.ts';
import type { PlainTree } from '../../../contracts/sync.ts';
import type { SheetView } from '../store.ts';
import { t } from '../../../messages/text.ts';

export interface PlotContext {
  readonly id: string;
  readonly label: string;
  readonly usedTags: readonly string[];
}

export type KeepState =
  | { readonly kind: 'idle' }
  | { readonly kind: 'hindered'; readonly hindrances: readonly BlockingError[] }
  | { readonly kind: 'sending'; readonly words: string }
  | { readonly kind: 'kept'; readonly words: string }
  | { readonly kind: 'refused'; readonly words: string };

interface KeepOptions {
  readonly plot: PlotContext | null;
  readonly tree: PlainTree | null;
  readonly observer: string;
  /** Told when the server has the tree. */
  readonly onKept: (tree: PlainTree) => void;
  /** Told when the tree is on its way: the sheet may turn to the next one. */
  readonly onSent: () => void;
  /** Told when the server refuses: the sheet goes back to what was entered. */
  readonly onRefused: () => void;
}

/** Keeping a tree: checks what would hinder it, queues the write, and says what became of it. */
export function useKeep({ plot, tree, observer, onKept, onSent, onRefused }: KeepOptions) {
  const [state, setState] = useState<KeepState>({ kind: 'idle' });
  /** Until a tree is on the disk of this device, a second press would store it twice. */
  const isStoring = useRef(false);

  const keep = (view: SheetView, usedTags: readonly string[]): void => {
    if (isStoring.current) return;
    const { draft, settings, height } = view;
    const kept = tree === null ? undefined : treeOfView(tree);
    const typed = parseTreeForm(draft, { ...settings, stamp: stampOf(observer), kept });
    const found = blockingErrors(typed, settings);
    if (tree === null && usedTags.includes(draft.tag)) {
      found.push({
        measure: 'tag',
        reading: null,
        message: t('tree-sheet.tree-is-already-in-this', 'Tree {tag} is already in this plot. Enter another tag.', {
          tag: draft.tag,
        }),
      });
    }
    if (found.length > 0 || (plot === null && tree === null)) {
      setState({ kind: 'hindered', hindrances: found });
      return;
    }
    const name = t('tree-sheet.saved-tree', 'Tree {tag}{value}', {
      tag: draft.tag,
      value: height === null ? '' : `, ${height.printed.value} ${height.printed.unit}`,
    });
    const write =
      kept === undefined
        ? newTreeWrite(typed.tree, plot?.id ?? '', observer, settings.fieldRules)
        : correctionWrite(typed.tree, kept, observer, settings.fieldRules);
    isStoring.current = true;
    setState({ kind: 'sending', words: t('tree-sheet.storing', '{name}: storing on this device…', { name }) });
    const stored = send(write, (fate: WriteResult) => {
      if (fate.kind === 'refused') {
        setState({ kind: 'refused', words: fate.problem.detail });
        onRefused();
        return;
      }
      if (fate.answer === null) {
        const words = t(
          'tree-sheet.tag-given-twice',
          '{name}: the tag was given to another tree as well. This tree waits under “Conflicts”.',
          { name },
        );
        setState({ kind: 'kept', words });
        return;
      }
      setState({ kind: 'kept', words: t('tree-sheet.saved', '{name}: saved.', { name }) });
      onKept(fate.answer as PlainTree);
    });
    void stored.then(() => {
      isStoring.current = false;
      setState({
        kind: 'sending',
        words: t('tree-sheet.saved-on-this-device-waiting', '{name}: saved on this device, waiting to send.', { name }),
      });
      onSent();
    });
  };
  return {
    state,
    keep,
    clear: () => {
      setState({ kind: 'idle' });
    },
  };
}
