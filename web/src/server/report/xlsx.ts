import ExcelJS from 'exceljs';
import type { RecordSheets } from './record-sheets.ts';
import type { Report } from './report.ts';
import { harmless } from './csv.ts';
import type { Cell, ReportTable } from './table.ts';
import { t, say } from '../../messages/text.ts';

/** Longest name of a sheet. */
const SHEET_NAME = 31;

const sheetName = (title: string): string =>
  title
    .replace(/[\\/?*[\]:]/g, ' ')
    .replace(/\s+/g, ' ')
    .slice(0, SHEET_NAME)
    .trim();

const formatOf = (decimals: number): string => (decimals === 0 ? '0' : `0.${'0'.repeat(decimals)}`);

function setCell(cell: ExcelJS.Cell, { text, value, decimals = 0 }: Cell, isNumber: boolean): void {
  if (value === null) {
    cell.value = text === '·' ? null : harmless(text);
    if (isNumber) cell.alignment = { horizontal: 'right' };
    return;
  }
  cell.value = value;
  cell.numFmt = formatOf(decimals);
}

function addTable(book: ExcelJS.Workbook, { title, columns, rows, total, notes }: ReportTable): void {
  const sheet = book.addWorksheet(sheetName(title), { views: [{ state: 'frozen', ySplit: 1 }] });
  const head = sheet.addRow(columns.map(({ name }) => harmless(name)));
  head.font = { bold: true };
  head.alignment = { wrapText: true, vertical: 'top' };
  [...rows, ...(total === undefined ? [] : [total])].forEach((cells, i) => {
    const row = sheet.getRow(i + 2);
    cells.forEach((cell, j) => {
      setCell(row.getCell(j + 1), cell, columns[j]?.kind === 'number');
    });
    if (i === rows.length) row.font = { bold: true };
  });
  columns.forEach(({ name }, j) => {
    const longest = Math.max(10, ...rows.map((row) => row[j]?.text.length ?? 0), Math.min(name.length, 18));
    sheet.getColumn(j + 1).width = Math.min(60, longest + 2);
  });
  if (notes.length > 0) {
    sheet.addRow([]);
    for (const note of notes) sheet.addRow([harmless(say(note))]);
  }
  sheet.pageSetup = { orientation: columns.length > 7 ? 'landscape' : 'portrait', fitToPage: true, fitToHeight: 0 };
  sheet.headerFooter.oddFooter = t('report.page-p-of-n', 'page &P of &N');
}

/** A figure of the record as a number, so that it can be summed; other texts as they are. */
const recordValue = (text: string | null): string | number | null =>
  text !== null && /^-?\d+(\.\d+)?$/.test(text) && text.length < 16 ? Number(text) : text;

/** Columns of the record that hold names, though they may look like numbers. */
const NAMES: ReadonlySet<string> = new Set([
  'plot',
  'tag',
  'as read',
  'mark',
  'called',
  'instrument',
  'observer',
  'device',
]);

function addRecord(book: ExcelJS.Workbook, { name, columns, rows }: NonNullable<RecordSheets['sheets']>[number]): void {
  const sheet = book.addWorksheet(sheetName(name.charAt(0).toUpperCase() + name.slice(1)), {
    views: [{ state: 'frozen', ySplit: 1 }],
  });
  const head = sheet.addRow(columns);
  head.font = { bold: true };
  for (const row of rows) sheet.addRow(row.map((text, j) => (NAMES.has(columns[j] ?? '') ? text : recordValue(text))));
  columns.forEach((column, j) => {
    sheet.getColumn(j + 1).width = Math.min(40, Math.max(10, column.length + 2));
  });
  sheet.autoFilter = { from: { row: 1, column: 1 }, to: { row: 1, column: columns.length } };
}

/** Letters of a column of a sheet, from 0. */
const letters = (index: number): string =>
  index < 26 ? String.fromCharCode(65 + index) : `${letters(Math.floor(index / 26) - 1)}${letters(index % 26)}`;

