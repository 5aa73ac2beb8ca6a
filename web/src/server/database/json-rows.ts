import { getTableColumns, getTableName, type SQL, sql } from 'drizzle-orm';
import type { PgTable } from 'drizzle-orm/pg-core';

/**
 * An insert whose rows are one parameter, however many they are: its text is built once, which for many columns takes longer
 * than the insert.
 *
 * @param keys columns that are written; the others have their defaults. A row that lacks one of them writes null
 */
export function insertOf<T extends PgTable, K extends keyof T['$inferInsert'] & string>(
  table: T,
  keys: readonly K[],
): { readonly of: (rows: readonly Pick<T['$inferInsert'], K>[]) => SQL; readonly updates: SQL } {
  const columns = getTableColumns(table);
  const names = keys.map((key) => {
    const column = columns[key];
    if (column === undefined) throw new RangeError(`no column ${key}`);
    return column.name;
  });
  const name = `"${getTableName(table)}"`;
  const list = names.map((each) => `"${each}"`).join(', ');
  const text = sql.raw(`insert into ${name} (${list}) select ${list} from json_populate_recordset(null::${name}, `);
  return {
    of: (rows) => {
      const given = rows.map((row) =>
        Object.fromEntries(keys.map((key, i): [string, unknown] => [names[i] ?? key, row[key]])),
      );
      return sql`${text}${JSON.stringify(given)}::json)`;
    },
    updates: sql.raw(names.map((each) => `"${each}" = excluded."${each}"`).join(', ')),
  };
}
