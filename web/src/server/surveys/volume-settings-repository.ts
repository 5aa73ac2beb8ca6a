import { and, desc, eq, isNull } from 'drizzle-orm';
import { alias, type AnyPgColumn } from 'drizzle-orm/pg-core';
import type { Database, Queryable } from '../database/connection.ts';
import { woodSettings } from '../database/schema.ts';

type Row = typeof woodSettings.$inferSelect;

/** All SQL of how surveys work out their wood. */
export interface WoodRepository {
  /** The settings of a survey, the newest first. */
  readonly ofSurvey: (surveyId: string) => Promise<Row[]>;
  readonly find: (id: string) => Promise<Row | null>;
  readonly insert: (row: Omit<Row, 'recordedAt'>) => Promise<void>;
}

/** Settings that took the place of others: those without one hold now. */
const next = alias(woodSettings, 'next');

/** The settings that hold for a survey now, as a query within another one; none where none were made. */
export const currentWood = (database: Queryable, surveyId: AnyPgColumn) =>
  database
    .select({ settings: woodSettings.settings })
    .from(woodSettings)
    .leftJoin(next, eq(next.replaces, woodSettings.id))
    .where(and(eq(woodSettings.surveyId, surveyId), isNull(next.id)))
    .limit(1);

export const woodRepository = (database: Database): WoodRepository => ({
  ofSurvey: (surveyId) =>
    database
      .select()
      .from(woodSettings)
      .where(eq(woodSettings.surveyId, surveyId))
      .orderBy(desc(woodSettings.recordedAt)),
  find: async (id) => {
    const [row] = await database.select().from(woodSettings).where(eq(woodSettings.id, id));
    return row ?? null;
  },
  insert: async (row) => {
    await database.insert(woodSettings).values(row);
  },
});
