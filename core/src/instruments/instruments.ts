import {
  convert,
  isSlopeUnit,
  radiansToDegrees,
  roundTo,
  scaleDivisor,
  type SlopeUnit,
  type UnitId,
} from '../units/index.ts';
import { message, type Text } from '../message/index.ts';

/** How an instrument is checked: against itself, against a taped distance, or by walking a measured line. */
export type InstrumentCheckKind = 'zero' | 'fixed-distance' | 'pace-line';

interface InstrumentKind {
  readonly name: Text;
  /** As the methods name it in their readings. */
  readonly instruments: readonly string[];
  /** Scales that it may carry. */
  readonly units: readonly UnitId[];
  readonly check: InstrumentCheckKind;
  /** Days between two checks, until a crew settles others. */
  readonly everyDays: number;
  /** Usual graduation and standard error of one reading, in the first of its units. */
  readonly graduation: number;
  readonly standardError: number;
}

/** The instruments of a crew, by their generic names. */
export const INSTRUMENT_KINDS = {
  clinometer: {
    name: message('instruments.instruments.name', 'clinometer'),
    instruments: ['clinometer'],
    units: ['pct', 'deg', 'm20', 'm15', 'ft66', 'm25', 'm30', 'm40', 'gon'],
    check: 'zero',
    everyDays: 30,
    graduation: 0.5,
    standardError: 1,
  },
  'pendulum-hypsometer': {
    name: message('instruments.instruments.pendulum-hypsometer', 'pendulum hypsometer'),
    instruments: ['clinometer', 'hypsometer'],
    units: ['m20', 'm15', 'm30', 'm25', 'm40', 'pct', 'deg'],
    check: 'zero',
    everyDays: 30,
    graduation: 0.25,
    standardError: 0.25,
  },
  ultrasonic: {
    name: message('instruments.instruments.ultrasonic-hypsometer', 'ultrasonic hypsometer'),
    instruments: ['ultrasonic hypsometer'],
    units: ['m', 'ft'],
    check: 'fixed-distance',
    everyDays: 1,
    graduation: 0.1,
    standardError: 0.1,
  },
  laser: {
    name: message('instruments.instruments.laser-rangefinder', 'laser rangefinder'),
    instruments: ['laser rangefinder'],
    units: ['m', 'ft'],
    check: 'fixed-distance',
    everyDays: 90,
    graduation: 0.1,
    standardError: 0.1,
  },
  optical: {
    name: message('instruments.instruments.optical-rangefinder', 'optical rangefinder'),
    instruments: ['optical rangefinder'],
    units: ['m', 'ft'],
    check: 'fixed-distance',
    everyDays: 1,
    graduation: 0.5,
    standardError: 0.4,
  },
  tape: {
    name: message('instruments.instruments.tape', 'tape'),
    instruments: ['tape'],
    units: ['m', 'ft'],
    check: 'fixed-distance',
    everyDays: 365,
    graduation: 0.01,
    standardError: 0.1,
  },
  paces: {
    name: message('instruments.instruments.paces-of-one-person', 'paces of one person'),
    instruments: ['paces'],
    units: ['m', 'ft'],
    check: 'pace-line',
    everyDays: 90,
    graduation: 0.01,
    standardError: 0.03,
  },
} as const satisfies Record<string, InstrumentKind>;

export type InstrumentKindId = keyof typeof INSTRUMENT_KINDS;

export const isInstrumentKind = (id: unknown): id is InstrumentKindId =>
  typeof id === 'string' && id in INSTRUMENT_KINDS;

/** An instrument as a crew carries it. */
export interface KitInstrument {
  readonly kind: InstrumentKindId;
  readonly name: string;
  /** The scale that is read. */
  readonly unit: UnitId;
  readonly graduation: number;
  /** Of one careful reading, in `unit`. */
  readonly standardError: number;
  /** Days after which a check is overdue; 0 for an instrument that is not checked. */
  readonly everyDays: number;
}

/** One percent of slope on another scale, near the horizon. */
function percentIn(unit: SlopeUnit): number {
  const divisor = scaleDivisor(unit);
  if (divisor !== null) return divisor / 100;
  const degrees = radiansToDegrees(0.01);
  return unit === 'gon' ? degrees / 0.9 : degrees;
}

/** To two significant digits: nobody states an error more finely. */
const twoDigits = (value: number): number => roundTo(value, 1 - Math.floor(Math.log10(value)));

/**
 * Usual graduation and standard error of one reading of a kind of instrument, on the scale that is read.
 *
 * @param unit one of the kind's units
 * @example usualReading('clinometer', 'deg').standardError // 0.57: 1 % near the horizon
 */
export function usualReading(
  kind: InstrumentKindId,
  unit: UnitId,
): { readonly graduation: number; readonly standardError: number } {
  const { units, graduation, standardError } = INSTRUMENT_KINDS[kind];
  const [own] = units;
  if (unit === own) return { graduation, standardError };
  const factor = isSlopeUnit(own) && isSlopeUnit(unit) ? percentIn(unit) / percentIn(own) : convert(1, own, unit);
  return { graduation: twoDigits(graduation * factor), standardError: twoDigits(standardError * factor) };
}

/** Limits of what is kept of an instrument. */
export const KIT_LIMITS = { figure: [0.0001, 100], everyDays: [0, 3650] } as const;

export const isUnitOfKind = (kind: InstrumentKindId, unit: UnitId): boolean =>
  INSTRUMENT_KINDS[kind].units.some((each) => each === unit);
