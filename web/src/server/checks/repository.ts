import { asc, eq } from 'drizzle-orm';
import type { Database } from '../database/connection.ts';
import { checkDecisions } from '../database/schema.ts';

export type DecisionRow = typeof checkDecisions.$inferSelect;

/** All SQL of decisions about the work list. */
export interface CheckRepository {
  /** Every decision of a survey, the oldest first. */
  readonly decisionsOf: (surveyId: string) => Promise<DecisionRow[]>;
  readonly digest: (id: string) => Promise<string | null>;
  readonly insert: (row: typeof checkDecisions.$inferInsert) => Promise<void>;
}

export const checkRepository = (database: Database): CheckRepository => ({
  decisionsOf: (surveyId) =>
    database
      .select()
      .from(checkDecisions)
      .where(eq(checkDecisions.surveyId, surveyId))
      .orderBy(asc(checkDecisions.recordedAt), asc(checkDecisions.id)),
  digest: async (id) => {
    const [row] = await database
      .select({ digest: checkDecisions.writeDigest })
      .from(checkDecisions)
      .where(eq(checkDecisions.id, id));
    return row?.digest ?? null;
  },
  insert: async (row) => {
    await database.insert(checkDecisions).values(row);
  },
});
