import { asc, count, desc, eq, isNull, type SQL, sql } from 'drizzle-orm';
import type { AnyPgColumn } from 'drizzle-orm/pg-core';
import {
  type FieldRules,
  rulesOfSet,
  type Species,
  type SurveyDesign,
  USUAL_DESIGN,
  USUAL_WOOD,
  type WoodSettings,
} from '@arbolito/core/protocol';
import type { SlopeUnit, UnitSystem } from '@arbolito/core/units';
import type { Queryable } from '../database/connection.ts';
import { places, plots, species, strata, surveys, trees } from '../database/schema.ts';
import { type GroundOutline, readOutlines } from '@arbolito/core/layout';
import { currentWood } from './volume-settings-repository.ts';
import type { NewSurveyDto } from '../../contracts/survey.ts';

/** A survey as it is stored, with its place, species, strata and present volume settings. */
export interface SurveyRecord {
  readonly id: string;
  readonly place: { readonly id: string; readonly name: string };
  readonly name: string;
  readonly unitSystem: UnitSystem;
  readonly slopeUnit: SlopeUnit;
  readonly fieldRules: FieldRules;
  readonly previousSurveyId: string | null;
  readonly eyeHeightM: number;
  readonly formFactor: number;
  readonly formFactorStandardError: number;
  readonly crew: string;
  readonly startedOn: string;
  readonly species: readonly Species[];
  readonly strata: readonly StratumRecord[];
  readonly wood: WoodSettings;
  readonly design: SurveyDesign;
}

export interface StratumRecord {
  readonly id: string;
  readonly name: string;
  readonly areaHa: number | null;
  readonly pointsCounted: number | null;
  readonly outline: readonly GroundOutline[] | null;
}

type SpeciesRow = Pick<
  typeof species.$inferSelect,
  'code' | 'name' | 'crown' | 'largestDbhCm' | 'fastestGrowthCmPerYear'
>;

/** Rows of a table as one list of objects, in the order of a column; an empty list for none. */
const listOf = <T>(columns: Readonly<Record<keyof T & string, AnyPgColumn>>, order: AnyPgColumn): SQL<readonly T[]> => {
  const fields = Object.entries<AnyPgColumn>(columns).map(([name, column]) => sql`${sql.raw(`'${name}'`)}, ${column}`);
  return sql`coalesce(jsonb_agg(jsonb_build_object(${sql.join(fields, sql`, `)}) order by ${order}), '[]')`;
};

/** A survey in a list, with how far it has come. */
export interface SurveyProgress {
  readonly id: string;
  readonly name: string;
  readonly placeName: string;
  readonly crew: string;
  readonly startedOn: string;
  readonly strata: readonly { readonly id: string; readonly name: string }[];
  readonly plots: number;
  readonly plotsFinished: number;
  readonly trees: number;
}

/** All SQL of surveys, with their place, species and strata. */
export interface SurveyRepository {
  readonly list: () => Promise<SurveyProgress[]>;
  readonly find: (id: string) => Promise<SurveyRecord | null>;
  /** The digest of the write that made the survey, or null where there is none. */
  readonly digest: (id: string) => Promise<string | null>;
  /** Part of a transaction: the survey with its place, species and strata. */
  readonly insert: (survey: NewSurveyDto, digest: string) => Promise<void>;
  /** Locks a survey until the transaction ends; its field rules, or null where there is no such survey. */
  readonly lockRules: (id: string) => Promise<FieldRules | null>;
  readonly setRules: (id: string, rules: FieldRules) => Promise<void>;
  readonly answers: () => Promise<void>;
}

async function insertInto(tx: Queryable, survey: NewSurveyDto, writeDigest: string): Promise<void> {
  const writer = { observer: survey.observer, device: survey.device, writeDigest };
  await tx
    .insert(places)
    .values({ ...survey.place, ...writer })
    .onConflictDoNothing();
  const { place, species: kinds, strata: parts, fieldRules, design, ...fields } = survey;
  const { breastHeightM, ...usual } = rulesOfSet('timber', survey.unitSystem);
  await tx.insert(surveys).values({
    ...fields,
    ...writer,
    fieldRules: fieldRules ?? usual,
    design: design ?? USUAL_DESIGN,
    placeId: place.id,
  });
  await tx.insert(species).values(kinds.map((kind, position) => ({ ...kind, surveyId: survey.id, position })));
  await tx.insert(strata).values(
    parts.map(({ outline, ...part }, position) => {
      const read = outline === undefined ? null : readOutlines(outline);
      return { ...part, outline: read?.ok === true ? read.outlines : null, surveyId: survey.id, position };
    }),
  );
}

