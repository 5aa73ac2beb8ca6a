import { and, eq, sql } from 'drizzle-orm';
import type { Database } from '../database/connection.ts';
import { isDiskFull } from '../database/failures.ts';
import { surveyResults } from '../database/schema.ts';
import { noteStorage } from '../storage-state.ts';

export type CachedName = (typeof surveyResults.$inferSelect)['name'];

/** Something that was summed up of a survey, and under which stamp. */
export interface Kept {
  readonly stamp: string;
  readonly value: unknown;
  readonly madeAt: string;
}

/** Something that is said of a whole survey, and of each of its plots. */
export interface Parted<Common, Own> {
  readonly common: Common;
  readonly plots: Readonly<Record<string, Own>>;
}

/** All SQL of what is kept of whole surveys. */
export interface KeptRepository {
  readonly find: (surveyId: string, name: CachedName) => Promise<Kept | null>;
  /** The same of what is parted by plots, with one of them alone; the others are not read. */
  readonly findPart: (surveyId: string, name: CachedName, plotId: string | null) => Promise<Kept | null>;
  /** When something was kept under a stamp; null where nothing was. */
  readonly whenKept: (surveyId: string, name: CachedName, stamp: string) => Promise<string | null>;
  /** @returns when it was kept */
  readonly keep: (surveyId: string, name: CachedName, stamp: string, value: unknown) => Promise<string>;
}

export const keptRepository = (database: Database): KeptRepository => {
  const where = (surveyId: string, name: CachedName) =>
    and(eq(surveyResults.surveyId, surveyId), eq(surveyResults.name, name));
  return {
    find: async (surveyId, name) => {
      const [row] = await database
        .select({ stamp: surveyResults.stamp, value: surveyResults.value, madeAt: surveyResults.madeAt })
        .from(surveyResults)
        .where(where(surveyId, name));
      return row ?? null;
    },
    findPart: async (surveyId, name, plotId) => {
      const [row] = await database
        .select({
          stamp: surveyResults.stamp,
          common: sql<unknown>`${surveyResults.value} -> 'common'`,
          own: sql<unknown>`${surveyResults.value} -> 'plots' -> ${plotId}::text`,
          madeAt: surveyResults.madeAt,
        })
        .from(surveyResults)
        .where(where(surveyId, name));
      if (row === undefined) return null;
      const { stamp, common, own, madeAt } = row;
      return { stamp, madeAt, value: { common, plots: plotId === null || own === null ? {} : { [plotId]: own } } };
    },
    whenKept: async (surveyId, name, stamp) => {
      const [row] = await database
        .select({ madeAt: surveyResults.madeAt })
        .from(surveyResults)
        .where(and(where(surveyId, name), eq(surveyResults.stamp, stamp)));
      return row?.madeAt ?? null;
    },
    keep: async (surveyId, name, stamp, value) => {
      const [row] = await database
        .insert(surveyResults)
        .values({ surveyId, name, stamp, value })
        .onConflictDoUpdate({
          target: [surveyResults.surveyId, surveyResults.name],
          set: { stamp, value, madeAt: sql`now()` },
        })
        .returning({ madeAt: surveyResults.madeAt });
      return row?.madeAt ?? '';
    },
  };
};

/** Keeps something for speed; null where the disk has no room for it: then it is worked out each time it is asked for. */
export async function keepOrGoOn(
  keep: () => Promise<string>,
  onError?: (error: unknown) => void,
): Promise<string | null> {
  try {
    return await keep();
  } catch (error) {
    if (!isDiskFull(error)) throw error;
    noteStorage('full');
    onError?.(error);
    return null;
  }
}
