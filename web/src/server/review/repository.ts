import { asc, eq } from 'drizzle-orm';
import pg from 'pg';
import type { CheckedReading } from '@arbolito/core/quality';
import type { Database } from '../database/connection.ts';
import { checkDecisions } from '../database/schema.ts';
import { ownText, streamRows } from '../database/stream.ts';
import { inPlots } from '../results/tree-result-repository.ts';

export type DecisionRow = typeof checkDecisions.$inferSelect;

/** All SQL of the work list and of decisions about it. */
export interface CheckRepository {
  /** The readings in use of each tree of some plots, as the checks of a whole survey ask for them. */
  readonly readingsOf: (
    surveyId: string,
    plotIds: readonly string[],
  ) => Promise<ReadonlyMap<string, readonly CheckedReading[]>>;
  /** Every decision of a survey, the oldest first. */
  readonly decisionsOf: (surveyId: string) => Promise<DecisionRow[]>;
  readonly digest: (id: string) => Promise<string | null>;
  readonly insert: (row: typeof checkDecisions.$inferInsert) => Promise<void>;
}

const MEASURES = ['diameter', 'height', 'distance', 'point'] as const;

/** What a reading is of, without its value: the same for very many. */
type Read = Omit<CheckedReading, 'value'>;

export const checkRepository = (database: Database): CheckRepository => ({
  readingsOf: async (surveyId, plotIds) => {
    const byTree = new Map<string, CheckedReading[]>();
    const kinds = new Map<string, Read>();
    const query = `
      select o.tree_id, r.measure, r.method_id, r.key, r.unit, r.value
      from tree t
      join observation o on o.tree_id = t.id and o.survey_id = t.survey_id
      join reading r on r.observation_id = o.id and r.in_use
      where t.survey_id = ${pg.escapeLiteral(surveyId)} and t.deleted_at is null ${inPlots(plotIds)}`;
    await streamRows(database, query, ([treeId, measure, methodId, key, unit, value]) => {
      const named = [measure, methodId, key, unit].join(' ');
      const kind: Read = kinds.get(named) ?? {
        measure: MEASURES.find((each) => each === measure) ?? 'height',
        methodId: ownText(methodId),
        key: ownText(key),
        unit: ownText(unit),
      };
      kinds.set(named, kind);
      const reading = { ...kind, value: Number(value) };
      const own = byTree.get(treeId ?? '');
      if (own === undefined) byTree.set(ownText(treeId), [reading]);
      else own.push(reading);
    });
    return byTree;
  },
  decisionsOf: (surveyId) =>
    database
      .select()
      .from(checkDecisions)
      .where(eq(checkDecisions.surveyId, surveyId))
      .orderBy(asc(checkDecisions.recordedAt), asc(checkDecisions.id)),
  digest: async (id) => {
    const [row] = await database
      .select({ digest: checkDecisions.writeDigest })
      .from(checkDecisions)
      .where(eq(checkDecisions.id, id));
    return row?.digest ?? null;
  },
  insert: async (row) => {
    await database.insert(checkDecisions).values(row);
  },
});
