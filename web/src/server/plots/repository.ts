import { and, asc, count, eq, isNull } from 'drizzle-orm';
import type { NewPlotDto } from '../../contracts/survey.ts';
import type { PlotView } from '../../contracts/views.ts';
import type { Database, Queryable } from '../database/connection.ts';
import { plots, trees } from '../database/schema.ts';

/** All SQL of plots. */
export interface PlotRepository {
  readonly listOfSurvey: (surveyId: string) => Promise<PlotView[]>;
  readonly find: (id: string) => Promise<PlotView | null>;
  readonly digest: (id: string) => Promise<string | null>;
  readonly insert: (plot: NewPlotDto, digest: string) => Promise<void>;
}

/** Locks a plot for the rest of a transaction. */
export async function lockPlot(tx: Queryable, id: string) {
  const [row] = await tx.select().from(plots).where(eq(plots.id, id)).for('update');
  return row ?? null;
}

export const setPlotFinished = async (tx: Queryable, id: string, finished: boolean): Promise<void> => {
  await tx.update(plots).set({ finished }).where(eq(plots.id, id));
};

export function plotRepository(database: Database): PlotRepository {
  const select = () =>
    database
      .select({
        id: plots.id,
        surveyId: plots.surveyId,
        stratumId: plots.stratumId,
        label: plots.label,
        areaM2: plots.areaM2,
        slopePct: plots.slopePct,
        finished: plots.finished,
        trees: count(trees.id),
      })
      .from(plots)
      .leftJoin(trees, and(eq(trees.plotId, plots.id), isNull(trees.deletedAt)))
      .groupBy(plots.id);
  return {
    listOfSurvey: async (surveyId) => {
      const rows = await select().where(eq(plots.surveyId, surveyId)).orderBy(asc(plots.label));
      return rows.sort((a, b) => a.label.localeCompare(b.label, 'en', { numeric: true }));
    },
    find: async (id) => {
      const [row] = await select().where(eq(plots.id, id));
      return row ?? null;
    },
    digest: async (id) => {
      const [row] = await database.select({ digest: plots.writeDigest }).from(plots).where(eq(plots.id, id));
      return row?.digest ?? null;
    },
    insert: async (plot, writeDigest) => {
      await database.insert(plots).values({ ...plot, writeDigest });
    },
  };
}
