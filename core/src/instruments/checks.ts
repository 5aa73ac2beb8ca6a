import {
  convert,
  isSlopeUnit,
  printAsRead,
  printRounded,
  slopeReading,
  slopeTangent,
  type UnitId,
  unitOf,
} from '../units/index.ts';
import type { KitInstrument } from './instruments.ts';
import { message, type Text } from '../message/index.ts';

/** What was read in a check. */
export type CheckReadings =
  /** Sights between two marks at eye height on two trees, forth and back; a true instrument gives one the minus of the other. */
  | { readonly check: 'zero'; readonly forth: number; readonly back: number }
  /** A taped distance, and what the instrument showed of it each time; with the air where sound measures. */
  | {
      readonly check: 'fixed-distance';
      readonly taped: number;
      readonly shown: readonly number[];
      readonly airC?: number | undefined;
    }
  /** A measured line, and how many paces it took each time. */
  | { readonly check: 'pace-line'; readonly line: number; readonly paces: readonly number[] };

/** What a check says of an instrument. */
export interface CheckResult {
  /** What the instrument reads too high by, in its own unit; null where that is no matter of adding. */
  readonly reads: number | null;
  /** What its distances are to be multiplied by. */
  readonly factor: number | null;
  /** Length of a pace in m with its standard error, drift included. */
  readonly pace: { readonly lengthM: number; readonly standardErrorM: number } | null;
  /** Air at the check, in °C. */
  readonly airC: number | null;
  /** Whether it may be used as it is. */
  readonly passes: boolean;
  readonly words: Text;
}

/** Most repeats of one check that are kept. */
export const CHECK_REPEATS = 12;
/** What can be read in a check: the lowest and the highest value of each reading, in its unit. */
export const CHECK_LIMITS = {
  sight: [-1000, 1000],
  tapedM: [1, 1000],
  shownM: [0.5, 1500],
  airC: [-40, 50],
  lineM: [5, 1000],
  paces: [2, 2000],
} as const;
/** A distance that is off by more than this share is not good enough for heights. */
const DISTANCE_WITHIN = 0.01;
/** What a day of brush and slopes adds to the standard error of a pace, as a share. */
const PACE_DRIFT = 0.03;

const meanOf = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length;

function zeroCheck(forth: number, back: number, { unit, standardError }: KitInstrument): CheckResult {
  const tangent = (reading: number): number => (isSlopeUnit(unit) ? slopeTangent(reading, unit) : reading);
  // Forth it reads slope and error, back the minus of the slope and the error.
  const error = (tangent(forth) + tangent(back)) / 2;
  const reads = isSlopeUnit(unit) ? slopeReading(error, unit) : error;
  const passes = Math.abs(reads) <= standardError;
  const by = `${printRounded(Math.abs(reads), 2)} ${unitOf(unit).symbol}`;
  return {
    reads,
    factor: null,
    pace: null,
    airC: null,
    passes,
    words: passes
      ? message(
          'instruments.zero-error-reading-too-low',
          '{dir, select, high {Zero error {by}, reading too high: within its standard error.} other {Zero error {by}, reading too low: within its standard error.}}',
          { by, dir: reads > 0 ? 'high' : 'low' },
        )
      : message(
          'instruments.it-reads-too-low-adjust',
          '{dir, select, high {It reads {by} too high. Adjust it, or subtract {by} from each sight.} other {It reads {by} too low. Adjust it, or add {by} to each sight.}}',
          { by, dir: reads > 0 ? 'high' : 'low' },
        ),
  };
}

function distanceCheck(
  taped: number,
  shown: readonly number[],
  airC: number | undefined,
  { unit }: KitInstrument,
): CheckResult {
  const factor = taped / meanOf(shown);
  const share = Math.abs(1 / factor - 1);
  const passes = share <= DISTANCE_WITHIN;
  const by = `${printRounded(share * 100, 1)} %`;
  const symbol = unitOf(unit).symbol;
  return {
    reads: null,
    factor,
    pace: null,
    airC: airC ?? null,
    passes,
    words: passes
      ? message('instruments.it-shows-for-within', 'It shows {shown} {symbol} for {taped} {symbol2}: within {by}.', {
          shown: printRounded(meanOf(shown), 2),
          symbol,
          taped: printAsRead(taped),
          symbol2: symbol,
          by,
        })
      : message(
          'instruments.it-shows-too-little-calibrate',
          '{dir, select, high {It shows {by} too much. Calibrate it, or multiply its distances by {factor}.} other {It shows {by} too little. Calibrate it, or multiply its distances by {factor}.}}',
          { by, dir: factor < 1 ? 'high' : 'low', factor: printRounded(factor, 4) },
        ),
  };
}

