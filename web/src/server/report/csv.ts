import { stringify } from 'csv-stringify/sync';
import type { Cell, ReportTable } from './table.ts';

/** Text that a spreadsheet would take for a formula, made harmless by an apostrophe in front. */
export const harmless = (text: string): string => (/^[=+\-@\t\r]/.test(text) ? `'${text}` : text);

/** Rows as RFC 4180 has it: commas, quotes where needed, CRLF. Texts from outside must be harmless already. */
export const csvOf = (rows: readonly (readonly (string | null)[])[]): string =>
  stringify([...rows], { record_delimiter: 'windows' });

/** A figure with the decimals that it is shown with; nothing for a dash. */
function plain({ text, value, decimals = 0 }: Cell): string | null {
  if (text === '·' || text === '—') return null;
  return value === null ? harmless(text) : value.toFixed(decimals);
}

/** A table with its units in the header. */
export const csvOfTable = ({ columns, rows, total }: ReportTable): string =>
  csvOf([
    columns.map(({ name }) => harmless(name)),
    ...rows.map((row) => row.map(plain)),
    ...(total === undefined ? [] : [total.map(plain)]),
  ]);

/** A file to take away; the name keeps to letters that every system takes. */
export const fileOf = (body: string | Uint8Array<ArrayBuffer> | ReadableStream, type: string, name: string): Response =>
  new Response(body, {
    headers: {
      'content-type': type,
      'cache-control': 'no-store',
      'content-disposition': `attachment; filename="${fileName(name)}"`,
    },
  });

const fileName = (name: string): string =>
  name
    .normalize('NFKD')
    .replace(/[^\w.-]+/g, '-')
    .replace(/-+/g, '-')
    .replace(/^-|-$/g, '')
    .toLowerCase();
