import { message, type Text } from '@arbolito/core/message';
import type { NotebookView } from '../../contracts/notebook.ts';
import { say } from '../../messages/text.ts';

/** Ways to put the trees of a notebook in order. */
export const ORDERS = [
  { id: 'latest', words: message('notebook.order-latest', 'latest first') },
  { id: 'name', words: message('notebook.order-name', 'name') },
  { id: 'dbh', words: message('notebook.order-dbh', 'thickest first') },
  { id: 'height', words: message('notebook.order-height', 'tallest first') },
] as const satisfies readonly { readonly id: string; readonly words: Text }[];
export type Order = (typeof ORDERS)[number]['id'];

const figure = (of: { readonly value: number } | null): number => of?.value ?? -1;

const COMPARE: Readonly<Record<Order, (a: NotebookView, b: NotebookView) => number>> = {
  latest: (a, b) => b.madeAt.localeCompare(a.madeAt),
  name: (a, b) => a.name.localeCompare(b.name, undefined, { numeric: true }),
  dbh: (a, b) => figure(b.dbh) - figure(a.dbh),
  height: (a, b) => figure(b.height) - figure(a.height),
};

/** Trees in an order; strings that are still to be measured come first. */
export const sorted = (trees: readonly NotebookView[], order: Order): NotebookView[] =>
  [...trees].sort((a, b) => Number(b.stringKept) - Number(a.stringKept) || COMPARE[order](a, b));

const plain = (text: string): string => text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase();

/** Whether a tree has every word that is looked for. */
export function matches({ name, place, note, speciesName, speciesCode }: NotebookView, wanted: string): boolean {
  const text = plain([name, place ?? '', note ?? '', say(speciesName ?? ''), speciesCode].join(' '));
  return plain(wanted)
    .split(/\s+/)
    .every((word) => text.includes(word));
}