export function surveyRepository(database: Queryable): SurveyRepository {
  // One statement, which the database plans once: every write of a tree asks for its survey.
  const prepared = () => {
    const kindsOf = database
      .select({
        all: listOf<SpeciesRow>(
          {
            code: species.code,
            name: species.name,
            crown: species.crown,
            largestDbhCm: species.largestDbhCm,
            fastestGrowthCmPerYear: species.fastestGrowthCmPerYear,
          },
          species.position,
        ),
      })
      .from(species)
      .where(eq(species.surveyId, surveys.id));
    const partsOf = database
      .select({
        all: listOf<StratumRecord>(
          {
            id: strata.id,
            name: strata.name,
            areaHa: strata.areaHa,
            pointsCounted: strata.pointsCounted,
            outline: strata.outline,
          },
          strata.position,
        ),
      })
      .from(strata)
      .where(eq(strata.surveyId, surveys.id));
    return database
      .select({
        survey: surveys,
        place: places,
        kinds: sql<readonly SpeciesRow[]>`(${kindsOf})`,
        parts: sql<readonly StratumRecord[]>`(${partsOf})`,
        wood: sql<WoodSettings | null>`(${currentWood(database, surveys.id)})`,
      })
      .from(surveys)
      .innerJoin(places, eq(places.id, surveys.placeId))
      .where(eq(surveys.id, sql.placeholder('id')))
      .prepare('survey_of');
  };
  let found: ReturnType<typeof prepared> | undefined;
  return {
    answers: async () => {
      await database.execute(sql`select 1`);
    },
    list: async () => {
      const plotCounts = database
        .select({
          surveyId: plots.surveyId,
          plots: count().as('plots'),
          finished: sql<number>`count(*) filter (where ${plots.finished})`.mapWith(Number).as('finished'),
        })
        .from(plots)
        .groupBy(plots.surveyId)
        .as('plot_counts');
      const treeCounts = database
        .select({ surveyId: trees.surveyId, trees: count().as('trees') })
        .from(trees)
        .where(isNull(trees.deletedAt))
        .groupBy(trees.surveyId)
        .as('tree_counts');
      const partsOf = database
        .select({ all: listOf({ id: strata.id, name: strata.name }, strata.position) })
        .from(strata)
        .where(eq(strata.surveyId, surveys.id));
      return database
        .select({
          id: surveys.id,
          name: surveys.name,
          placeName: places.name,
          crew: surveys.crew,
          startedOn: surveys.startedOn,
          strata: sql<SurveyProgress['strata']>`(${partsOf})`,
          // A survey without plots or trees has no row to join: that counts as none.
          plots: sql<number>`coalesce(${plotCounts.plots}, 0)`.mapWith(Number),
          plotsFinished: sql<number>`coalesce(${plotCounts.finished}, 0)`.mapWith(Number),
          trees: sql<number>`coalesce(${treeCounts.trees}, 0)`.mapWith(Number),
        })
        .from(surveys)
        .innerJoin(places, eq(places.id, surveys.placeId))
        .leftJoin(plotCounts, eq(plotCounts.surveyId, surveys.id))
        .leftJoin(treeCounts, eq(treeCounts.surveyId, surveys.id))
        .orderBy(desc(surveys.startedOn), asc(surveys.name), asc(surveys.id));
    },
    find: async (id) => {
      const [row] = await (found ??= prepared()).execute({ id });
      if (row === undefined) return null;
      const { survey, place, kinds, parts, wood } = row;
      return {
        id: survey.id,
        place: { id: place.id, name: place.name },
        name: survey.name,
        unitSystem: survey.unitSystem,
        slopeUnit: survey.slopeUnit,
        fieldRules: { breastHeightM: survey.breastHeightM, ...survey.fieldRules },
        previousSurveyId: survey.previousSurveyId,
        eyeHeightM: survey.eyeHeightM,
        formFactor: survey.formFactor,
        formFactorStandardError: survey.formFactorStandardError,
        crew: survey.crew,
        startedOn: survey.startedOn,
        species: kinds.map(({ largestDbhCm, fastestGrowthCmPerYear, ...kind }) => ({
          ...kind,
          ...(largestDbhCm === null ? {} : { largestDbhCm }),
          ...(fastestGrowthCmPerYear === null ? {} : { fastestGrowthCmPerYear }),
        })),
        strata: parts,
        design: survey.design,
        wood: wood ?? USUAL_WOOD,
      };
    },
    digest: async (id) => {
      const [row] = await database.select({ digest: surveys.writeDigest }).from(surveys).where(eq(surveys.id, id));
      return row?.digest ?? null;
    },
    insert: (survey, writeDigest) => insertInto(database, survey, writeDigest),
    lockRules: async (id) => {
      const [row] = await database
        .select({ breastHeightM: surveys.breastHeightM, fieldRules: surveys.fieldRules })
        .from(surveys)
        .where(eq(surveys.id, id))
        .for('update');
      return row === undefined ? null : { breastHeightM: row.breastHeightM, ...row.fieldRules };
    },
    setRules: async (id, { breastHeightM, ...fieldRules }) => {
      await database.update(surveys).set({ breastHeightM, fieldRules }).where(eq(surveys.id, id));
    },
  };
}
