import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { useTestDatabase } from '../testing/api.ts';
import { connect, type Connection } from './connection.ts';
import { streamRows, type TextRow } from './stream.ts';

describe('rows that are read one by one', () => {
  const open: { connection?: Connection } = {};
  const read = async (query: string): Promise<TextRow[]> => {
    const rows: TextRow[] = [];
    if (open.connection !== undefined) await streamRows(open.connection.database, query, (row) => rows.push(row));
    return rows;
  };
  beforeAll(async () => {
    open.connection = connect(await useTestDatabase(), () => undefined);
  });
  afterAll(() => open.connection?.close());

  it('keep tabs, line ends, backslashes and letters of any script; nothing is null, and an empty text is none of it', async () => {
    const [row] = await read(
      `select E'a\\tb', E'two\\nlines\\r', E'back\\\\slash', 'Árbol 樹 🌲', null::text, '', E'\\\\N'`,
    );
    expect(row).toEqual(['a\tb', 'two\nlines\r', 'back\\slash', 'Árbol 樹 🌲', null, '', '\\N']);
  });

  it('keep every digit of a number', async () => {
    const values = [0.1 + 0.2, Math.PI * 1e-9, 12_345_678.901_234_567, -0.5];
    const [row] = await read(`select ${values.map((value) => `${String(value)}::double precision`).join(', ')}`);
    expect(row?.map(Number)).toEqual(values);
  });

  it('come in their order, all of them, across the parts that they are sent in', async () => {
    const rows = await read('select i, repeat(chr(228), 200) from generate_series(1, 5000) i order by i');
    expect(rows).toHaveLength(5_000);
    expect(rows.every(([i, text], at) => Number(i) === at + 1 && text === 'ä'.repeat(200))).toBe(true);
  });

  it('are none where there are none; a query that cannot run says so, and the next one runs', async () => {
    expect(await read('select 1 where false')).toEqual([]);
    await expect(read('select nothing from nowhere')).rejects.toThrow('nowhere');
    expect(await read('select 1')).toEqual([['1']]);
  });
});
