import { and, eq, sql } from 'drizzle-orm';
import type { Database } from '../database/connection.ts';
import { surveyFigures } from '../database/schema.ts';

export type KeptName = (typeof surveyFigures.$inferSelect)['name'];

/** Something that was summed up of a survey, and under which stamp. */
export interface Kept {
  readonly stamp: string;
  readonly value: unknown;
  readonly madeAt: string;
}

/** All SQL of what is kept of whole surveys. */
export interface KeptRepository {
  readonly find: (surveyId: string, name: KeptName) => Promise<Kept | null>;
  readonly keep: (surveyId: string, name: KeptName, stamp: string, value: unknown) => Promise<void>;
}

export const keptRepository = (database: Database): KeptRepository => ({
  find: async (surveyId, name) => {
    const [row] = await database
      .select({ stamp: surveyFigures.stamp, value: surveyFigures.value, madeAt: surveyFigures.madeAt })
      .from(surveyFigures)
      .where(and(eq(surveyFigures.surveyId, surveyId), eq(surveyFigures.name, name)));
    return row ?? null;
  },
  keep: async (surveyId, name, stamp, value) => {
    await database
      .insert(surveyFigures)
      .values({ surveyId, name, stamp, value })
      .onConflictDoUpdate({
        target: [surveyFigures.surveyId, surveyFigures.name],
        set: { stamp, value, madeAt: sql`now()` },
      });
  },
});
