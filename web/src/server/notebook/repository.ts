import { and, desc, eq, sql } from 'drizzle-orm';
import type { Queryable } from '../database/connection.ts';
import { notebookTrees } from '../database/schema.ts';

export type NotebookRow = typeof notebookTrees.$inferSelect;
export type NewNotebookRow = typeof notebookTrees.$inferInsert;

/** All SQL of the notebook, on a database or in a transaction. */
export interface NotebookRepository {
  /** The newest version of every tree, the latest first; deleted ones as well. */
  readonly list: () => Promise<NotebookRow[]>;
  /** The newest version of a tree. */
  readonly find: (treeId: string) => Promise<NotebookRow | null>;
  /** A version by the identifier of its write. */
  readonly findWrite: (id: string) => Promise<NotebookRow | null>;
  /** The version before the newest one. */
  readonly before: (row: NotebookRow) => Promise<NotebookRow | null>;
  readonly insert: (row: NewNotebookRow) => Promise<void>;
}

export const notebookRepository = (database: Queryable): NotebookRepository => ({
  list: async () => {
    const newest = database
      .select({ id: sql<string>`(array_agg(${notebookTrees.id} order by ${notebookTrees.version} desc))[1]` })
      .from(notebookTrees)
      .groupBy(notebookTrees.treeId);
    return database
      .select()
      .from(notebookTrees)
      .where(sql`${notebookTrees.id} in ${newest}`)
      .orderBy(desc(notebookTrees.madeAt));
  },
  find: async (treeId) => {
    const [row] = await database
      .select()
      .from(notebookTrees)
      .where(eq(notebookTrees.treeId, treeId))
      .orderBy(desc(notebookTrees.version))
      .limit(1);
    return row ?? null;
  },
  findWrite: async (id) => {
    const [row] = await database.select().from(notebookTrees).where(eq(notebookTrees.id, id));
    return row ?? null;
  },
  before: async ({ treeId, version }) => {
    const [row] = await database
      .select()
      .from(notebookTrees)
      .where(and(eq(notebookTrees.treeId, treeId), eq(notebookTrees.version, version - 1)));
    return row ?? null;
  },
  insert: async (row) => {
    await database.insert(notebookTrees).values(row);
  },
});
