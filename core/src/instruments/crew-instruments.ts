import { isSlopeUnit, printRounded, slopeReading, slopeTangent, type UnitId, unitOf } from '../units/index.ts';
import { type CheckResult, overdue } from './checks.ts';
import { INSTRUMENT_KINDS, type KitInstrument } from './instruments.ts';
import { message, type Text } from '../message/index.ts';

/** An instrument of the crew with its latest check. */
export interface KitAtHand extends KitInstrument {
  readonly lastCheck: { readonly checkedAt: string; readonly result: CheckResult } | null;
}

/**
 * The crew's instrument for a reading, the one with the scale that is read first. Null where the kit has none.
 *
 * @param instrument as the methods name it: `clinometer`, `tape`
 */
export function instrumentFor(kit: readonly KitAtHand[], instrument: string, unit: UnitId): KitAtHand | null {
  const fitting = kit.filter(({ kind }) => INSTRUMENT_KINDS[kind].instruments.some((name) => name === instrument));
  return fitting.find((each) => each.unit === unit) ?? fitting[0] ?? null;
}

/** The standard error that the crew states for its instrument; undefined where it states none in that unit. */
export function statedError(kit: readonly KitAtHand[], instrument: string, unit: UnitId): number | undefined {
  const own = instrumentFor(kit, instrument, unit);
  return own?.unit === unit ? own.standardError : undefined;
}

/** The length of the observer's pace from the latest pace test, in m. Null without one. */
export function paceOf(kit: readonly KitAtHand[]): CheckResult['pace'] {
  return kit.find(({ kind, lastCheck }) => kind === 'paces' && lastCheck !== null)?.lastCheck?.result.pace ?? null;
}

/** Air temperature at the latest check of the ultrasonic hypsometer, in °C. Null where it was not noted. */
export function calibratedAirC(kit: readonly KitAtHand[]): number | null {
  return kit.find(({ kind }) => kind === 'ultrasonic')?.lastCheck?.result.airC ?? null;
}

/** What an instrument reads too high by, in the scale that is in hand. */
function readsTooHigh(reads: number, own: UnitId, unit: UnitId): Text {
  const inHand = isSlopeUnit(own) && isSlopeUnit(unit) ? slopeReading(slopeTangent(reads, own), unit) : reads;
  const symbol = unitOf(isSlopeUnit(own) && isSlopeUnit(unit) ? unit : own).symbol;
  return message(
    'instruments.reads-too-low',
    '{dir, select, high {reads {inHand} {symbol} too high} other {reads {inHand} {symbol} too low}}',
    { inHand: printRounded(Math.abs(inHand), 1), symbol, dir: reads > 0 ? 'high' : 'low' },
  );
}

/**
 * What to say of an instrument where a reading is taken: an overdue check, a zero or a factor that is off.
 *
 * @param unit the scale that is in hand
 */
export function wordsAtReading(instrument: KitAtHand, unit: UnitId, now: string): readonly Text[] {
  const { lastCheck } = instrument;
  const { name } = instrument;
  const due = overdue(instrument, lastCheck?.checkedAt ?? null, now);
  const result = lastCheck?.result ?? null;
  const off =
    result === null || result.passes
      ? []
      : result.reads === null
        ? [
            message('instruments.was-wrong-at-its-last', '{Name} was wrong at its last check: multiply by {factor}.', {
              Name: name,
              factor: printRounded(result.factor ?? 1, 4),
            }),
          ]
        : [
            message('instruments.reads-off', '{Name} {reads}.', {
              Name: name,
              reads: readsTooHigh(result.reads, instrument.unit, unit),
            }),
          ];
  return [...(due === null ? [] : [due.words]), ...off];
}
