import { and, asc, count, eq, gt, inArray, isNull, ne, type SQL, sql } from 'drizzle-orm';
import type { Queryable } from '../database/connection.ts';
import { among } from '../database/among.ts';
import { insertOf } from '../database/json-rows.ts';
import { forgetTree } from '../revisions/repository.ts';
import { observations, plots, readings, stems, trees } from '../database/schema.ts';
import { isUnitId } from '@arbolito/core/units';
import { grouped } from '@arbolito/core/statistics';
import type { HeightNotes, PlacedReading, TapingNotes, TreeNotes } from '@arbolito/core/tree';

export interface TreeRow {
  readonly id: string;
  readonly surveyId: string;
  readonly plotId: string;
  readonly plotLabel: string;
  readonly plotSlopePct: number;
  readonly tag: string;
  readonly speciesCode: string;
  readonly deletedAt: string | null;
  readonly writeDigest: string;
  readonly taping: TapingNotes | null;
  readonly heights: HeightNotes | null;
  readonly notes: TreeNotes | null;
  readonly observationId: string;
  readonly observer: string;
  readonly device: string;
  readonly observedAt: string;
}

export interface NewTreeRows {
  readonly tree: typeof trees.$inferInsert;
  readonly stems: readonly (typeof stems.$inferInsert)[];
  readonly observation: typeof observations.$inferInsert;
  readonly readings: readonly (typeof readings.$inferInsert)[];
}

export type NewReadingRow = typeof readings.$inferInsert;

/** A reading as it is stored: whether it is in use, and the correction that brought it. */
export interface StoredReading extends PlacedReading {
  readonly instrument: string;
  readonly inUse: boolean;
  readonly correctionId: string | null;
}

/** All SQL of trees, their stems, observations and readings, on a database or in a transaction. */
export interface TreeRepository {
  readonly find: (id: string) => Promise<TreeRow | null>;
  readonly listOfPlot: (plotId: string) => Promise<TreeRow[]>;
  readonly listOfPlots: (plotIds: readonly string[]) => Promise<TreeRow[]>;
  readonly listOfSurvey: (surveyId: string) => Promise<TreeRow[]>;
  /** The trees of a survey on the plot with that label, or the one with that tag. */
  readonly listNamed: (surveyId: string, plotLabel: string, tag?: string) => Promise<TreeRow[]>;
  /** Trees of some plots that have one of some tags. */
  readonly listTagged: (plotIds: readonly string[], tags: readonly string[]) => Promise<TreeRow[]>;
  /** Trees of a survey in the order of their identifiers, from behind one of them, at most so many. */
  readonly page: (surveyId: string, after: string | null, atMost: number) => Promise<TreeRow[]>;
  readonly countOfSurvey: (surveyId: string) => Promise<number>;
  /** Whether a tree of a plot has a tag already, one of them left out. */
  readonly isTagUsed: (plotId: string, tag: string, except: string) => Promise<boolean>;
  /** The tags of a plot. */
  readonly tagsOfPlot: (plotId: string) => Promise<string[]>;
  /** Identifiers of a survey's trees, plot by plot as people number them. */
  readonly idsOfSurvey: (surveyId: string) => Promise<string[]>;
  /** Identifiers of trees with heights beside the first, at most so many. */
  readonly idsWithHeights: (surveyId: string, atMost: number) => Promise<string[]>;
  /** Trees with a diameter beside the first. */
  readonly idsWithOtherDiameters: (surveyId: string, atMost: number) => Promise<string[]>;
  /** Trees by their identifiers, in that order. */
  readonly listByIds: (treeIds: readonly string[]) => Promise<TreeRow[]>;
  /** Trees by their identifiers; they stay as they are until the transaction ends. */
  readonly listForShare: (treeIds: readonly string[]) => Promise<TreeRow[]>;
  /** Locks trees until the transaction ends, in the order in which `listForShare` does: none waits for another in a circle. */
  readonly lockAll: (treeIds: readonly string[]) => Promise<void>;
  /** Deletes the cached result of a tree. */
  readonly forgetResult: (tree: Pick<TreeRow, 'id' | 'plotId'>) => Promise<void>;
  /** The stems of each tree, by rising number. */
  readonly stemsOf: (treeIds: readonly string[]) => Promise<Map<string, StemRow[]>>;
  readonly insertStems: (rows: readonly (typeof stems.$inferInsert)[]) => Promise<void>;
  readonly setNotes: (
    observationId: string,
    notes: {
      readonly taping: TapingNotes | null;
      readonly heights: HeightNotes | null;
      readonly notes: TreeNotes | null;
    },
  ) => Promise<void>;
  /** Readings in use, by observation. */
  readonly readingsInUse: (observationIds: readonly string[]) => Promise<Map<string, StoredReading[]>>;
  /** Methods of the readings in use of a survey, by identifier. */
  readonly methodsOf: (surveyId: string) => Promise<string[]>;
  /** Every reading of a tree ever kept, the oldest first. */
  readonly allReadings: (treeId: string) => Promise<StoredReading[]>;
  /** Stores new trees of one plot with their parts and raises the revision of the plot, in one statement. */
  readonly insert: (plotId: string, rows: readonly NewTreeRows[]) => Promise<void>;
  /** Locks the tree until the transaction ends. */
  readonly lock: (id: string) => Promise<boolean>;
  readonly update: (
    id: string,
    values: { tag?: string; speciesCode?: string; deletedAt?: string | null },
  ) => Promise<void>;
  readonly insertReadings: (rows: readonly NewReadingRow[]) => Promise<void>;
  /** Takes exactly these readings of an observation into use. */
  readonly setReadingsInUse: (observationId: string, readingIds: readonly string[]) => Promise<void>;
}