function paceTest(line: number, paces: readonly number[], unit: UnitId, before: CheckResult | null): CheckResult {
  const lengths = paces.map((count) => convert(line, unit, 'm') / count);
  const lengthM = meanOf(lengths);
  const spread =
    lengths.length < 2
      ? 0
      : Math.sqrt(lengths.reduce((sum, each) => sum + (each - lengthM) ** 2, 0) / (lengths.length - 1));
  const standardErrorM = Math.hypot(spread, PACE_DRIFT * lengthM);
  const drift = before?.pace === undefined || before.pace === null ? null : lengthM / before.pace.lengthM - 1;
  const drifted =
    drift === null
      ? ''
      : message(
          'instruments.longer-than-at-the-previous',
          '{dir, select, shorter { {drift} % shorter than at the previous check.} other { {drift} % longer than at the previous check.}}',
          { drift: printRounded(Math.abs(drift) * 100, 1), dir: drift < 0 ? 'shorter' : 'longer' },
        );
  return {
    reads: null,
    factor: null,
    pace: { lengthM, standardErrorM },
    airC: null,
    passes: true,
    words: message('instruments.pace-length', 'Pace length {lengthM} ± {standardErrorM} {unit}.{drifted}', {
      lengthM: printRounded(convert(lengthM, 'm', unit), 3),
      standardErrorM: printRounded(convert(standardErrorM, 'm', unit), 3),
      unit,
      drifted,
    }),
  };
}

/**
 * What a check says of an instrument.
 *
 * Source: sighting back and forth between two marks cancels the slope and leaves twice the error of the zero; a pace is
 * the line over the count, its drift over a day a constant of this project (3 %).
 *
 * @param before the check before, for the drift of a pace
 */
export function checkResult(
  readings: CheckReadings,
  instrument: KitInstrument,
  before: CheckResult | null = null,
): CheckResult {
  switch (readings.check) {
    case 'zero':
      return zeroCheck(readings.forth, readings.back, instrument);
    case 'fixed-distance':
      return distanceCheck(readings.taped, readings.shown, readings.airC, instrument);
    case 'pace-line':
      return paceTest(readings.line, readings.paces, instrument.unit, before);
  }
}

const DAY_MS = 86_400_000;

/**
 * When an instrument is to be checked next.
 *
 * @param lastCheckedAt moment of the last check, as ISO writes it; null where there was none
 * @returns a moment as ISO writes it; null for an instrument without regular checks, and before the first one
 * @example nextCheckAt({ ...exampleClinometer, everyDays: 30 }, '2026-06-01T08:00:00.000Z') // 2026-07-01T08:00:00.000Z
 */
export const nextCheckAt = (
  { everyDays }: Pick<KitInstrument, 'everyDays'>,
  lastCheckedAt: string | null,
): string | null =>
  everyDays === 0 || lastCheckedAt === null
    ? null
    : new Date(Date.parse(lastCheckedAt) + everyDays * DAY_MS).toISOString();

/** Whether an instrument is due for its check, in words. Null where nothing is due. */
export function overdue(
  instrument: KitInstrument,
  lastCheckedAt: string | null,
  now: string,
): { readonly days: number; readonly words: Text } | null {
  const { name, everyDays } = instrument;
  if (everyDays === 0) return null;
  if (lastCheckedAt === null)
    return {
      days: everyDays,
      words: message('instruments.has-not-been-checked-yet', '{Name} has not been checked yet.', { Name: name }),
    };
  const days = Math.floor((Date.parse(now) - Date.parse(lastCheckedAt)) / DAY_MS) - everyDays;
  if (days < 0 || (days === 0 && everyDays > 1)) return null;
  return {
    days,
    words: message(
      'instruments.the-check-of-is-overdue',
      '{everyDays, plural, one {The check of {name} is overdue{days, plural, =0 {} one { by # day} other { by # days}}; due every day.} other {The check of {name} is overdue{days, plural, =0 {} one { by # day} other { by # days}}; due every # days.}}',
      { everyDays, name, days },
    ),
  };
}
