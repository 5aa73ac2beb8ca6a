import { METHODS } from '@arbolito/core/methods';
import type { Shortcut } from './navigation.ts';

/** Keys that jump to a reading, as the methods' descriptions name them. */
const jumps = (): Shortcut[] => {
  const byKey = new Map<string, Set<string>>();
  for (const { shortcut, label } of METHODS.flatMap(({ description }) => description.readings)) {
    byKey.set(shortcut, (byKey.get(shortcut) ?? new Set()).add(label));
  }
  return [...byKey].map(([key, labels]) => ({ keys: [key], does: `to ${[...labels].join(' or ')}` }));
};

export const measureShortcuts = (): Shortcut[] => [
  { keys: ['Enter'], does: 'next reading; Shift goes back' },
  ...jumps(),
  { keys: ['+', '−', '±'], does: 'set or turn the sign, wherever the caret is' },
  { keys: ['s'], does: 'another stem of the same tree' },
  { keys: ['w'], does: 'where to tape; the same key or Esc closes it' },
  { keys: ['u'], does: 'the tape close up' },
  { keys: ['i'], does: 'in or out, on a plot' },
  { keys: ['c'], does: 'to the call-out line' },
  { keys: ['n'], does: 'keep the tree and take the next' },
  { keys: ['Alt', 'letter'], does: 'the same letters while typing' },
  { keys: ['Ctrl', 'Enter'], does: 'keep, from anywhere' },
  { keys: ['Ctrl', 'Z'], does: 'undo' },
];

export const tallyShortcuts: readonly Shortcut[] = [
  { keys: ['Enter'], does: 'keep the tree on the line' },
  { keys: ['↑', '↓'], does: 'walk through the tally; the tree comes onto the line' },
  { keys: ['Esc'], does: 'leave the tree as it was, back to a new one' },
  { keys: ['Alt', 'Delete'], does: 'delete the tree on the line' },
  { keys: ['Ctrl', 'Z'], does: 'take back the last change, on an empty line' },
  { keys: ['Alt', 'd'], does: 'species and distance of the tree before, on an empty line' },
  { keys: ['Alt', 'r'], does: 'the whole tree before again, on an empty line' },
  { keys: ['Alt', 'o'], does: 'open the tree on its sheet' },
];
