import { sql } from 'drizzle-orm';
import type { Queryable } from './connection.ts';

/** Runs a part of a transaction that can fail without the rest: what it wrote is taken back, and the error goes on. */
export async function savepoint<T>(tx: Queryable, work: () => Promise<T>): Promise<T> {
  await tx.execute(sql`savepoint part`);
  try {
    const result = await work();
    await tx.execute(sql`release savepoint part`);
    return result;
  } catch (error) {
    await tx.execute(sql`rollback to savepoint part`);
    throw error;
  }
}
