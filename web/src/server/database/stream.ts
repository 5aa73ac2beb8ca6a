import { to as copyTo } from 'pg-copy-streams';
import type { Database } from './connection.ts';

/** A row as text, in the order of the columns; null where the database has none. */
export type TextRow = readonly (string | null)[];

const ESCAPED = /\\(.)/g;
const MARKS: Readonly<Record<string, string>> = { t: '\t', n: '\n', r: '\r', b: '\b', f: '\f', v: '\v' };

const cellOf = (text: string): string | null =>
  text === '\\N' ? null : text.includes('\\') ? text.replace(ESCAPED, (_, mark: string) => MARKS[mark] ?? mark) : text;

/**
 * Runs through the rows of a query one by one, as text: a hundred thousand of them need no list of their own.
 *
 * @param query without parameters: its values are literals
 */
export async function streamRows(database: Database, query: string, onRow: (row: TextRow) => void): Promise<void> {
  const client = await database.$client.connect();
  let isWell = false;
  try {
    const stream = client.query(copyTo(`COPY (${query}) TO STDOUT`));
    stream.setEncoding('utf8');
    let rest = '';
    for await (const chunk of stream as AsyncIterable<string>) {
      const lines = (rest + chunk).split('\n');
      rest = lines.pop() ?? '';
      for (const line of lines) onRow(line.split('\t').map(cellOf));
    }
    isWell = true;
  } finally {
    // A connection in the middle of a copy is of no use to anybody.
    client.release(!isWell);
  }
}

/** A text of its own: a part of a longer one would keep all of that. */
export const ownText = (text: string | null | undefined): string => Buffer.from(text ?? '').toString();
