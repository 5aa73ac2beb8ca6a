import { and, count, eq, isNull, sql } from 'drizzle-orm';
import pg from 'pg';
import type { StandCurveTree } from '@arbolito/core/height-curve';
import { isBroken, isDead, type PlacedFinding, type TreeNotes } from '@arbolito/core/tree';
import type { Database, Queryable } from '../database/connection.ts';
import { among } from '../database/among.ts';
import { insertOf } from '../database/json-rows.ts';
import { plots, treeResults, trees } from '../database/schema.ts';
import { isUuid } from '../endpoint.ts';
import type { FigureRow, SummedRow } from '../../computation/tree-figures.ts';
import { ownText, streamRows, type TextRow } from '../database/stream.ts';

export type TreeResultRow = typeof treeResults.$inferInsert;

/** Whose figures are asked for: a survey, the stamp under which they count, and its codes of dead trees. */
export interface FiguresOf {
  readonly surveyId: string;
  readonly stamp: string;
  readonly deadCodes: ReadonlySet<string>;
}

/** Some plots of a survey; all of them where left out. */
export type PlotIds = readonly string[] | undefined;

/** All SQL of figures that are kept for speed. */
export interface TreeResultRepository {
  /** Trees of a survey whose figures are not there under the stamp. */
  readonly missing: (surveyId: string, stamp: string, plotIds?: PlotIds) => Promise<string[]>;
  readonly countMissing: (surveyId: string, stamp: string) => Promise<number>;
  /** Those of some plots, with their names. */
  readonly listNamed: (of: FiguresOf, plotIds: PlotIds) => Promise<FigureRow[]>;
  /** Each as it is read, made into what is wanted of it: the rows themselves need no room. */
  readonly list: <T>(of: FiguresOf, make: (row: FigureRow) => T) => Promise<T[]>;
  /** The same without names: half as large. */
  readonly listSummed: (of: FiguresOf) => Promise<SummedRow[]>;
  /** Each row of some plots as it is read, those of one plot behind each other. */
  readonly eachSummed: (of: FiguresOf, plotIds: PlotIds, onRow: (row: SummedRow) => void) => Promise<void>;
  /** The live trees with a height that is beyond doubt. */
  readonly listHeights: (of: FiguresOf, plotIds: PlotIds) => Promise<StandCurveTree[]>;
  /** Rises with every change of a survey's plots and trees; as text, for a stamp. */
  readonly revisionOf: (surveyId: string) => Promise<string>;
}

const SUMMED_COLUMNS = `
  t.plot_id, t.species_code, o.notes, array_to_string(f.diameters_cm, ','), f.dbh_cm, f.height_m, f.volume_m3,
  f.volume_error_m3, f.in_doubt, f.outside, array_to_string(f.read_diameters_cm, ','),
  o.heights ->> 'broken', f.board_feet`;
const NAMED_COLUMNS = `${SUMMED_COLUMNS}, t.id, t.tag, o.observer, f.findings`;

/** Narrows a query of trees down to those of some plots. */
export const inPlots = (plotIds: PlotIds): string =>
  plotIds === undefined ? '' : `and t.plot_id = any('{${plotIds.filter(isUuid).join(',')}}')`;

const figuresQuery = (columns: string, surveyId: string, stamp: string, further = ''): string => `
  select ${columns}
  from tree t
  join tree_result f on f.tree_id = t.id and f.stamp = ${pg.escapeLiteral(stamp)}
  join observation o on o.tree_id = t.id and o.survey_id = t.survey_id
  where t.survey_id = ${pg.escapeLiteral(surveyId)} and t.deleted_at is null ${further}
  order by t.plot_id, t.tag, t.id`;

/** One text for each that is the same: plots and species are named again by every tree. */
function interned(): (text: string | null | undefined) => string {
  const known = new Map<string, string>();
  return (text) => {
    const found = known.get(text ?? '');
    if (found !== undefined) return found;
    const own = ownText(text);
    known.set(own, own);
    return own;
  };
}

const numberOf = (text: string | null | undefined): number | null =>
  text === null || text === undefined ? null : Number(text);

const numbersOf = (text: string): number[] => text.split(',').map(Number);

