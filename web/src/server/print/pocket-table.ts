import { PDFDocument, rgb, StandardFonts } from 'pdf-lib';

/** A table of one page to carry: what it says, its figures as they are printed. */
export interface PocketTable {
  readonly title: string;
  readonly words: string;
  /** What the columns are, and the rows. */
  readonly across: string;
  readonly down: string;
  readonly columns: readonly string[];
  readonly rows: readonly { readonly name: string; readonly cells: readonly string[] }[];
  readonly notes: readonly string[];
}

/** A4, standing, in points. */
const PAGE = { width: 595, height: 842 } as const;
const LEFT = 56;
const TOP = 700;
const TALLEST_ROW = 30;
const LOWEST = 130;
const WIDEST_COLUMN = 62;
const FIRST_COLUMN = 96;
const INK = rgb(0.12, 0.17, 0.15);
const BAND = rgb(0.9, 0.92, 0.85);
/** The page’s own fonts know the letters of western Europe: others are shown as a question mark. */
const plainLetters = (words: string): string =>
  words
    .replaceAll('’', "'")
    .replaceAll('−', '-')
    .replace(/[^\u0020-\u007e\u00a0-\u00ff]/g, '?');

/** Draws the table. @returns the bytes of a PDF of one page */
export async function pocketTablePdf(table: PocketTable): Promise<Uint8Array> {
  const document = await PDFDocument.create();
  document.setTitle(table.title);
  const page = document.addPage([PAGE.width, PAGE.height]);
  const bold = await document.embedFont(StandardFonts.HelveticaBold);
  const plain = await document.embedFont(StandardFonts.Helvetica);
  const write = (words: string, x: number, y: number, size: number, font = plain): void => {
    page.drawText(plainLetters(words), { x, y, size, font, color: INK });
  };
  const right = (words: string, x: number, y: number, size: number, font = plain): void => {
    write(words, x - font.widthOfTextAtSize(plainLetters(words), size), y, size, font);
  };
  const room = PAGE.width - 2 * LEFT - FIRST_COLUMN;
  const column = Math.min(WIDEST_COLUMN, room / Math.max(1, table.columns.length - 1));
  const row = Math.min(TALLEST_ROW, (TOP - LOWEST) / table.rows.length);
  const xOf = (i: number): number => LEFT + FIRST_COLUMN + i * column;
  write(table.title, LEFT, 780, 16, bold);
  write(table.words, LEFT, 758, 10);
  write(table.across, LEFT + 68, TOP + TALLEST_ROW - 4, 10);
  write(table.down, LEFT, TOP, 12, bold);
  table.columns.forEach((name, i) => {
    right(name, xOf(i), TOP, 12, bold);
  });
  table.rows.forEach(({ name, cells }, i) => {
    const y = TOP - (i + 1) * row;
    if (i % 2 === 0)
      page.drawRectangle({
        x: LEFT - 8,
        y: y - row * 0.3,
        width: PAGE.width - 2 * LEFT + 24,
        height: row,
        color: BAND,
      });
    write(name, LEFT + 8, y, 13, bold);
    cells.forEach((each, j) => {
      right(each, xOf(j), y, 13);
    });
  });
  table.notes.forEach((note, i) => {
    write(note, LEFT, 96 - 14 * i, 9);
  });
  return document.save();
}
