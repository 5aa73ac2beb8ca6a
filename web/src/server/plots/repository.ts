import { and, asc, count, eq, inArray, isNull, ne, not, sql } from 'drizzle-orm';
import { type PlotKind, type PlotShape, takesEveryTree } from '@arbolito/core/protocol';
import type { NewPlotDto } from '../../contracts/survey.ts';
import { among } from '../database/among.ts';
import type { Queryable } from '../database/connection.ts';
import { plots, surveys, trees } from '../database/schema.ts';

/** A plot on its way onto the record, its shape settled. */
export type PlotToInsert = Omit<NewPlotDto, 'areaM2' | 'shape' | 'asDesigned'> & { readonly shape: PlotShape };

/** A plot as it is stored. */
export interface PlotRecord extends PlotState {
  readonly id: string;
  readonly surveyId: string;
  readonly stratumId: string;
  readonly label: string;
  readonly shape: PlotShape;
  /** Trees on the record, without deleted ones. */
  readonly trees: number;
  /** Rises with every change of the plot and of its trees. */
  readonly revision: number;
}

export interface PlotName {
  readonly id: string;
  readonly label: string;
}

/** Where a plot stands in the order in which plots were written. */
export interface ChangePlace {
  /** Number of the transaction that wrote it last. */
  readonly changedIn: string;
  readonly id: string;
}

export interface ChangedPlot extends ChangePlace {
  readonly trees: number;
}

const { compare } = new Intl.Collator('en', { numeric: true });
const byLabel = (a: PlotName, b: PlotName): number => compare(a.label, b.label);

/** All SQL of plots. */
export interface PlotRepository {
  readonly listOfSurvey: (surveyId: string) => Promise<PlotRecord[]>;
  /** Those of some identifiers, in any order. */
  readonly listAmong: (ids: readonly string[]) => Promise<PlotRecord[]>;
  /** How often each plot of a survey was written to. */
  readonly revisionsOf: (surveyId: string) => Promise<ReadonlyMap<string, number>>;
  /**
   * Plots that were written behind a place, in the order in which they were. Those that somebody is writing now, and all that
   * come after them, wait until that is done: whoever goes on from the last one must not pass what could not be seen.
   */
  readonly listChanged: (
    surveyId: string,
    after: ChangePlace,
    atMost: number,
    strata?: readonly string[],
  ) => Promise<ChangedPlot[]>;
  /** Names of all plots of a survey, in the order in which they are listed. */
  readonly namesOfSurvey: (surveyId: string) => Promise<PlotName[]>;
  readonly find: (id: string) => Promise<PlotRecord | null>;
  readonly digest: (id: string) => Promise<string | null>;
  /** Whether a survey has a plot besides that one that cannot stand in one result with that kind. */
  readonly hasOther: (surveyId: string, plotId: string, kind: PlotKind) => Promise<boolean>;
  /** How a survey usually lays its plots out; null for no such survey. */
  readonly usualShape: (surveyId: string) => Promise<PlotShape | null>;
  readonly insert: (plot: PlotToInsert, digest: string) => Promise<void>;
  /** All of them or none. */
  readonly insertMany: (plots: readonly PlotToInsert[], digest: string) => Promise<void>;
  readonly countOfSurvey: (surveyId: string) => Promise<number>;
  /** Labels of a survey's plots among some. */
  readonly labelsAmong: (surveyId: string, labels: readonly string[]) => Promise<readonly string[]>;
  /** Locks a plot until the transaction ends; whether there is one. */
  readonly lock: (id: string) => Promise<boolean>;
  readonly setState: (id: string, state: PlotState) => Promise<void>;
}

type PlotRow = typeof plots.$inferSelect;

/** What of a plot can be corrected. Its shape cannot: the trees were chosen by it. */
export type PlotState = Readonly<
  Pick<
    PlotRow,
    | 'finished'
    | 'empty'
    | 'slopePct'
    | 'aspectDeg'
    | 'latitude'
    | 'longitude'
    | 'ground'
    | 'measuredOn'
    | 'crew'
    | 'auxiliary'
    | 'regeneration'
  >
>;

