import type { Database } from './connection.ts';

/** Runs a piece of work while no other process of the application runs the same. */
export type Alone = <T>(what: string, work: () => Promise<T>) => Promise<T>;

/**
 * Work that waits for the same work of another process, and begins when that has ended: what it made is there then. The lock
 * belongs to a connection, so that a process that dies leaves none behind.
 */
export const aloneIn =
  (database: Database): Alone =>
  async (what, work) => {
    const client = await database.$client.connect();
    try {
      // Work on a large survey may take longer than a statement may.
      await client.query('set lock_timeout = 0; set statement_timeout = 0');
      await client.query('select pg_advisory_lock(hashtextextended($1, 0))', [what]);
      return await work();
    } finally {
      // The lock goes with its connection.
      client.release(true);
    }
  };