function summedRowOf(
  row: TextRow,
  one: (text: string | null | undefined) => string,
  deadCodes: ReadonlySet<string>,
): SummedRow {
  const [plotId, speciesCode, noted, diameters, dbh, height, volume, volumeError, inDoubt, outside, ...more] = row;
  const [asRead, broken, boardFeet] = more;
  const notes = noted === null || noted === undefined ? null : (JSON.parse(noted) as TreeNotes);
  return {
    plotId: one(plotId),
    speciesCode: one(speciesCode),
    notes,
    dead: isDead(notes, deadCodes),
    diametersCm: (diameters ?? '') === '' ? [] : numbersOf(diameters ?? ''),
    readDiametersCm: (asRead ?? '') === '' ? null : numbersOf(asRead ?? ''),
    dbhCm: numberOf(dbh),
    heightM: numberOf(height),
    volumeM3: numberOf(volume),
    volumeErrorM3: numberOf(volumeError),
    boardFeet: numberOf(boardFeet),
    inDoubt: inDoubt === 't',
    outside: outside === 't',
    broken: isBroken({ broken: broken === 'true', conditionCodes: notes?.conditions }),
  };
}

function figureRowOf(
  row: TextRow,
  one: (text: string | null | undefined) => string,
  deadCodes: ReadonlySet<string>,
): FigureRow {
  const findings = row[16] ?? null;
  return {
    ...summedRowOf(row, one, deadCodes),
    treeId: ownText(row[13]),
    tag: ownText(row[14]),
    observer: one(row[15]),
    findings: findings === null ? null : (JSON.parse(findings) as readonly PlacedFinding[]),
  };
}

export function treeResultRepository(database: Database): TreeResultRepository {
  const rowsOf = async <T>(query: string, of: (row: TextRow, one: ReturnType<typeof interned>) => T): Promise<T[]> => {
    const rows: T[] = [];
    const one = interned();
    await streamRows(database, query, (row) => rows.push(of(row, one)));
    return rows;
  };
  const lacks = (surveyId: string, stamp: string) =>
    and(
      eq(trees.surveyId, surveyId),
      isNull(trees.deletedAt),
      sql`not exists (select 1 from ${treeResults} where ${treeResults.treeId} = ${trees.id} and ${treeResults.stamp} = ${stamp})`,
    );
  return {
    missing: async (surveyId, stamp, plotIds) => {
      const rows = await database
        .select({ id: trees.id })
        .from(trees)
        .where(and(lacks(surveyId, stamp), plotIds === undefined ? undefined : among(trees.plotId, plotIds)));
      return rows.map(({ id }) => id);
    },
    countMissing: async (surveyId, stamp) => {
      const [row] = await database.select({ rows: count() }).from(trees).where(lacks(surveyId, stamp));
      return row?.rows ?? 0;
    },
    list: ({ surveyId, stamp, deadCodes }, make) =>
      rowsOf(figuresQuery(NAMED_COLUMNS, surveyId, stamp), (row, one) => make(figureRowOf(row, one, deadCodes))),
    listNamed: ({ surveyId, stamp, deadCodes }, plotIds) =>
      rowsOf(figuresQuery(NAMED_COLUMNS, surveyId, stamp, inPlots(plotIds)), (row, one) =>
        figureRowOf(row, one, deadCodes),
      ),
    listSummed: ({ surveyId, stamp, deadCodes }) =>
      rowsOf(figuresQuery(SUMMED_COLUMNS, surveyId, stamp), (row, one) => summedRowOf(row, one, deadCodes)),
    eachSummed: async ({ surveyId, stamp, deadCodes }, plotIds, onRow) => {
      const one = interned();
      await streamRows(database, figuresQuery(SUMMED_COLUMNS, surveyId, stamp, inPlots(plotIds)), (row) => {
        onRow(summedRowOf(row, one, deadCodes));
      });
    },
    listHeights: async ({ surveyId, stamp, deadCodes }, plotIds) => {
      const further = `${inPlots(plotIds)} and f.dbh_cm is not null and f.height_m is not null and not f.in_doubt`;
      const heights = await rowsOf(figuresQuery(SUMMED_COLUMNS, surveyId, stamp, further), (row, one) => {
        const { dead, plotId, speciesCode, dbhCm, heightM } = summedRowOf(row, one, deadCodes);
        return dead || dbhCm === null || heightM === null ? null : { plotId, speciesCode, dbhCm, heightM };
      });
      return heights.flatMap((each) => each ?? []);
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

const resultRows = insertOf(treeResults, [
  'treeId',
  'surveyId',
  'stamp',
  'diametersCm',
  'readDiametersCm',
  'dbhCm',
  'heightM',
  'volumeM3',
  'volumeErrorM3',
  'boardFeet',
  'inDoubt',
  'outside',
  'findings',
]);

/** Saves results as part of the transaction that computed them. */
export async function saveTreeResults(tx: Queryable, rows: readonly TreeResultRow[]): Promise<void> {
  if (rows.length === 0) return;
  await tx.execute(sql`${resultRows.of(rows)} on conflict (tree_id) do update set ${resultRows.updates}`);
}