type ReadingRow = typeof readings.$inferSelect;
export type StemRow = typeof stems.$inferSelect;

/** A reading that was just stored, as it comes back from the record. */
export const newlyStored = (row: NewReadingRow, ordinal: number): StoredReading =>
  recordOf(
    {
      ...row,
      heightNo: row.heightNo ?? 1,
      standardError: row.standardError ?? null,
      excluded: row.excluded ?? false,
      inUse: row.inUse ?? true,
      correctionId: row.correctionId ?? null,
    },
    ordinal,
  );

const recordOf = (row: Omit<ReadingRow, 'recordedAt'>, ordinal: number): StoredReading => ({
  id: row.id,
  measure: row.measure,
  ...(ordinal === 1 ? {} : { stem: ordinal }),
  ...(row.heightNo === 1 ? {} : { heightNo: row.heightNo }),
  methodId: row.methodId,
  methodVersion: row.methodVersion,
  key: row.key,
  value: row.value,
  unit: isUnitId(row.unit) ? row.unit : 'one',
  ...(row.standardError === null ? {} : { standardError: row.standardError }),
  asRead: row.asRead,
  instrument: row.instrument,
  try: row.try,
  ...(row.excluded ? { excluded: true } : {}),
  observer: row.observer,
  device: row.device,
  takenAt: new Date(row.takenAt).toISOString(),
  inUse: row.inUse,
  correctionId: row.correctionId,
});

const treeRows = insertOf(trees, [
  'id',
  'surveyId',
  'plotId',
  'tag',
  'speciesCode',
  'observer',
  'device',
  'writeDigest',
]);
const stemRows = insertOf(stems, ['id', 'treeId', 'ordinal']);
const observationRows = insertOf(observations, [
  'id',
  'treeId',
  'surveyId',
  'observedAt',
  'taping',
  'heights',
  'notes',
  'observer',
  'device',
]);
const readingRows = insertOf(readings, [
  'id',
  'observationId',
  'stemId',
  'measure',
  'heightNo',
  'methodId',
  'methodVersion',
  'key',
  'value',
  'unit',
  'asRead',
  'standardError',
  'instrument',
  'try',
  'excluded',
  'observer',
  'device',
  'takenAt',
  'correctionId',
]);
/** The same as `raiseRevision`, as the end of a statement. */
const raised = (plotId: string): SQL => sql`update "plot" set "revision" = "revision" + 1 where "id" = ${plotId}`;

const { compare: compareTags } = new Intl.Collator('en', { numeric: true });

