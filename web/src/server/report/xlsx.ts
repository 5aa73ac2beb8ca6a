import ExcelJS from 'exceljs';
import type { Report } from './report.ts';
import { harmless } from './csv.ts';
import type { Cell, ReportTable } from './table.ts';

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
    for (const note of notes) sheet.addRow([harmless(note)]);
  }
  sheet.pageSetup = { orientation: columns.length > 7 ? 'landscape' : 'portrait', fitToPage: true, fitToHeight: 0 };
  sheet.headerFooter.oddFooter = 'page &P of &N';
}

/** A report as a workbook: a sheet for what it is, and one for each table. */
export async function reportXlsx(report: Report): Promise<Uint8Array<ArrayBuffer>> {
  const book = new ExcelJS.Workbook();
  book.creator = 'Arbolito';
  book.title = `${report.title}: ${report.subtitle}`;
  const about = book.addWorksheet('About');
  about.getColumn(1).width = 34;
  about.getColumn(2).width = 90;
  about.addRow([report.title]).font = { bold: true, size: 16 };
  about.addRow([report.subtitle]);
  about.addRow([`made on ${report.madeOn}`]);
  for (const part of report.parts) {
    if (part.kind !== 'facts' && part.kind !== 'list') continue;
    about.addRow([]);
    about.addRow([harmless(part.title)]).font = { bold: true };
    if (part.kind === 'facts')
      for (const [label, words] of part.facts) about.addRow([harmless(label), harmless(words)]);
    else for (const item of part.items) about.addRow(['', harmless(item)]);
  }
  about.addRow([]);
  about.addRow(['', report.caution]);
  about.getColumn(2).alignment = { wrapText: true, vertical: 'top' };
  for (const part of report.parts) if (part.kind === 'table') addTable(book, part.table);
  return Uint8Array.from(new Uint8Array(await book.xlsx.writeBuffer()));
}
