import { once } from 'node:events';
import { and, desc, eq, isNull, sql } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/node-postgres';
import type pg from 'pg';
import { from as copyFrom } from 'pg-copy-streams';
import type { PlotShape } from '@arbolito/core/protocol';
import type { Database, Queryable } from '../database/connection.ts';
import type { NewTreeRows } from '../trees/repository.ts';
import type { TreeResultRow } from '../results/tree-result-repository.ts';
import * as schema from '../database/schema.ts';
import { imports, observations, plots, stems, trees } from '../database/schema.ts';

export type ImportRow = typeof imports.$inferSelect;

/** A tree of a file on its way onto the record. */
export interface TreeToCopy extends NewTreeRows {
  /** What was computed of it already, where it could be. */
  readonly result: TreeResultRow | null;
}

export interface PlotToMake {
  readonly id: string;
  readonly surveyId: string;
  readonly stratumId: string;
  readonly label: string;
  readonly shape: PlotShape;
  readonly observer: string;
  readonly device: string;
  readonly writeDigest: string;
}

/** One transaction that a file is written in: whole, or not at all. */
export interface Bulk {
  /** Plots first: trees stand on them. */
  readonly copyRows: (plots: readonly PlotToMake[], trees: readonly TreeToCopy[]) => Promise<void>;
  /** The same transaction for single rows. */
  readonly tx: Queryable;
  /** Puts the import itself on the record. */
  readonly record: (row: typeof imports.$inferInsert) => Promise<ImportRow>;
  /** Tells that the plots of a survey are other ones now. */
  readonly raiseRevisions: (surveyId: string) => Promise<void>;
}

export interface ExchangeRepository {
  /** Plot and tag of every tree of a survey, as `plot tag`. */
  readonly tagsOf: (surveyId: string) => Promise<Set<string>>;
  /** An import that was written; null where there is none of that identifier. */
  readonly find: (id: string) => Promise<ImportRow | null>;
  /** Imports of a survey, the newest first. */
  readonly listOfSurvey: (surveyId: string) => Promise<ImportRow[]>;
  /** Trees with several stems, and trees with heights beside the first. */
  readonly severalOf: (
    surveyId: string,
  ) => Promise<{ readonly stems: ReadonlySet<string>; readonly heights: ReadonlySet<string> }>;
  /** Runs a piece of work on a connection of its own; what it throws takes everything back. */
  readonly inBulk: <T>(work: (bulk: Bulk) => Promise<T>) => Promise<T>;
}

/** A value in the text format of COPY. */
const cell = (value: string | number | null): string =>
  value === null
    ? '\\N'
    : typeof value === 'number'
      ? String(value)
      : value.replace(/[\\\t\n\r]/g, (mark) => ({ '\\': '\\\\', '\t': '\\t', '\n': '\\n', '\r': '\\r' })[mark] ?? '');

const json = (value: unknown): string | null => (value === null || value === undefined ? null : JSON.stringify(value));

const line = (values: readonly (string | number | null)[]): string => `${values.map(cell).join('\t')}\n`;

const figureLine = (figures: TreeResultRow): string =>
  line([
    figures.treeId,
    figures.surveyId,
    figures.stamp,
    `{${figures.diametersCm.join(',')}}`,
    figures.dbhCm ?? null,
    figures.heightM ?? null,
    figures.volumeM3 ?? null,
    figures.volumeErrorM3 ?? null,
    figures.inDoubt ? 't' : 'f',
    figures.outside ? 't' : 'f',
    figures.readDiametersCm === null || figures.readDiametersCm === undefined
      ? null
      : `{${figures.readDiametersCm.join(',')}}`,
    figures.findings === null || figures.findings === undefined ? null : JSON.stringify(figures.findings),
    figures.boardFeet ?? null,
  ]);

/** Sends rows to one table. */
async function copy(client: pg.PoolClient, table: string, columns: string, rows: string): Promise<void> {
  const stream = client.query(copyFrom(`COPY ${table} (${columns}) FROM STDIN`));
  const ended = once(stream, 'finish');
  stream.end(rows);
  await ended;
}

