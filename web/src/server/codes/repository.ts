import { and, eq, isNull, sql } from 'drizzle-orm';
import type { ConditionCode, Species } from '@arbolito/core/protocol';
import type { Queryable } from '../database/connection.ts';
import { observations, species, surveys, trees } from '../database/schema.ts';

/** What is called out in a survey. */
export interface Codes {
  readonly species: readonly Species[];
  readonly conditions: readonly ConditionCode[];
}

/** All SQL of the codes of a survey, in a transaction. */
export interface CodesRepository {
  /** Locks a survey until the transaction ends; whether there is one. */
  readonly lockSurvey: (surveyId: string) => Promise<boolean>;
  /** Codes of species that trees of a survey carry, deleted ones too: they can be put back. */
  readonly speciesInUse: (surveyId: string) => Promise<ReadonlySet<string>>;
  /** Condition codes that trees of a survey carry. */
  readonly conditionsInUse: (surveyId: string) => Promise<ReadonlySet<string>>;
  /** Replaces the codes of a survey. Species that are left out must not be in use. */
  readonly setCodes: (surveyId: string, codes: Codes) => Promise<void>;
}

async function setCodes(tx: Queryable, surveyId: string, codes: Codes): Promise<void> {
  const rows = codes.species.map(({ code, name, crown, ...limits }, position) => ({
    surveyId,
    code,
    name,
    crown,
    largestDbhCm: limits.largestDbhCm ?? null,
    fastestGrowthCmPerYear: limits.fastestGrowthCmPerYear ?? null,
    position,
  }));
  await tx
    .insert(species)
    .values(rows)
    .onConflictDoUpdate({
      target: [species.surveyId, species.code],
      set: {
        name: sql`excluded.name`,
        crown: sql`excluded.crown`,
        largestDbhCm: sql`excluded.largest_dbh_cm`,
        fastestGrowthCmPerYear: sql`excluded.fastest_growth_cm_per_year`,
        position: sql`excluded.position`,
      },
    });
  const kept = codes.species.map(({ code }) => code);
  await tx.delete(species).where(
    and(
      eq(species.surveyId, surveyId),
      sql`${species.code} not in (${sql.join(
        kept.map((each) => sql`${each}`),
        sql`, `,
      )})`,
    ),
  );
  await tx
    .update(surveys)
    .set({ design: sql`jsonb_set(${surveys.design}, '{conditions}', ${JSON.stringify(codes.conditions)}::jsonb)` })
    .where(eq(surveys.id, surveyId));
}

export const codesRepository = (tx: Queryable): CodesRepository => ({
  lockSurvey: async (surveyId) => {
    const rows = await tx.select({ id: surveys.id }).from(surveys).where(eq(surveys.id, surveyId)).for('update');
    return rows.length > 0;
  },
  speciesInUse: async (surveyId) => {
    const rows = await tx.selectDistinct({ code: trees.speciesCode }).from(trees).where(eq(trees.surveyId, surveyId));
    return new Set(rows.map(({ code }) => code));
  },
  conditionsInUse: async (surveyId) => {
    const code = sql<string>`jsonb_array_elements_text(${observations.notes} -> 'conditions')`;
    const rows = await tx
      .selectDistinct({ code })
      .from(observations)
      .innerJoin(trees, and(eq(trees.id, observations.treeId), isNull(trees.deletedAt)))
      .where(and(eq(observations.surveyId, surveyId), sql`${observations.notes} ? 'conditions'`));
    return new Set(rows.map((row) => row.code));
  },
  setCodes: (surveyId, codes) => setCodes(tx, surveyId, codes),
});
