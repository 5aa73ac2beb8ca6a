import { Readable, Transform } from 'node:stream';
import type { ReadableStream as NodeStream } from 'node:stream/web';
import { parse, type CsvError } from 'csv-parse';
import { FILE_LIMIT } from '../../contracts/exchange.ts';
import { Problem } from '../problem.ts';

/** More columns than this are no file of trees. */
const MOST_COLUMNS = 200;
const LONGEST_CELL = 10_000;

/** The delimiter of a head line: whichever of the three stands there most often. */
export function guessDelimiter(head: string): string {
  const counts = [',', ';', '\t'].map((mark) => ({ mark, count: head.split(mark).length }));
  return counts.reduce((most, each) => (each.count > most.count ? each : most)).mark;
}

/** The first line of a stream, which is then read from its beginning all the same. */
async function peekLine(source: Readable): Promise<string> {
  const first = await new Promise<Buffer | null>((resolve, reject) => {
    source.once('readable', () => {
      resolve(source.read() as Buffer | null);
    });
    source.once('end', () => {
      resolve(null);
    });
    source.once('error', reject);
  });
  if (first === null) return '';
  source.unshift(first);
  return first.toString('utf8').split(/\r?\n/)[0] ?? '';
}

const tooLarge = (): Problem =>
  new Problem('too-large', `A file may be ${FILE_LIMIT / 1024 / 1024} MB at most. Split it by plots.`);

/** Ends the stream once it has grown beyond the limit. */
function limited(): Transform {
  let size = 0;
  return new Transform({
    transform: (chunk: Buffer, _encoding, done) => {
      size += chunk.byteLength;
      if (size > FILE_LIMIT) done(tooLarge());
      else done(null, chunk);
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

const isCsvError = (error: unknown): error is CsvError =>
  error instanceof Error && 'code' in error && String(error.code).startsWith('CSV_');

/**
 * The records of a CSV body, one after the other.
 *
 * @throws Problem 415 for another type, 413 for a body that is too large, 422 for one that is not CSV, while it is read
 */
export async function readCsv(request: Request, delimiter?: string): Promise<FileRows> {
  const type = request.headers.get('content-type') ?? '';
  if (!/^text\/(csv|plain)\s*(;|$)/i.test(type))
    throw new Problem('not-json', `Send the file as text/csv, not as ${type === '' ? 'nothing' : type.slice(0, 60)}.`);
  if (Number(request.headers.get('content-length') ?? 0) > FILE_LIMIT) throw tooLarge();
  if (request.body === null) throw new Problem('invalid', 'The file is empty: its first line names the columns.');
  const source = Readable.fromWeb(request.body as NodeStream);
  const mark = delimiter ?? guessDelimiter(await peekLine(source));
  const parser = parse({
    delimiter: mark,
    bom: true,
    trim: true,
    relax_column_count: true,
    max_record_size: MOST_COLUMNS * LONGEST_CELL,
  });
  const guard = limited();
  source.on('error', (error) => guard.destroy(error));
  guard.on('error', (error) => parser.destroy(error));
  source.pipe(guard).pipe(parser);
  async function* records(): AsyncGenerator<readonly string[]> {
    try {
      for await (const record of parser) yield record as string[];
    } catch (error) {
      if (!isCsvError(error)) throw error;
      throw new Problem('invalid', `This is not CSV that can be read: ${error.message.slice(0, 200)}`, {
        errors: [{ pointer: '/file', code: 'csv', detail: error.message.slice(0, 200) }],
        cause: error,
      });
    } finally {
      source.destroy();
    }
  }
  return { delimiter: mark, records: records() };
}
