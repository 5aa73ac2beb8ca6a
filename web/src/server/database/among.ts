import { type SQL, sql } from 'drizzle-orm';
import type { PgColumn } from 'drizzle-orm/pg-core';

/** Rows whose identifier is among some: one parameter, however many they are, where a list would have one for each. */
export const among = (column: PgColumn, ids: readonly string[]): SQL =>
  sql`${column} = any(${`{${ids.join(',')}}`}::uuid[])`;
