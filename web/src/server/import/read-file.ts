import { createReadStream } from 'node:fs';
import { Transform } from 'node:stream';
import Papa from 'papaparse';
import { FILE_LIMITS } from '../../contracts/exchange.ts';
import { invalidField } from '../problem.ts';
import { encodingOf, type FileEncoding, intoUtf8 } from './encoding.ts';
import { t } from '../../messages/text.ts';

const DELIMITERS = [',', ';', '\t'] as const;

/** The delimiter of a head line: whichever of the three stands there most often. */
export function guessDelimiter(head: string): string {
  const counts = DELIMITERS.map((mark) => ({ mark, count: head.split(mark).length }));
  return counts.reduce((most, each) => (each.count > most.count ? each : most)).mark;
}

const [QUOTE, LINE_FEED] = [0x22, 0x0a];

const badFile = (code: string, detail: string) => invalidField('/file', code, detail);

/**
 * Refuses a row that is too long before the parser has to hold it: a quotation mark without its partner makes one row of the
 * rest of the file.
 */
function rowsNoLongerThan(limit: number, delimiter: string): Transform {
  const mark = delimiter.charCodeAt(0);
  let row = 1;
  let length = 0;
  let isQuoted = false;
  let startsCell = true;
  let justClosed = false;
  return new Transform({
    transform: (chunk: Buffer, _encoding, done) => {
      for (const byte of chunk) {
        length += 1;
        if (isQuoted) {
          if (byte === QUOTE) {
            isQuoted = false;
            justClosed = true;
          }
        } else if (byte === QUOTE && (startsCell || justClosed)) {
          isQuoted = true;
          justClosed = false;
          startsCell = false;
        } else if (byte === LINE_FEED) {
          row += 1;
          length = 0;
          startsCell = true;
          justClosed = false;
        } else {
          startsCell = byte === mark;
          justClosed = false;
        }
        if (length > limit) {
          done(
            badFile(
              'row-too-long',
              t(
                'server.row-is-longer-than-kb',
                'Row {row} is longer than {limit} kB. A quotation mark may be missing.',
                { row: String(row), limit: String(limit / 1024) },
              ),
            ),
          );
          return;
        }
      }
      done(null, chunk);
    },
  });
}

export interface FileRows {
  readonly delimiter: string;
  /** Head and rows as they come, empty lines as one empty cell; the whole file never stands in memory. */
  readonly records: AsyncIterable<readonly string[]>;
}

/** A line with nothing on it, which counts where rows are numbered and nowhere else. */
export const isBlank = (cells: readonly string[]): boolean => cells.every((cell) => cell === '');

/** Rows that are parsed before somebody takes them. */
const ROWS_AHEAD = 200;

/**
 * Cells without the space around them, without the mark with which some programs begin a file, and without the apostrophe
 * that keeps a spreadsheet from taking an exported text for a formula.
 */
const tidy = (cells: readonly string[]): string[] =>
  cells.map((cell) =>
    cell
      .replace(/^\uFEFF/, '')
      .trim()
      .replace(/^'(?=[=+\-@])/, ''),
  );

async function* recordsOf(file: string, delimiter: string, encoding: FileEncoding): AsyncGenerator<readonly string[]> {
  const source = createReadStream(file);
  const guard = rowsNoLongerThan(FILE_LIMITS.rowBytes, delimiter);
  const ready: (readonly string[])[] = [];
  const reader: { parser: Papa.Parser | null; isDone: boolean } = { parser: null, isDone: false };
  let failure: Error | null = null;
  let wake: () => void = () => undefined;
  const fail = (error: Error): void => {
    failure ??= error;
    wake();
  };
  source.on('error', fail);
  guard.on('error', fail);
  if (encoding === 'utf-8') source.pipe(guard);
  else source.pipe(intoUtf8(encoding)).pipe(guard);
  Papa.parse<string[]>(guard, {
    delimiter,
    step: ({ data, errors }, handle) => {
      reader.parser = handle;
      const unclosed = errors.find(({ type }) => type === 'Quotes');
      if (unclosed !== undefined)
        fail(badFile('quotes', t('server.a-quotation-mark-in-the', 'A quotation mark in the file is not closed.')));
      else ready.push(data);
      if (ready.length >= ROWS_AHEAD) handle.pause();
      wake();
    },
    complete: () => {
      reader.isDone = true;
      wake();
    },
    error: fail,
  });
  let rows = 0;
  try {
    for (;;) {
      const found = failure as Error | null;
      if (found !== null) throw found;
      const cells = ready.shift();
      if (cells !== undefined) {
        rows += 1;
        if (rows > FILE_LIMITS.rows)
          throw badFile(
            'too-many-rows',
            t('server.a-file-may-have-rows', 'A file may have {rows} rows at most. Split it by plots.', {
              rows: String(FILE_LIMITS.rows),
            }),
          );
        if (cells.length > FILE_LIMITS.columns)
          throw badFile(
            'too-many-columns',
            t('server.row-has-columns-at-most', 'Row {rows} has {cells} columns; at most {columns} are possible.', {
              rows: String(rows),
              cells: String(cells.length),
              columns: String(FILE_LIMITS.columns),
            }),
          );
        yield tidy(cells);
        continue;
      }
      if (reader.isDone) return;
      await new Promise<void>((resolve) => {
        wake = resolve;
        reader.parser?.resume();
      });
    }
  } finally {
    reader.parser?.abort();
    source.destroy();
    guard.destroy();
  }
}

/** The beginning of a file, enough for its head. */
async function headOf(file: string, encoding: FileEncoding): Promise<string> {
  const chunks: Buffer[] = [];
  for await (const chunk of createReadStream(file, { end: FILE_LIMITS.rowBytes })) chunks.push(chunk as Buffer);
  return new TextDecoder(encoding).decode(Buffer.concat(chunks)).split(/\r?\n/)[0] ?? '';
}

/**
 * The records of a stored CSV file, one after the other.
 *
 * @throws Problem 422 for a file that is not CSV or beyond its limits, while it is read
 */
export async function readCsv(file: string, delimiter?: string): Promise<FileRows> {
  const encoding = await encodingOf(file);
  const mark = delimiter ?? guessDelimiter(await headOf(file, encoding));
  return { delimiter: mark, records: recordsOf(file, mark, encoding) };
}
