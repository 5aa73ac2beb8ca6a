import { and, asc, count, eq, isNull, max, sql } from 'drizzle-orm';
import type { Finding } from '@arbolito/core/estimate';
import type { TreeNotes } from '@arbolito/core/survey';
import type { Database, Queryable } from '../database/connection.ts';
import { corrections, observations, plots, readings, treeFigures, trees } from '../database/schema.ts';

/** A tree as the sums know it: its figures, without readings and workings. */
export interface FigureRow {
  readonly treeId: string;
  readonly plotId: string;
  readonly tag: string;
  readonly speciesCode: string;
  readonly notes: TreeNotes | null;
  readonly diametersCm: readonly number[];
  readonly dbhCm: number | null;
  readonly heightM: number | null;
  readonly volumeM3: number | null;
  readonly volumeErrorM3: number | null;
  readonly inDoubt: boolean;
  readonly outside: boolean;
  readonly findings: readonly Finding[] | null;
}

export type FigureToKeep = typeof treeFigures.$inferInsert;

/** All SQL of figures that are kept for speed. */
export interface FigureRepository {
  /** Trees of a survey whose figures are not there under the stamp. */
  readonly missing: (surveyId: string, stamp: string) => Promise<string[]>;
  readonly countMissing: (surveyId: string, stamp: string) => Promise<number>;
  readonly list: (surveyId: string, stamp: string) => Promise<FigureRow[]>;
  /** Keeps figures as part of the transaction that worked them out. */
  readonly keep: (tx: Queryable, rows: readonly FigureToKeep[]) => Promise<void>;
  /** When anything of a survey's trees or of its rules last changed; as text, for a stamp. */
  readonly lastChange: (surveyId: string) => Promise<string>;
}

/** Forgets what was worked out of a tree, as part of the write that changes it. */
export const forgetTree = async (tx: Queryable, treeId: string): Promise<void> => {
  await tx.delete(treeFigures).where(eq(treeFigures.treeId, treeId));
};

/** Forgets what was worked out of the trees of a plot. */
export const forgetPlot = async (tx: Queryable, plotId: string): Promise<void> => {
  await tx
    .delete(treeFigures)
    .where(sql`${treeFigures.treeId} in (select ${trees.id} from ${trees} where ${trees.plotId} = ${plotId})`);
};

export function figureRepository(database: Database): FigureRepository {
  const lacks = (surveyId: string, stamp: string) =>
    and(
      eq(trees.surveyId, surveyId),
      isNull(trees.deletedAt),
      sql`not exists (select 1 from ${treeFigures} where ${treeFigures.treeId} = ${trees.id} and ${treeFigures.stamp} = ${stamp})`,
    );
  return {
    missing: async (surveyId, stamp) => {
      const rows = await database.select({ id: trees.id }).from(trees).where(lacks(surveyId, stamp));
      return rows.map(({ id }) => id);
    },
    countMissing: async (surveyId, stamp) => {
      const [row] = await database.select({ rows: count() }).from(trees).where(lacks(surveyId, stamp));
      return row?.rows ?? 0;
    },
    list: async (surveyId, stamp) =>
      database
        .select({
          treeId: trees.id,
          plotId: trees.plotId,
          tag: trees.tag,
          speciesCode: trees.speciesCode,
          notes: observations.notes,
          diametersCm: treeFigures.diametersCm,
          dbhCm: treeFigures.dbhCm,
          heightM: treeFigures.heightM,
          volumeM3: treeFigures.volumeM3,
          volumeErrorM3: treeFigures.volumeErrorM3,
          inDoubt: treeFigures.inDoubt,
          outside: treeFigures.outside,
          findings: treeFigures.findings,
        })
        .from(trees)
        .innerJoin(treeFigures, and(eq(treeFigures.treeId, trees.id), eq(treeFigures.stamp, stamp)))
        .innerJoin(observations, and(eq(observations.treeId, trees.id), eq(observations.surveyId, trees.surveyId)))
        .where(and(eq(trees.surveyId, surveyId), isNull(trees.deletedAt)))
        .orderBy(asc(trees.plotId), asc(trees.tag), asc(trees.id)),
    keep: async (tx, rows) => {
      if (rows.length === 0) return;
      await tx
        .insert(treeFigures)
        .values([...rows])
        .onConflictDoUpdate({
          target: treeFigures.treeId,
          set: {
            stamp: sql`excluded.stamp`,
            diametersCm: sql`excluded.diameters_cm`,
            dbhCm: sql`excluded.dbh_cm`,
            heightM: sql`excluded.height_m`,
            volumeM3: sql`excluded.volume_m3`,
            volumeErrorM3: sql`excluded.volume_error_m3`,
            inDoubt: sql`excluded.in_doubt`,
            outside: sql`excluded.outside`,
            findings: sql`excluded.findings`,
          },
        });
    },
    lastChange: async (surveyId) => {
      const [written] = await database
        .select({ at: max(readings.recordedAt), rows: count() })
        .from(readings)
        .innerJoin(observations, eq(observations.id, readings.observationId))
        .where(eq(observations.surveyId, surveyId));
      const [corrected] = await database
        .select({ at: max(corrections.recordedAt), rows: count() })
        .from(corrections)
        .innerJoin(trees, eq(trees.id, corrections.subjectId))
        .innerJoin(plots, eq(plots.id, trees.plotId))
        .where(eq(trees.surveyId, surveyId));
      const [settled] = await database
        .select({ rows: count() })
        .from(corrections)
        .where(eq(corrections.subjectId, surveyId));
      return [written?.at, written?.rows, corrected?.at, corrected?.rows, settled?.rows].map(String).join(' ');
    },
  };
}
