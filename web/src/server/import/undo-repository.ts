import { and, eq, inArray, isNull, ne, sql } from 'drizzle-orm';
import type { Queryable } from '../database/connection.ts';
import { corrections, imports, plots, treeResults, trees } from '../database/schema.ts';
import type { CorrectionRecord } from '../history/repository.ts';
import type { ImportRow } from './repository.ts';

/** All SQL of taking imports back, in a transaction. */
export interface ImportUndoRepository {
  /** The import, locked until the transaction ends. */
  readonly lock: (id: string) => Promise<ImportRow | null>;
  /** Tags of its new trees that somebody has changed since. */
  readonly changedSince: (row: ImportRow) => Promise<string[]>;
  /** Identifiers of its new trees. */
  readonly newTrees: (row: ImportRow) => Promise<string[]>;
  /** What it changed and deleted, as far as nobody has taken that back. */
  readonly openCorrections: (row: ImportRow) => Promise<CorrectionRecord[]>;
  /** Takes its new trees off the record. */
  readonly removeNewTrees: (row: ImportRow, at: string) => Promise<void>;
  readonly markUndone: (id: string, at: string, by: string) => Promise<ImportRow | null>;
}

export function importUndoRepository(tx: Queryable): ImportUndoRepository {
  const isNew = ({ surveyId, writeDigest }: ImportRow) =>
    and(eq(trees.surveyId, surveyId), eq(trees.writeDigest, writeDigest));
  return {
    lock: async (id) => {
      const [row] = await tx.select().from(imports).where(eq(imports.id, id)).for('update');
      return row ?? null;
    },
    changedSince: async (row) => {
      const changed = await tx
        .selectDistinct({ tag: trees.tag })
        .from(trees)
        .innerJoin(corrections, eq(corrections.subjectId, trees.id))
        .where(and(isNew(row), ne(corrections.writeDigest, row.writeDigest)));
      return changed.map(({ tag }) => tag);
    },
    newTrees: async (row) => (await tx.select({ id: trees.id }).from(trees).where(isNew(row))).map(({ id }) => id),
    openCorrections: async ({ writeDigest }) => {
      const originals = await tx
        .select()
        .from(corrections)
        .where(and(eq(corrections.writeDigest, writeDigest), ne(corrections.kind, 'undo')));
      if (originals.length === 0) return [];
      const ids = originals.map(({ id }) => id);
      const undone = await tx
        .select({ undoes: corrections.undoes })
        .from(corrections)
        .where(inArray(corrections.undoes, ids));
      const closed = new Set(undone.map(({ undoes }) => undoes));
      return originals.filter(({ id }) => !closed.has(id));
    },
    removeNewTrees: async (row, at) => {
      const own = isNew(row);
      const ids = tx.select({ id: trees.id }).from(trees).where(own);
      await tx.delete(treeResults).where(inArray(treeResults.treeId, ids));
      await tx
        .update(plots)
        .set({ revision: sql`${plots.revision} + 1` })
        .where(inArray(plots.id, tx.select({ id: trees.plotId }).from(trees).where(own)));
      await tx
        .update(trees)
        .set({ deletedAt: at })
        .where(and(own, isNull(trees.deletedAt)));
    },
    markUndone: async (id, at, by) => {
      const [row] = await tx.update(imports).set({ undoneAt: at, undoneBy: by }).where(eq(imports.id, id)).returning();
      return row ?? null;
    },
  };
}