const bulkOn = (client: pg.PoolClient, tx: Queryable = drizzle(client, { schema })): Bulk => ({
  tx,
  record: async (row) => {
    const [recorded] = await tx.insert(imports).values(row).returning();
    if (recorded === undefined) throw new RangeError('an insert answers its row');
    return recorded;
  },
  copyRows: async (plotRows, rows) => {
    if (plotRows.length > 0) {
      const lines = plotRows.map(({ id, surveyId, stratumId, label, shape, observer, device, writeDigest }) =>
        line([id, surveyId, stratumId, label, JSON.stringify(shape), 0, observer, device, writeDigest]),
      );
      await copy(
        client,
        'plot',
        'id, survey_id, stratum_id, label, shape, slope_pct, observer, device, write_digest',
        lines.join(''),
      );
    }
    const parts = { tree: '', stem: '', observation: '', reading: '', result: '' };
    for (const { tree, stems, observation, readings, result } of rows) {
      parts.tree += line([
        tree.id,
        tree.surveyId,
        tree.plotId,
        tree.tag,
        tree.speciesCode,
        tree.observer,
        tree.device,
        tree.writeDigest,
      ]);
      for (const stem of stems) parts.stem += line([stem.id, stem.treeId, stem.ordinal]);
      parts.observation += line([
        observation.id,
        observation.treeId,
        observation.surveyId,
        observation.observedAt,
        json(observation.taping),
        json(observation.heights),
        json(observation.notes),
        observation.observer,
        observation.device,
      ]);
      for (const reading of readings) {
        parts.reading += line([
          reading.id,
          reading.observationId,
          reading.stemId,
          reading.measure,
          reading.heightNo ?? 1,
          reading.methodId,
          reading.methodVersion,
          reading.key,
          reading.value,
          reading.unit,
          reading.standardError ?? null,
          reading.asRead,
          reading.instrument,
          reading.try,
          reading.excluded === true ? 't' : 'f',
          reading.observer,
          reading.device,
          reading.takenAt,
        ]);
      }
      if (result !== null) parts.result += figureLine(result);
    }
    await copy(client, 'tree', 'id, survey_id, plot_id, tag, species_code, observer, device, write_digest', parts.tree);
    await copy(client, 'stem', 'id, tree_id, ordinal', parts.stem);
    await copy(
      client,
      'observation',
      'id, tree_id, survey_id, observed_at, taping, heights, notes, observer, device',
      parts.observation,
    );
    await copy(
      client,
      'reading',
      'id, observation_id, stem_id, measure, height_no, method_id, method_version, key, value, unit, standard_error, as_read, instrument, try, excluded, observer, device, taken_at',
      parts.reading,
    );
    if (parts.result !== '') {
      await copy(
        client,
        'tree_result',
        'tree_id, survey_id, stamp, diameters_cm, dbh_cm, height_m, volume_m3, volume_error_m3, in_doubt, outside, read_diameters_cm, findings, board_feet',
        parts.result,
      );
    }
  },
  raiseRevisions: async (surveyId) => {
    await client.query('UPDATE plot SET revision = revision + 1 WHERE survey_id = $1', [surveyId]);
  },
});

export const exchangeRepository = (database: Database): ExchangeRepository => ({
  tagsOf: async (surveyId) => {
    const rows = await database
      .select({ label: plots.label, tag: trees.tag })
      .from(trees)
      .innerJoin(plots, eq(plots.id, trees.plotId))
      .where(and(eq(trees.surveyId, surveyId), isNull(trees.deletedAt)));
    return new Set(rows.map(({ label, tag }) => `${label} ${tag}`));
  },
  find: async (id) => {
    const [row] = await database.select().from(imports).where(eq(imports.id, id));
    return row ?? null;
  },
  listOfSurvey: (surveyId) =>
    database.select().from(imports).where(eq(imports.surveyId, surveyId)).orderBy(desc(imports.madeAt)),
  severalOf: async (surveyId) => {
    const several = await database
      .select({ id: stems.treeId })
      .from(stems)
      .innerJoin(trees, eq(trees.id, stems.treeId))
      .where(eq(trees.surveyId, surveyId))
      .groupBy(stems.treeId)
      .having(sql`count(*) > 1`);
    const high = await database
      .select({ id: observations.treeId })
      .from(observations)
      .where(and(eq(observations.surveyId, surveyId), sql`${observations.heights} -> 'others' is not null`));
    return { stems: new Set(several.map(({ id }) => id)), heights: new Set(high.map(({ id }) => id)) };
  },
  inBulk: async (work) => {
    const client = await database.$client.connect();
    try {
      await client.query('BEGIN');
      const done = await work(bulkOn(client));
      await client.query('COMMIT');
      // What is read next would be planned as if the tables were as small as before.
      await client.query('ANALYZE plot, tree, stem, observation, reading, tree_result');
      client.release();
      return done;
    } catch (error) {
      // A connection that broke in the middle of a copy is not given back.
      const isWell = await client.query('ROLLBACK').then(
        () => true,
        () => false,
      );
      client.release(!isWell);
      throw error;
    }
  },
});
