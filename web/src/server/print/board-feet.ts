import { PDFDocument, rgb, StandardFonts } from 'pdf-lib';
import {
  FORM_CLASS_LIMITS,
  FORM_CLASS_RULES,
  LOG_RULES,
  boardFeetTable,
  type FormClassRule,
} from '@arbolito/core/logs';
import { readQuantity } from '@arbolito/core/quantity';

export type ReadTable =
  | { readonly rule: FormClassRule; readonly formClass: number; readonly problem: null }
  | { readonly field: 'rule' | 'formClass'; readonly problem: string };

/** Which table is asked for, from the query `?rule=doyle&formClass=78`. */
export function readTable(query: URLSearchParams): ReadTable {
  const rule = FORM_CLASS_RULES.find((each) => each === query.get('rule'));
  if (rule === undefined) return { field: 'rule', problem: `The rule must be one of ${FORM_CLASS_RULES.join(', ')}.` };
  const read = readQuantity((query.get('formClass') ?? '').slice(0, 20), { unit: 'one' });
  if (!read.ok) return { field: 'formClass', problem: read.message };
  const [least, most] = FORM_CLASS_LIMITS.formClass;
  return read.value >= least && read.value <= most
    ? { rule, formClass: read.value, problem: null }
    : { field: 'formClass', problem: `The form class must lie between ${String(least)} and ${String(most)}.` };
}

/** A4, standing, in points. */
const PAGE = { width: 595, height: 842 } as const;
const LEFT = 56;
const TOP = 700;
const ROW = 30;
const COLUMN = 68;
const INK = rgb(0.12, 0.17, 0.15);
const BAND = rgb(0.9, 0.92, 0.85);

/** The table of a rule and a form class, to print for the pocket. @returns the bytes of a PDF of one page */
export async function boardFeetPdf(rule: FormClassRule, formClass: number): Promise<Uint8Array> {
  const table = boardFeetTable(rule, formClass);
  const document = await PDFDocument.create();
  const title = `Board feet by ${LOG_RULES[rule].name}, form class ${String(formClass)}`;
  document.setTitle(title);
  const page = document.addPage([PAGE.width, PAGE.height]);
  const bold = await document.embedFont(StandardFonts.HelveticaBold);
  const plain = await document.embedFont(StandardFonts.Helvetica);
  const write = (words: string, x: number, y: number, size: number, font = plain): void => {
    page.drawText(words, { x, y, size, font, color: INK });
  };
  const right = (words: string, x: number, y: number, size: number, font = plain): void => {
    write(words, x - font.widthOfTextAtSize(words, size), y, size, font);
  };
  write(title, LEFT, 780, 16, bold);
  write('Standing trees, by dbh over bark and number of 16-ft logs; half logs above the last full one.', LEFT, 758, 10);
  write('16-ft logs', LEFT + COLUMN, TOP + ROW - 4, 10);
  write('dbh, in', LEFT, TOP, 12, bold);
  const columns = table.logs.map((logs, i) => ({ logs, x: LEFT + 96 + i * (COLUMN - 6) }));
  for (const { logs, x } of columns) right(String(logs), x, TOP, 12, bold);
  table.rows.forEach(({ dbhIn, boardFeet }, i) => {
    const y = TOP - (i + 1) * ROW;
    if (i % 2 === 0)
      page.drawRectangle({ x: LEFT - 8, y: y - 9, width: PAGE.width - 2 * LEFT + 24, height: ROW, color: BAND });
    write(String(dbhIn), LEFT + 8, y, 13, bold);
    boardFeet.forEach((each, j) => {
      right(String(each), columns[j]?.x ?? 0, y, 13);
    });
  });
  write('Wiant & Castaneda 1977, after Mesavage & Girard 1946: check against your local table.', LEFT, 96, 9);
  write('A volume is an estimate, never leave to fell, and not an appraisal.', LEFT, 82, 9);
  return document.save();
}
