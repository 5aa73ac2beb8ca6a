import { pageOf } from './page.ts';
import type { Text } from '@arbolito/core/message';

/** A table of one page to carry: what it says, its figures as they are printed. */
export interface PocketTable {
  readonly title: string;
  readonly words: string;
  /** What the columns are, and the rows. */
  readonly across: string;
  readonly down: string;
  readonly columns: readonly string[];
  readonly rows: readonly { readonly name: string; readonly cells: readonly string[] }[];
  readonly notes: readonly Text[];
}

/** A4, standing, in points. */
const PAGE = { width: 595, height: 842 } as const;
const LEFT = 56;
const TOP = 700;
const TALLEST_ROW = 30;
const LOWEST = 130;
const WIDEST_COLUMN = 62;
const FIRST_COLUMN = 96;

/** Draws the table. @returns the bytes of a PDF of one page */
export const pocketTablePdf = (table: PocketTable): Promise<Uint8Array> =>
  pageOf(table.title, PAGE, ({ write, widthOf, band }) => {
    const right = (
      words: string,
      x: number,
      y: number,
      how: { readonly size: number; readonly bold?: boolean },
    ): void => {
      write(words, x - widthOf(words, how), y, how);
    };
    const room = PAGE.width - 2 * LEFT - FIRST_COLUMN;
    const column = Math.min(WIDEST_COLUMN, room / Math.max(1, table.columns.length - 1));
    const row = Math.min(TALLEST_ROW, (TOP - LOWEST) / table.rows.length);
    const xOf = (i: number): number => LEFT + FIRST_COLUMN + i * column;
    write(table.title, LEFT, 780, { size: 16, bold: true });
    write(table.words, LEFT, 758, { size: 10 });
    write(table.across, LEFT + 68, TOP + TALLEST_ROW - 4, { size: 10 });
    write(table.down, LEFT, TOP, { size: 12, bold: true });
    table.columns.forEach((name, i) => {
      right(name, xOf(i), TOP, { size: 12, bold: true });
    });
    table.rows.forEach(({ name, cells }, i) => {
      const y = TOP - (i + 1) * row;
      if (i % 2 === 0) band(LEFT - 8, y - row * 0.3, PAGE.width - 2 * LEFT + 24, row);
      write(name, LEFT + 8, y, { size: 13, bold: true });
      cells.forEach((each, j) => {
        right(each, xOf(j), y, { size: 13 });
      });
    });
    table.notes.forEach((note, i) => {
      write(note, LEFT, 96 - 14 * i, { size: 9 });
    });
  });