export function treeRepository(database: Queryable): TreeRepository {
  const list = async (where: SQL | undefined): Promise<TreeRow[]> => {
    const rows = await database
      .select({
        id: trees.id,
        surveyId: trees.surveyId,
        plotId: trees.plotId,
        plotLabel: plots.label,
        plotSlopePct: plots.slopePct,
        tag: trees.tag,
        speciesCode: trees.speciesCode,
        deletedAt: trees.deletedAt,
        writeDigest: trees.writeDigest,
        taping: observations.taping,
        heights: observations.heights,
        notes: observations.notes,
        observationId: observations.id,
        observer: observations.observer,
        device: observations.device,
        observedAt: observations.observedAt,
      })
      .from(trees)
      .innerJoin(plots, eq(plots.id, trees.plotId))
      .innerJoin(observations, and(eq(observations.treeId, trees.id), eq(observations.surveyId, trees.surveyId)))
      .where(where)
      .orderBy(asc(trees.tag), asc(trees.id));
    return rows
      .map((row) => ({ ...row, observedAt: new Date(row.observedAt).toISOString() }))
      .sort((a, b) => compareTags(a.tag, b.tag));
  };
  const idsWhere = async (surveyId: string, noted: SQL, atMost: number): Promise<string[]> => {
    const rows = await database
      .select({ id: trees.id })
      .from(trees)
      .innerJoin(observations, and(eq(observations.treeId, trees.id), eq(observations.surveyId, trees.surveyId)))
      .where(and(eq(trees.surveyId, surveyId), isNull(trees.deletedAt), noted))
      .orderBy(asc(trees.id))
      .limit(atMost);
    return rows.map(({ id }) => id);
  };
  return {
    find: async (id) => (await list(eq(trees.id, id)))[0] ?? null,
    listOfPlot: (plotId) => list(and(eq(trees.plotId, plotId), isNull(trees.deletedAt))),
    listOfPlots: (plotIds) => list(and(among(trees.plotId, plotIds), isNull(trees.deletedAt))),
    listOfSurvey: (surveyId) => list(and(eq(trees.surveyId, surveyId), isNull(trees.deletedAt))),
    listNamed: (surveyId, plotLabel, tag) =>
      list(
        and(
          eq(trees.surveyId, surveyId),
          eq(plots.label, plotLabel),
          tag === undefined ? undefined : eq(trees.tag, tag),
          isNull(trees.deletedAt),
        ),
      ),
    listTagged: async (plotIds, tags) =>
      plotIds.length === 0 || tags.length === 0
        ? []
        : list(and(among(trees.plotId, plotIds), inArray(trees.tag, [...tags]), isNull(trees.deletedAt))),
    page: async (surveyId, after, atMost) => {
      const behind = after === null ? undefined : gt(trees.id, after);
      const ids = await database
        .select({ id: trees.id })
        .from(trees)
        .where(and(eq(trees.surveyId, surveyId), isNull(trees.deletedAt), behind))
        .orderBy(asc(trees.id))
        .limit(atMost);
      if (ids.length === 0) return [];
      const rows = await list(
        among(
          trees.id,
          ids.map(({ id }) => id),
        ),
      );
      return rows.sort((a, b) => (a.id < b.id ? -1 : 1));
    },
    countOfSurvey: async (surveyId) => {
      const [row] = await database
        .select({ trees: count() })
        .from(trees)
        .where(and(eq(trees.surveyId, surveyId), isNull(trees.deletedAt)));
      return row?.trees ?? 0;
    },
    isTagUsed: async (plotId, tag, except) =>
      (
        await database
          .select({ id: trees.id })
          .from(trees)
          .where(and(eq(trees.plotId, plotId), eq(trees.tag, tag), ne(trees.id, except), isNull(trees.deletedAt)))
          .limit(1)
      ).length > 0,
    tagsOfPlot: async (plotId) => {
      const rows = await database
        .select({ tag: trees.tag })
        .from(trees)
        .where(and(eq(trees.plotId, plotId), isNull(trees.deletedAt)));
      return rows.map(({ tag }) => tag);
    },
    idsOfSurvey: async (surveyId) => {
      const rows = await database
        .select({ id: trees.id, label: plots.label, tag: trees.tag })
        .from(trees)
        .innerJoin(plots, eq(plots.id, trees.plotId))
        .where(and(eq(trees.surveyId, surveyId), isNull(trees.deletedAt)));
      const { compare } = new Intl.Collator('en', { numeric: true });
      return rows.sort((a, b) => compare(a.label, b.label) || compare(a.tag, b.tag)).map(({ id }) => id);
    },
    idsWithHeights: (surveyId, atMost) =>
      idsWhere(surveyId, sql`${observations.heights} -> 'others' is not null`, atMost),
    idsWithOtherDiameters: (surveyId, atMost) =>
      idsWhere(surveyId, sql`${observations.notes} -> 'otherDiameters' is not null`, atMost),
    listByIds: async (treeIds) => {
      if (treeIds.length === 0) return [];
      const rows = new Map((await list(among(trees.id, treeIds))).map((row) => [row.id, row]));
      return treeIds.flatMap((id) => rows.get(id) ?? []);
    },
    listForShare: async (treeIds) => {
      if (treeIds.length === 0) return [];
      const own = among(trees.id, treeIds);
      await database.select({ id: trees.id }).from(trees).where(own).orderBy(asc(trees.id)).for('share');
      return list(and(own, isNull(trees.deletedAt)));
    },
    lockAll: async (treeIds) => {
      await database
        .select({ id: trees.id })
        .from(trees)
        .where(among(trees.id, treeIds))
        .orderBy(asc(trees.id))
        .for('update');
    },
    forgetResult: ({ id, plotId }) => forgetTree(database, id, plotId),
    stemsOf: async (treeIds) => {
      if (treeIds.length === 0) return new Map<string, StemRow[]>();
      const rows = await database.select().from(stems).where(among(stems.treeId, treeIds)).orderBy(asc(stems.ordinal));
      return grouped(rows, ({ treeId }) => treeId);
    },
    insertStems: async (rows) => {
      if (rows.length > 0) await database.insert(stems).values([...rows]);
    },
    setNotes: async (observationId, notes) => {
      await database.update(observations).set(notes).where(eq(observations.id, observationId));
    },
    readingsInUse: async (observationIds) => {
      const byObservation = new Map<string, StoredReading[]>();
      if (observationIds.length === 0) return byObservation;
      const rows = await database
        .select({ reading: readings, ordinal: stems.ordinal })
        .from(readings)
        .innerJoin(stems, eq(stems.id, readings.stemId))
        .where(and(among(readings.observationId, observationIds), eq(readings.inUse, true)))
        .orderBy(asc(stems.ordinal), asc(readings.takenAt), asc(readings.id));
      for (const { reading, ordinal } of rows) {
        const list = byObservation.get(reading.observationId) ?? [];
        list.push(recordOf(reading, ordinal));
        byObservation.set(reading.observationId, list);
      }
      return byObservation;
    },
    methodsOf: async (surveyId) => {
      const rows = await database
        .selectDistinct({ methodId: readings.methodId })
        .from(readings)
        .innerJoin(observations, eq(observations.id, readings.observationId))
        .where(and(eq(observations.surveyId, surveyId), eq(readings.inUse, true)));
      return rows.map(({ methodId }) => methodId).sort();
    },
    allReadings: async (treeId) => {
      const rows = await database
        .select({ reading: readings, ordinal: stems.ordinal })
        .from(readings)
        .innerJoin(stems, eq(stems.id, readings.stemId))
        .innerJoin(observations, eq(observations.id, readings.observationId))
        .where(eq(observations.treeId, treeId))
        .orderBy(asc(readings.recordedAt), asc(readings.id));
      return rows.map(({ reading, ordinal }) => recordOf(reading, ordinal));
    },
    insert: async (plotId, rows) => {
      const placed = rows
        .flatMap((each) => each.readings)
        .map((reading) => ({
          ...reading,
          heightNo: reading.heightNo ?? 1,
          excluded: reading.excluded ?? false,
        }));
      // One statement is one way to the database and back, and whole or not at all by itself.
      await database.execute(
        sql`with kept_tree as (${treeRows.of(rows.map(({ tree }) => tree))}),
          kept_stems as (${stemRows.of(rows.flatMap((each) => each.stems))}),
          kept_observation as (${observationRows.of(rows.map(({ observation }) => observation))}),
          kept_readings as (${readingRows.of(placed)})
          ${raised(plotId)}`,
      );
    },
    lock: async (id) =>
      (await database.select({ id: trees.id }).from(trees).where(eq(trees.id, id)).for('update')).length > 0,
    update: async (id, values) => {
      await database.update(trees).set(values).where(eq(trees.id, id));
    },
    insertReadings: async (rows) => {
      if (rows.length > 0) await database.insert(readings).values([...rows]);
    },
    setReadingsInUse: async (observationId, readingIds) => {
      // First out, then in: two readings of one key may not be in use at once.
      await database.update(readings).set({ inUse: false }).where(eq(readings.observationId, observationId));
      if (readingIds.length > 0) {
        await database
          .update(readings)
          .set({ inUse: true })
          .where(and(eq(readings.observationId, observationId), among(readings.id, readingIds)));
      }
    },
  };
}
