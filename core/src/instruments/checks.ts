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
  readonly words: string;
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
  const way = reads > 0 ? 'high' : 'low';
  return {
    reads,
    factor: null,
    pace: null,
    airC: null,
    passes,
    words: passes
      ? `Its zero is good: ${by} too ${way}, within its own error.`
      : `It reads ${by} too ${way}. Adjust it, or ${reads > 0 ? 'take that off' : 'add that to'} each sight.`,
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
      ? `It shows ${printRounded(meanOf(shown), 2)} ${symbol} for ${printAsRead(taped)} ${symbol}: good within ${by}.`
      : `It shows ${by} too ${factor < 1 ? 'much' : 'little'}. Calibrate it, or multiply its distances by ${printRounded(factor, 4)}.`,
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
      : ` ${printRounded(Math.abs(drift) * 100, 1)} % ${drift < 0 ? 'shorter' : 'longer'} than at the test before.`;
  return {
    reads: null,
    factor: null,
    pace: { lengthM, standardErrorM },
    airC: null,
    passes: true,
    words: `A pace is ${printRounded(convert(lengthM, 'm', unit), 3)} ± ${printRounded(convert(standardErrorM, 'm', unit), 3)} ${unit}.${drifted}`,
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

/** Whether an instrument is due for its check, in words. Null where nothing is due. */
export function overdue(
  instrument: KitInstrument,
  lastCheckedAt: string | null,
  now: string,
): { readonly days: number; readonly words: string } | null {
  const { name, everyDays } = instrument;
  if (everyDays === 0) return null;
  if (lastCheckedAt === null)
    return { days: everyDays, words: `${name.charAt(0).toUpperCase()}${name.slice(1)} has not been checked yet.` };
  const days = Math.floor((Date.parse(now) - Date.parse(lastCheckedAt)) / DAY_MS) - everyDays;
  if (days < 0 || (days === 0 && everyDays > 1)) return null;
  const late = days > 0 ? ` by ${String(days)} ${days === 1 ? 'day' : 'days'}` : '';
  return {
    days,
    words: `The check of ${name} is overdue${late}; due every ${everyDays === 1 ? 'day' : `${String(everyDays)} days`}.`,
  };
}
