import { METHODS } from '@arbolito/core/methods';
import type { Shortcut } from './navigation.ts';
import { t, say } from '../messages/text.ts';
import { message } from '@arbolito/core/message';

/** Keys that jump to a reading, as the methods' descriptions name them. */
const jumps = (): Shortcut[] => {
  const byKey = new Map<string, Set<string>>();
  for (const { shortcut, label } of METHODS.flatMap(({ description }) => description.readings)) {
    byKey.set(shortcut, (byKey.get(shortcut) ?? new Set()).add(say(label)));
  }
  return [...byKey].map(([key, labels]) => ({
    keys: [key],
    does: t('shell.to-reading', 'to {labels}', { labels: [...labels].join(' / ') }),
  }));
};

export const measureShortcuts = (): Shortcut[] => [
  { keys: ['Enter'], does: t('shell.next-reading-shift-goes-back', 'next reading; Shift goes back') },
  ...jumps(),
  { keys: ['+', '−', '±'], does: t('shell.set-or-change-the-sign', 'set or change the sign, anywhere in the field') },
  { keys: ['s'], does: t('shell.add-another-stem-of-this', 'add another stem of this tree') },
  { keys: ['w'], does: t('shell.open-or-close-where-to', 'open or close Where to tape') },
  { keys: ['u'], does: t('shell.open-tape-reading', 'open Tape reading') },
  { keys: ['i'], does: t('shell.open-in-or-out', 'open In or out') },
  { keys: ['c'], does: t('shell.go-to-the-call-out', 'go to the call-out line') },
  { keys: ['n'], does: t('shell.save-the-tree-and-start', 'save the tree and start the next') },
  { keys: ['Alt', 'letter'], does: t('shell.same-keys-while-typing', 'same keys while typing') },
  { keys: ['Ctrl', 'Enter'], does: t('shell.save-from-anywhere', 'save, from anywhere') },
  { keys: ['Ctrl', 'Z'], does: t('shell.undo', 'undo') },
];

export const tallyShortcuts: readonly Shortcut[] = [
  { keys: ['Enter'], does: message('shell.save-the-tree-on-the', 'save the tree on the line') },
  { keys: ['↑', '↓'], does: message('shell.previous-or-next-tree', 'previous or next tree') },
  { keys: ['Esc'], does: message('shell.cancel-the-correction', 'cancel the correction') },
  { keys: ['Alt', 'Delete'], does: message('shell.delete-the-tree-on-the', 'delete the tree on the line') },
  { keys: ['Ctrl', 'Z'], does: message('shell.undo-the-last-change-on', 'undo the last change, on an empty line') },
  {
    keys: ['Alt', 'd'],
    does: message(
      'shell.repeat-species-and-distance-of',
      'repeat species and distance of the last tree, on an empty line',
    ),
  },
  {
    keys: ['Alt', 'r'],
    does: message('shell.repeat-the-whole-last-tree', 'repeat the whole last tree, on an empty line'),
  },
  { keys: ['Alt', 'o'], does: message('shell.open-the-tree-sheet', 'open the tree sheet') },
];
