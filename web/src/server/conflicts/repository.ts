import { and, asc, eq, isNull } from 'drizzle-orm';
import { among } from '../database/among.ts';
import type { Queryable } from '../database/connection.ts';
import { conflicts } from '../database/schema.ts';

export type ConflictRow = typeof conflicts.$inferSelect;
export type NewConflict = Omit<
  typeof conflicts.$inferInsert,
  'recordedAt' | 'kept' | 'decidedBy' | 'decidedOn' | 'decidedAt' | 'decisionId'
>;
/** What a person decided. */
export type Decision = Pick<ConflictRow, 'kept' | 'decidedBy' | 'decidedOn' | 'decidedAt' | 'decisionId'>;

const MOST_LISTED = 1_000;

/** All SQL of conflicts, on a database or in a transaction. */
export interface ConflictRepository {
  readonly find: (id: string) => Promise<ConflictRow | null>;
  /** Those of a survey that are not decided, the oldest first. More than `MOST_LISTED` are listed once some are decided. */
  readonly listOpen: (surveyId: string) => Promise<ConflictRow[]>;
  /** Those about a tree or a plot that are not decided, the oldest first. */
  readonly listOpenOf: (subjectId: string) => Promise<ConflictRow[]>;
  readonly listOpenAmong: (subjectIds: readonly string[]) => Promise<ConflictRow[]>;
  /** Adds a conflict; one that is there stays as it is. */
  readonly insert: (conflict: NewConflict) => Promise<void>;
  /** Puts a later change of the same device in the place of the first one. */
  readonly setChange: (
    id: string,
    change: Pick<ConflictRow, 'change' | 'factText' | 'observer' | 'device' | 'madeAt'>,
  ) => Promise<void>;
  readonly decide: (id: string, decision: Decision) => Promise<void>;
  /** Locks a conflict until the transaction ends. */
  readonly lock: (id: string) => Promise<ConflictRow | null>;
}

export function conflictRepository(database: Queryable): ConflictRepository {
  const inOrder = [asc(conflicts.recordedAt), asc(conflicts.id)];
  return {
    find: async (id) => (await database.select().from(conflicts).where(eq(conflicts.id, id)))[0] ?? null,
    listOpen: (surveyId) =>
      database
        .select()
        .from(conflicts)
        .where(and(eq(conflicts.surveyId, surveyId), isNull(conflicts.kept)))
        .orderBy(...inOrder)
        .limit(MOST_LISTED),
    listOpenOf: (subjectId) =>
      database
        .select()
        .from(conflicts)
        .where(and(eq(conflicts.subjectId, subjectId), isNull(conflicts.kept)))
        .orderBy(...inOrder),
    listOpenAmong: (subjectIds) =>
      database
        .select()
        .from(conflicts)
        .where(and(among(conflicts.subjectId, subjectIds), isNull(conflicts.kept)))
        .orderBy(...inOrder),
    insert: async (conflict) => {
      await database.insert(conflicts).values(conflict).onConflictDoNothing();
    },
    setChange: async (id, change) => {
      await database.update(conflicts).set(change).where(eq(conflicts.id, id));
    },
    decide: async (id, decision) => {
      await database.update(conflicts).set(decision).where(eq(conflicts.id, id));
    },
    lock: async (id) => (await database.select().from(conflicts).where(eq(conflicts.id, id)).for('update'))[0] ?? null,
  };
}
