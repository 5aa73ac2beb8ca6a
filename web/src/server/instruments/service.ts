import {
  checkResult,
  type CheckResult,
  INSTRUMENT_KINDS,
  isUnitOfKind,
  type KitAtHand,
  type KitInstrument,
} from '@arbolito/core/instruments';
import { unitOf } from '@arbolito/core/units';
import type { InstrumentCheckDto, InstrumentDto } from '../../contracts/kit.ts';
import type { InstrumentCheckView, InstrumentView } from '../../contracts/views.ts';
import type { ActDto } from '../../contracts/tree.ts';
import { brokenConstraint } from '../database/failures.ts';
import { digestOf } from '../digest.ts';
import { invalidField, notFound, Problem } from '../problem.ts';
import type { CheckRow, InstrumentRow, KitRepository } from './repository.ts';
import { t } from '../../messages/text.ts';

export interface KitService {
  /** Instruments in use, each with its log; of one crew, or of all where none is named. */
  readonly list: (crew?: string) => Promise<InstrumentView[]>;
  /** What a tree sheet has to know of a crew's instruments. */
  readonly atHand: (crew: string) => Promise<KitAtHand[]>;
  /** @throws Problem 422 for a scale that the kind does not carry */
  readonly add: (
    instrument: InstrumentDto,
  ) => Promise<{ readonly instrument: InstrumentView; readonly created: boolean }>;
  /** @throws Problem 404 for no such instrument, 422 for a check of another kind or with figures that cannot be */
  readonly check: (
    instrumentId: string,
    check: InstrumentCheckDto,
  ) => Promise<{ readonly instrument: InstrumentView; readonly created: boolean }>;
  /** Takes it out of use; its log stays. */
  readonly retire: (instrumentId: string, act: ActDto) => Promise<{ readonly id: string }>;
}

/** The log with what each check says, the latest first; a pace is held against the one before. */
function logOf(checks: readonly CheckRow[], instrument: KitInstrument): InstrumentCheckView[] {
  let before: CheckResult | null = null;
  return checks
    .map(({ id, checkedAt, observer, readings }): InstrumentCheckView => {
      const result = checkResult(readings, instrument, before);
      before = result;
      return { id, checkedAt, observer, readings, result };
    })
    .reverse();
}

const viewOf = ({ writeDigest, ...row }: InstrumentRow, checks: readonly CheckRow[]): InstrumentView => ({
  ...row,
  checks: logOf(checks, row),
});

/** Beyond twice or half the true distance it was not the instrument that was off. */
const LARGEST_FACTOR = 2;
const PACE_M = [0.3, 2.5] as const;

/** @throws Problem 422 where the readings are of another check, or cannot be */
function refuseImpossible({ readings }: InstrumentCheckDto, instrument: KitInstrument): void {
  const { check, name } = INSTRUMENT_KINDS[instrument.kind];
  if (readings.check !== check) {
    throw invalidField(
      '/readings/check',
      'check-of-kind',
      t('server.a-is-checked-by', 'A {name} is checked by “{check}”.', { name, check }),
    );
  }
  const { factor, pace } = checkResult(readings, instrument);
  if (factor !== null && (factor > LARGEST_FACTOR || factor < 1 / LARGEST_FACTOR)) {
    throw invalidField(
      '/readings/shown',
      'check-far-off',
      t(
        'server.the-instrument-shows-less-than',
        'The instrument shows less than half or more than twice the taped distance. Read both again, in one unit.',
      ),
    );
  }
  const [short, long] = PACE_M;
  if (pace !== null && (pace.lengthM < short || pace.lengthM > long)) {
    throw invalidField(
      '/readings/paces',
      'pace-impossible',
      t('server.a-pace-of-m-is', 'A pace of {toFixed} m is not plausible; it must be {short} to {long} m.', {
        toFixed: pace.lengthM.toFixed(2),
        short,
        long,
      }),
    );
  }
}

const taken = (what: string): Problem =>
  new Problem(
    'conflict',
    t('server.this-identifier-is-already-used-4', '{what}: this identifier is already used with other content.', {
      what,
    }),
  );

export function kitService(repository: KitRepository): KitService {
  const view = async (id: string): Promise<InstrumentView> => {
    const row = await repository.find(id);
    if (row === null) throw notFound(t('server.this-instrument', 'This instrument'));
    return viewOf(row, (await repository.checksOf([id])).get(id) ?? []);
  };
  const list = async (crew?: string): Promise<InstrumentView[]> => {
    const rows = await repository.list(crew ?? null);
    const checks = await repository.checksOf(rows.map(({ id }) => id));
    return rows.map((row) => viewOf(row, checks.get(row.id) ?? []));
  };
  return {
    list,
    atHand: async (crew) =>
      (await list(crew)).map(({ kind, name, unit, graduation, standardError, everyDays, checks }) => {
        const [last] = checks;
        const lastCheck = last === undefined ? null : { checkedAt: last.checkedAt, result: last.result };
        return { kind, name, unit, graduation, standardError, everyDays, lastCheck };
      }),
    add: async (instrument) => {
      const { kind, unit } = instrument;
      if (!isUnitOfKind(kind, unit)) {
        const scales = INSTRUMENT_KINDS[kind].units.map((each) => unitOf(each).symbol).join(', ');
        throw invalidField(
          '/unit',
          'unit-of-kind',
          t('server.scale-of-a-must-be', 'Scale of a {name} must be one of {scales}.', {
            name: INSTRUMENT_KINDS[kind].name,
            scales,
          }),
        );
      }
      const digest = digestOf(instrument);
      try {
        await repository.insert(instrument, digest);
      } catch (error) {
        if (brokenConstraint(error) === null) throw error;
        if ((await repository.find(instrument.id))?.writeDigest !== digest)
          throw taken(t('server.an-instrument', 'An instrument'));
        return { instrument: await view(instrument.id), created: false };
      }
      return { instrument: await view(instrument.id), created: true };
    },
    check: async (instrumentId, check) => {
      const instrument = await repository.find(instrumentId);
      if (instrument === null) throw notFound(t('server.this-instrument', 'This instrument'));
      refuseImpossible(check, instrument);
      const digest = digestOf({ instrumentId, ...check });
      try {
        await repository.insertCheck(instrumentId, check, digest);
      } catch (error) {
        if (brokenConstraint(error) === null) throw error;
        if ((await repository.findCheck(check.id))?.writeDigest !== digest) throw taken(t('server.a-check', 'A check'));
        return { instrument: await view(instrumentId), created: false };
      }
      return { instrument: await view(instrumentId), created: true };
    },
    retire: async (instrumentId, { madeAt }) => {
      if ((await repository.find(instrumentId)) === null)
        throw notFound(t('server.this-instrument', 'This instrument'));
      await repository.retire(instrumentId, madeAt);
      return { id: instrumentId };
    },
  };
}