export function plotRepository(database: Queryable): PlotRepository {
  const select = () =>
    database
      .select({
        id: plots.id,
        surveyId: plots.surveyId,
        stratumId: plots.stratumId,
        label: plots.label,
        shape: plots.shape,
        slopePct: plots.slopePct,
        aspectDeg: plots.aspectDeg,
        latitude: plots.latitude,
        longitude: plots.longitude,
        ground: plots.ground,
        measuredOn: plots.measuredOn,
        crew: plots.crew,
        auxiliary: plots.auxiliary,
        regeneration: plots.regeneration,
        finished: plots.finished,
        empty: plots.empty,
        revision: plots.revision,
        trees: count(trees.id),
      })
      .from(plots)
      .leftJoin(trees, and(eq(trees.plotId, plots.id), isNull(trees.deletedAt)))
      .groupBy(plots.id);
  const prepared = () =>
    select()
      .where(eq(plots.id, sql.placeholder('id')))
      .prepare('plot_of');
  let found: ReturnType<typeof prepared> | undefined;
  return {
    listOfSurvey: async (surveyId) => {
      const rows = await select().where(eq(plots.surveyId, surveyId)).orderBy(asc(plots.label));
      return rows.sort(byLabel);
    },
    listAmong: (ids) => select().where(among(plots.id, ids)),
    revisionsOf: async (surveyId) => {
      const rows = await database
        .select({ id: plots.id, revision: plots.revision })
        .from(plots)
        .where(eq(plots.surveyId, surveyId));
      return new Map(rows.map(({ id, revision }) => [id, revision]));
    },
    listChanged: (surveyId, { changedIn, id }, atMost, ofStrata) => {
      // A database that was restored elsewhere counts its transactions anew: then all of it is new.
      const known = sql`case when ${changedIn}::xid8 > pg_snapshot_xmax(pg_current_snapshot()) then '0'::xid8 else ${changedIn}::xid8 end`;
      return database
        .select({
          id: plots.id,
          changedIn: sql<string>`${plots.changedIn}::text`,
          trees: count(trees.id),
        })
        .from(plots)
        .leftJoin(trees, and(eq(trees.plotId, plots.id), isNull(trees.deletedAt)))
        .where(
          and(
            eq(plots.surveyId, surveyId),
            sql`(${plots.changedIn}, ${plots.id}) > (${known}, ${id}::uuid)`,
            sql`${plots.changedIn} < pg_snapshot_xmin(pg_current_snapshot())`,
            ofStrata === undefined ? undefined : among(plots.stratumId, ofStrata),
          ),
        )
        .groupBy(plots.id)
        .orderBy(asc(plots.changedIn), asc(plots.id))
        .limit(atMost);
    },
    namesOfSurvey: async (surveyId) => {
      const rows = await database
        .select({ id: plots.id, label: plots.label })
        .from(plots)
        .where(eq(plots.surveyId, surveyId));
      return rows.sort(byLabel);
    },
    find: async (id) => {
      const [row] = await (found ??= prepared()).execute({ id });
      return row ?? null;
    },
    digest: async (id) => {
      const [row] = await database.select({ digest: plots.writeDigest }).from(plots).where(eq(plots.id, id));
      return row?.digest ?? null;
    },
    hasOther: async (surveyId, plotId, kind) => {
      const alike = takesEveryTree({ kind })
        ? sql`${plots.shape} ->> 'kind' = ${kind}`
        : sql`${plots.shape} ->> 'kind' not in ('complete-tally', 'tree-list')`;
      const [row] = await database
        .select({ id: plots.id })
        .from(plots)
        .where(and(eq(plots.surveyId, surveyId), ne(plots.id, plotId), not(alike)))
        .limit(1);
      return row !== undefined;
    },
    usualShape: async (surveyId) => {
      const [row] = await database.select({ design: surveys.design }).from(surveys).where(eq(surveys.id, surveyId));
      return row?.design.shape ?? null;
    },
    countOfSurvey: async (surveyId) => {
      const [row] = await database.select({ plots: count() }).from(plots).where(eq(plots.surveyId, surveyId));
      return row?.plots ?? 0;
    },
    insertMany: async (list, writeDigest) => {
      await database.insert(plots).values(list.map((plot) => ({ ...plot, writeDigest })));
    },
    labelsAmong: async (surveyId, labels) => {
      const rows = await database
        .select({ label: plots.label })
        .from(plots)
        .where(and(eq(plots.surveyId, surveyId), inArray(plots.label, [...labels])));
      return rows.map(({ label }) => label);
    },
    insert: async (plot, writeDigest) => {
      await database.insert(plots).values({ ...plot, writeDigest });
    },
    lock: async (id) =>
      (await database.select({ id: plots.id }).from(plots).where(eq(plots.id, id)).for('update')).length > 0,
    setState: async (id, state) => {
      await database.update(plots).set(state).where(eq(plots.id, id));
    },
  };
}
