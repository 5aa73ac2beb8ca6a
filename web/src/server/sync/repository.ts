import { asc, gt, inArray, sql } from 'drizzle-orm';
import { among } from '../database/among.ts';
import type { Queryable } from '../database/connection.ts';
import { insertOf } from '../database/json-rows.ts';
import { conflicts, corrections, devices, operations, plots, trees } from '../database/schema.ts';
import type { KnownOperation } from './operations.ts';

export type OperationRow = typeof operations.$inferSelect;
export type NewOperation = Omit<typeof operations.$inferInsert, 'number' | 'takenAt'>;

/** All SQL of the log of operations, in a transaction. */
export interface OperationRepository {
  /** Notes a request of a device and holds the device; whether no later request of it came before. */
  readonly noteRequest: (device: string, request: number) => Promise<boolean>;
  /** Digests of those operations that are in the log already, by identifier. */
  readonly known: (ids: readonly string[]) => Promise<ReadonlyMap<string, string>>;
  readonly insert: (rows: readonly NewOperation[]) => Promise<void>;
  /** Operations behind a number, in the order in which they were taken. */
  readonly listAfter: (number: number, atMost: number) => Promise<OperationRow[]>;
  /** Holds the plots that operations are about, always in one order: two batches never wait for each other. */
  readonly lockPlots: (list: readonly KnownOperation[]) => Promise<void>;
}

const rows = insertOf(operations, ['id', 'device', 'sequence', 'method', 'path', 'body', 'madeAt', 'writeDigest']);

export function operationRepository(tx: Queryable): OperationRepository {
  const subjectsOf = async (list: readonly KnownOperation[]): Promise<readonly string[]> => {
    const undone = list.flatMap((each) => (each.kind === 'undo' ? [each.id] : []));
    const found =
      undone.length === 0
        ? []
        : await tx.select({ id: corrections.subjectId }).from(corrections).where(inArray(corrections.id, undone));
    return [
      ...found.map(({ id }) => id),
      ...list.flatMap((each) => (each.kind === 'correction' || each.kind === 'deletion' ? [each.id] : [])),
    ];
  };
  const plotsOf = async (list: readonly KnownOperation[]): Promise<readonly string[]> => {
    const subjects = await subjectsOf(list);
    const decided = list.flatMap((each) => (each.kind === 'decision' ? [each.id] : []));
    const ofTrees =
      subjects.length === 0
        ? []
        : await tx
            .select({ plotId: trees.plotId })
            .from(trees)
            .where(inArray(trees.id, [...subjects]));
    const ofConflicts =
      subjects.length + decided.length === 0
        ? []
        : await tx
            .select({ plotId: conflicts.plotId })
            .from(conflicts)
            .where(sql`${among(conflicts.id, decided)} or ${among(conflicts.subjectId, subjects)}`);
    return [
      ...subjects,
      ...[...ofTrees, ...ofConflicts].map(({ plotId }) => plotId),
      ...list.flatMap((each) => (each.kind === 'tree' ? [each.body.plotId] : each.kind === 'plot' ? [each.id] : [])),
    ];
  };
  return {
    noteRequest: async (name, lastRequest) =>
      (
        await tx
          .insert(devices)
          .values({ name, lastRequest })
          .onConflictDoUpdate({
            target: devices.name,
            set: { lastRequest, seenAt: sql`now()` },
            setWhere: sql`${devices.lastRequest} <= ${lastRequest}`,
          })
          .returning({ name: devices.name })
      ).length > 0,
    known: async (ids) => {
      const found = await tx
        .select({ id: operations.id, digest: operations.writeDigest })
        .from(operations)
        .where(among(operations.id, ids));
      return new Map(found.map(({ id, digest }) => [id, digest]));
    },
    insert: async (list) => {
      if (list.length > 0) await tx.execute(rows.of(list));
    },
    listAfter: (number, atMost) =>
      tx.select().from(operations).where(gt(operations.number, number)).orderBy(asc(operations.number)).limit(atMost),
    lockPlots: async (list) => {
      const ids = [...new Set(await plotsOf(list))];
      await tx.select({ id: plots.id }).from(plots).where(among(plots.id, ids)).orderBy(asc(plots.id)).for('update');
    },
  };
}