/** Sums of the record as formulas over its sheet of trees: they follow when that is edited. */
function addFormulas(book: ExcelJS.Workbook, sheets: NonNullable<RecordSheets['sheets']>): void {
  const trees = sheets.find(({ name }) => name === 'trees');
  if (trees === undefined || trees.rows.length === 0) return;
  const last = trees.rows.length + 1;
  const found = (start: string) => trees.columns.findIndex((column) => column.startsWith(start));
  const range = (at: number): string => `Trees!$${letters(at)}$2:$${letters(at)}$${String(last)}`;
  const [dbh, height, volume, state] = [found('dbh ('), found('height ('), found('volume ('), found('live or dead')];
  if ([dbh, height, volume, state].includes(-1)) return;
  const unitOfColumn = (at: number): string => /\(([^)]*)\)/.exec(trees.columns[at] ?? '')?.[1] ?? '';
  const isMetric = unitOfColumn(dbh) === 'cm';
  const live = `(${range(state)}="live")`;
  const sheet = book.addWorksheet(sheetName(t('report.sums-by-formula', 'Sums by formula')));
  sheet.getColumn(1).width = 52;
  sheet.getColumn(2).width = 16;
  const add = (words: string, formula: string, format: string): void => {
    const row = sheet.addRow([words]);
    row.getCell(2).value = { formula, date1904: false };
    row.getCell(2).numFmt = format;
  };
  add(t('report.sum-of-trees', 'live trees on the sheet Trees'), `COUNTIF(${range(state)},"live")`, '0');
  add(
    t('report.sum-basal-area', 'basal area of the measured trees, {unit}', { unit: isMetric ? 'm²' : 'ft²' }),
    `SUMPRODUCT(${live}*${range(dbh)}^2)*PI()/${isMetric ? '40000' : '576'}`,
    '0.0000',
  );
  add(
    t('report.sum-volume', 'volume of the measured trees, {unit}', { unit: unitOfColumn(volume) }),
    `SUMIFS(${range(volume)},${range(state)},"live")`,
    '0.000',
  );
  add(
    t('report.mean-dbh', 'mean dbh, {unit}', { unit: unitOfColumn(dbh) }),
    `AVERAGEIFS(${range(dbh)},${range(state)},"live")`,
    '0.0',
  );
  add(
    t('report.mean-height-measured', 'mean measured height, {unit}', { unit: unitOfColumn(height) }),
    `IFERROR(AVERAGEIFS(${range(height)},${range(state)},"live"),"")`,
    '0.00',
  );
  sheet.addRow([]);
  sheet.addRow([
    t(
      'report.formula-note',
      'These cells follow when the sheet Trees is edited. They are sums of the measured trees, not per area.',
    ),
  ]);
}

/** A report as a workbook: a sheet for what it is, one for each table, and the record itself. */
export async function reportXlsx(
  report: Report,
  records: RecordSheets | undefined,
  onProgress: (share: number) => void,
): Promise<Uint8Array<ArrayBuffer>> {
  const book = new ExcelJS.Workbook();
  book.creator = 'Arbolito';
  book.title = `${report.title}: ${report.subtitle}`;
  const about = book.addWorksheet(t('report.about', 'About'));
  about.getColumn(1).width = 34;
  about.getColumn(2).width = 90;
  about.addRow([report.title]).font = { bold: true, size: 16 };
  about.addRow([report.subtitle]);
  about.addRow([t('report.made-on', 'made on {madeOn}', { madeOn: report.madeOn })]);
  for (const part of report.parts) {
    if (part.kind !== 'facts' && part.kind !== 'list') continue;
    about.addRow([]);
    about.addRow([harmless(part.title)]).font = { bold: true };
    if (part.kind === 'facts')
      for (const [label, words] of part.facts) about.addRow([harmless(say(label)), harmless(say(words))]);
    else for (const item of part.items) about.addRow(['', harmless(item)]);
  }
  about.addRow([]);
  about.addRow(['', report.caution]);
  about.getColumn(2).alignment = { wrapText: true, vertical: 'top' };
  const tables = report.parts.flatMap((part) => (part.kind === 'table' ? [part.table] : []));
  const sheets = records?.sheets ?? [];
  const steps = tables.length + sheets.length + 1;
  tables.forEach((table, i) => {
    addTable(book, table);
    onProgress((i + 1) / steps);
  });
  sheets.forEach((sheet, i) => {
    addRecord(book, sheet);
    onProgress((tables.length + i + 1) / steps);
  });
  addFormulas(book, sheets);
  book.calcProperties.fullCalcOnLoad = true;
  if (records?.sheets === null)
    about.addRow([
      t('report.trees', 'Trees'),
      t(
        'report.a-workbook-holds-up-to',
        'A workbook holds up to {mostTrees} trees. Trees, stems and readings of this survey are in the CSV files.',
        { mostTrees: String(records.mostTrees) },
      ),
    ]);
  return Uint8Array.from(new Uint8Array(await book.xlsx.writeBuffer()));
}
