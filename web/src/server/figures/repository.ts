import { and, asc, count, eq, isNotNull, isNull, sql } from 'drizzle-orm';
import pg from 'pg';
import type { TreeNotes } from '@arbolito/core/survey';
import type { TreeView } from '../../contracts/views.ts';
import type { Database, Queryable } from '../database/connection.ts';
import { plots, treeFigures, trees } from '../database/schema.ts';
import { streamRows, type TextRow } from '../database/stream.ts';

/** A tree as the sums know it: its figures, without readings and workings. */
export interface FigureRow {
  readonly treeId: string;
  readonly plotId: string;
  readonly tag: string;
  readonly speciesCode: string;
  readonly observer: string;
  readonly notes: TreeNotes | null;
  readonly diametersCm: readonly number[];
  readonly dbhCm: number | null;
  readonly heightM: number | null;
  readonly volumeM3: number | null;
  readonly volumeErrorM3: number | null;
  readonly inDoubt: boolean;
  readonly outside: boolean;
  readonly findings: TreeView['findings'] | null;
}

export type DoubtfulTree = Pick<FigureRow, 'treeId' | 'plotId' | 'tag'> & { readonly findings: TreeView['findings'] };

export type FigureToKeep = typeof treeFigures.$inferInsert;

/** All SQL of figures that are kept for speed. */
export interface FigureRepository {
  /** Trees of a survey whose figures are not there under the stamp. */
  readonly missing: (surveyId: string, stamp: string) => Promise<string[]>;
  readonly countMissing: (surveyId: string, stamp: string) => Promise<number>;
  readonly doubtful: (surveyId: string, stamp: string) => Promise<DoubtfulTree[]>;
  readonly countTrees: (surveyId: string) => Promise<number>;
  readonly list: (surveyId: string, stamp: string) => Promise<FigureRow[]>;
  /** Keeps figures as part of the transaction that worked them out. */
  readonly keep: (tx: Queryable, rows: readonly FigureToKeep[]) => Promise<void>;
  /** Rises with every change of a survey's plots and trees; as text, for a stamp. */
  readonly revisionOf: (surveyId: string) => Promise<string>;
}

/** Tells everybody who summed a plot up that it is another one now, as part of the write that changes it. */
export const raiseRevision = async (tx: Queryable, plotId: string): Promise<void> => {
  await tx
    .update(plots)
    .set({ revision: sql`${plots.revision} + 1` })
    .where(eq(plots.id, plotId));
};

/** Forgets what was worked out of a tree, as part of the write that changes it. */
export const forgetTree = async (tx: Queryable, treeId: string, plotId: string): Promise<void> => {
  await tx.delete(treeFigures).where(eq(treeFigures.treeId, treeId));
  await raiseRevision(tx, plotId);
};

/** Forgets what was worked out of the trees of a plot. */
export const forgetPlot = async (tx: Queryable, plotId: string): Promise<void> => {
  await raiseRevision(tx, plotId);
  await tx
    .delete(treeFigures)
    .where(sql`${treeFigures.treeId} in (select ${trees.id} from ${trees} where ${trees.plotId} = ${plotId})`);
};

/** In the order of `figureRowOf`. */
const figuresQuery = (surveyId: string, stamp: string): string => `
  select t.id, t.plot_id, t.tag, t.species_code, o.observer, o.notes,
         array_to_string(f.diameters_cm, ','), f.dbh_cm, f.height_m, f.volume_m3, f.volume_error_m3,
         f.in_doubt, f.outside, f.findings
  from tree t
  join tree_figure f on f.tree_id = t.id and f.stamp = ${pg.escapeLiteral(stamp)}
  join observation o on o.tree_id = t.id and o.survey_id = t.survey_id
  where t.survey_id = ${pg.escapeLiteral(surveyId)} and t.deleted_at is null
  order by t.plot_id, t.tag, t.id`;

/** One text for each that is the same: plots and species are named again by every tree. */
function interned(): (text: string) => string {
  const known = new Map<string, string>();
  return (text) => {
    const found = known.get(text);
    if (found !== undefined) return found;
    known.set(text, text);
    return text;
  };
}

const numberOf = (text: string | null | undefined): number | null =>
  text === null || text === undefined ? null : Number(text);

function figureRowOf(row: TextRow, one: (text: string) => string): FigureRow {
  const [treeId, plotId, tag, speciesCode, observer, notes, diameters, dbh, height, volume, volumeError] = row;
  const findings = row[13] ?? null;
  return {
    treeId: treeId ?? '',
    plotId: one(plotId ?? ''),
    tag: tag ?? '',
    speciesCode: one(speciesCode ?? ''),
    observer: one(observer ?? ''),
    notes: notes === null || notes === undefined ? null : (JSON.parse(notes) as TreeNotes),
    diametersCm: (diameters ?? '') === '' ? [] : (diameters ?? '').split(',').map(Number),
    dbhCm: numberOf(dbh),
    heightM: numberOf(height),
    volumeM3: numberOf(volume),
    volumeErrorM3: numberOf(volumeError),
    inDoubt: row[11] === 't',
    outside: row[12] === 't',
    findings: findings === null ? null : (JSON.parse(findings) as TreeView['findings']),
  };
}

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
    doubtful: async (surveyId, stamp) => {
      const rows = await database
        .select({ treeId: trees.id, plotId: trees.plotId, tag: trees.tag, findings: treeFigures.findings })
        .from(trees)
        .innerJoin(treeFigures, and(eq(treeFigures.treeId, trees.id), eq(treeFigures.stamp, stamp)))
        .where(and(eq(trees.surveyId, surveyId), isNull(trees.deletedAt), isNotNull(treeFigures.findings)))
        .orderBy(asc(trees.plotId), asc(trees.tag), asc(trees.id));
      return rows.map((row) => ({ ...row, findings: row.findings ?? [] }));
    },
    countTrees: async (surveyId) => {
      const [row] = await database
        .select({ rows: count() })
        .from(trees)
        .where(and(eq(trees.surveyId, surveyId), isNull(trees.deletedAt)));
      return row?.rows ?? 0;
    },
    list: async (surveyId, stamp) => {
      const rows: FigureRow[] = [];
      const one = interned();
      await streamRows(database, figuresQuery(surveyId, stamp), (row) => rows.push(figureRowOf(row, one)));
      return rows;
    },
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
    revisionOf: async (surveyId) => {
      const [row] = await database
        .select({ plots: count(), revision: sql<string>`coalesce(sum(${plots.revision}), 0)` })
        .from(plots)
        .where(eq(plots.surveyId, surveyId));
      return `${String(row?.plots ?? 0)} ${row?.revision ?? '0'}`;
    },
  };
}
