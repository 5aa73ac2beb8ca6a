import { and, asc, eq, inArray, isNull } from 'drizzle-orm';
import { type CheckReadings, isInstrumentKind, type KitInstrument } from '@arbolito/core/instruments';
import { isUnitId } from '@arbolito/core/units';
import type { InstrumentCheckDto, InstrumentDto } from '../../contracts/kit.ts';
import type { Database } from '../database/connection.ts';
import { instrumentChecks, instruments } from '../database/schema.ts';

export interface InstrumentRow extends KitInstrument {
  readonly id: string;
  readonly crew: string;
  readonly writeDigest: string;
}

export interface CheckRow {
  readonly id: string;
  readonly instrumentId: string;
  readonly checkedAt: string;
  readonly observer: string;
  readonly readings: CheckReadings;
  readonly writeDigest: string;
}

/** All SQL of instruments and their checks. */
export interface KitRepository {
  /** Instruments that are not retired, of one crew or of all, by crew and name. */
  readonly list: (crew: string | null) => Promise<InstrumentRow[]>;
  readonly find: (id: string) => Promise<InstrumentRow | null>;
  /** Checks of each instrument, the oldest first. */
  readonly checksOf: (instrumentIds: readonly string[]) => Promise<Map<string, CheckRow[]>>;
  readonly findCheck: (id: string) => Promise<CheckRow | null>;
  readonly insert: (instrument: InstrumentDto, digest: string) => Promise<void>;
  readonly insertCheck: (instrumentId: string, check: InstrumentCheckDto, digest: string) => Promise<void>;
  readonly retire: (id: string, at: string) => Promise<void>;
}

type Stored = typeof instruments.$inferSelect;

const instrumentOf = ({ kind, unit, ...row }: Stored): InstrumentRow => ({
  id: row.id,
  crew: row.crew,
  kind: isInstrumentKind(kind) ? kind : 'tape',
  name: row.name,
  unit: isUnitId(unit) ? unit : 'm',
  graduation: row.graduation,
  standardError: row.standardError,
  everyDays: row.everyDays,
  writeDigest: row.writeDigest,
});

const checkOf = ({ checkedAt, ...row }: typeof instrumentChecks.$inferSelect): CheckRow => ({
  id: row.id,
  instrumentId: row.instrumentId,
  checkedAt: new Date(checkedAt).toISOString(),
  observer: row.observer,
  readings: row.readings,
  writeDigest: row.writeDigest,
});

export const kitRepository = (database: Database): KitRepository => ({
  list: async (crew) => {
    const rows = await database
      .select()
      .from(instruments)
      .where(and(isNull(instruments.retiredAt), crew === null ? undefined : eq(instruments.crew, crew)))
      .orderBy(asc(instruments.crew), asc(instruments.recordedAt), asc(instruments.id));
    return rows.map(instrumentOf);
  },
  find: async (id) => {
    const [row] = await database.select().from(instruments).where(eq(instruments.id, id));
    return row === undefined ? null : instrumentOf(row);
  },
  checksOf: async (instrumentIds) => {
    const byInstrument = new Map<string, CheckRow[]>();
    if (instrumentIds.length === 0) return byInstrument;
    const rows = await database
      .select()
      .from(instrumentChecks)
      .where(inArray(instrumentChecks.instrumentId, [...instrumentIds]))
      .orderBy(asc(instrumentChecks.checkedAt), asc(instrumentChecks.id));
    for (const row of rows) {
      byInstrument.set(row.instrumentId, [...(byInstrument.get(row.instrumentId) ?? []), checkOf(row)]);
    }
    return byInstrument;
  },
  findCheck: async (id) => {
    const [row] = await database.select().from(instrumentChecks).where(eq(instrumentChecks.id, id));
    return row === undefined ? null : checkOf(row);
  },
  insert: async (instrument, writeDigest) => {
    await database.insert(instruments).values({ ...instrument, writeDigest });
  },
  insertCheck: async (instrumentId, check, writeDigest) => {
    await database.insert(instrumentChecks).values({ ...check, instrumentId, writeDigest });
  },
  retire: async (id, at) => {
    await database
      .update(instruments)
      .set({ retiredAt: at })
      .where(and(eq(instruments.id, id), isNull(instruments.retiredAt)));
  },
});
