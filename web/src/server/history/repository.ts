import { asc, eq, type SQL } from 'drizzle-orm';
import { among } from '../database/among.ts';
import type { Queryable } from '../database/connection.ts';
import { corrections } from '../database/schema.ts';

export type CorrectionRecord = typeof corrections.$inferSelect;
export type NewCorrection = Omit<typeof corrections.$inferInsert, 'recordedAt'>;

/** All SQL of corrections, on a database or in a transaction. */
export interface CorrectionRepository {
  readonly find: (id: string) => Promise<CorrectionRecord | null>;
  /** The corrections of a tree, a plot or a survey, the oldest first. */
  readonly listOfSubject: (subjectId: string) => Promise<CorrectionRecord[]>;
  readonly listOfSubjects: (subjectIds: readonly string[]) => Promise<CorrectionRecord[]>;
  readonly insert: (correction: NewCorrection) => Promise<void>;
}

export const correctionRepository = (database: Queryable): CorrectionRepository => {
  const list = (where: SQL) =>
    database.select().from(corrections).where(where).orderBy(asc(corrections.recordedAt), asc(corrections.id));
  return {
    find: async (id) => {
      const [row] = await database.select().from(corrections).where(eq(corrections.id, id));
      return row ?? null;
    },
    listOfSubject: (subjectId) => list(eq(corrections.subjectId, subjectId)),
    listOfSubjects: (subjectIds) => list(among(corrections.subjectId, subjectIds)),
    insert: async (correction) => {
      await database.insert(corrections).values(correction);
    },
  };
};
