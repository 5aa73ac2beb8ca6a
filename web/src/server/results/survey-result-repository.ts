import { and, eq, sql } from 'drizzle-orm';
import type { Database } from '../database/connection.ts';
import { surveyResults } from '../database/schema.ts';

export type CachedName = (typeof surveyResults.$inferSelect)['name'];

/** Something that was summed up of a survey, and under which stamp. */
export interface Kept {
  readonly stamp: string;
  readonly value: unknown;
  readonly madeAt: string;
}

/** All SQL of what is kept of whole surveys. */
export interface KeptRepository {
  readonly find: (surveyId: string, name: CachedName) => Promise<Kept | null>;
  readonly keep: (surveyId: string, name: CachedName, stamp: string, value: unknown) => Promise<void>;
}

export const keptRepository = (database: Database): KeptRepository => ({
  find: async (surveyId, name) => {
    const [row] = await database
      .select({ stamp: surveyResults.stamp, value: surveyResults.value, madeAt: surveyResults.madeAt })
      .from(surveyResults)
      .where(and(eq(surveyResults.surveyId, surveyId), eq(surveyResults.name, name)));
    return row ?? null;
  },
  keep: async (surveyId, name, stamp, value) => {
    await database
      .insert(surveyResults)
      .values({ surveyId, name, stamp, value })
      .onConflictDoUpdate({
        target: [surveyResults.surveyId, surveyResults.name],
        set: { stamp, value, madeAt: sql`now()` },
      });
  },
});
