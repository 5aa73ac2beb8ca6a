import type { Queryable } from '../database/connection.ts';
import { plots, treeResults, trees } from '../database/schema.ts';
import { sql } from 'drizzle-orm';
import { eq } from 'drizzle-orm';

/** Tells everybody who summed a plot up that it is another one now, as part of the write that changes it. */
export const raiseRevision = async (tx: Queryable, plotId: string): Promise<void> => {
  await tx
    .update(plots)
    .set({ revision: sql`${plots.revision} + 1` })
    .where(eq(plots.id, plotId));
};

/** Forgets what was worked out of a tree, as part of the write that changes it. */
export const forgetTree = async (tx: Queryable, treeId: string, plotId: string): Promise<void> => {
  await tx.delete(treeResults).where(eq(treeResults.treeId, treeId));
  await raiseRevision(tx, plotId);
};

/** Forgets what was worked out of the trees of a plot. */
export const forgetPlot = async (tx: Queryable, plotId: string): Promise<void> => {
  await raiseRevision(tx, plotId);
  await tx
    .delete(treeResults)
    .where(sql`${treeResults.treeId} in (select ${trees.id} from ${trees} where ${trees.plotId} = ${plotId})`);
};
