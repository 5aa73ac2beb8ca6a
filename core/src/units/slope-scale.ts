import { type UnitId, UNITS } from './units.ts';

/** The ways an instrument may print the slope of a line of sight. */
export type SlopeUnit = { [K in UnitId]: (typeof UNITS)[K]['dimension'] extends 'slope' ? K : never }[UnitId];

export const SLOPE_UNITS = [
  'pct',
  'deg',
  'm20',
  'm15',
  'm25',
  'm30',
  'm40',
  'ft66',
  'gon',
] as const satisfies readonly SlopeUnit[];

export const isSlopeUnit = (unit: UnitId): unit is SlopeUnit => UNITS[unit].dimension === 'slope';

/** What a reading on a linear scale is divided by to give the tangent; null for angles. */
const DIVISORS: Record<SlopeUnit, number | null> = {
  pct: 100,
  m20: 20,
  m15: 15,
  m25: 25,
  m30: 30,
  m40: 40,
  ft66: 66,
  deg: null,
  gon: null,
};

/** Degrees in one division of a scale of angles: a right angle has 100 gon. */
export const DEGREES_PER: Readonly<Record<'deg' | 'gon', number>> = { deg: 1, gon: 0.9 };

const degreesOf = (reading: number, unit: SlopeUnit): number => reading * (unit === 'gon' ? DEGREES_PER.gon : 1);

/** The divisor of a linear scale (100 for percent, 20 for 1:20, 66 for topographic feet), or null for an angle. */
export const scaleDivisor = (unit: SlopeUnit): number | null => DIVISORS[unit];

export const degreesToRadians = (degrees: number): number => (degrees * Math.PI) / 180;
export const radiansToDegrees = (radians: number): number => (radians * 180) / Math.PI;

/**
 * The tangent of a line of sight: rise over horizontal run, positive upwards.
 *
 * @param reading as printed by the instrument; degrees must lie between -90 and 90, gon between -100 and 100
 * @example slopeTangent(62, 'pct') // 0.62
 */
export function slopeTangent(reading: number, unit: SlopeUnit): number {
  const divisor = DIVISORS[unit];
  return divisor === null ? Math.tan(degreesToRadians(degreesOf(reading, unit))) : reading / divisor;
}

/** The reading that a scale shows for a tangent. Inverse of `slopeTangent`. */
export function slopeReading(tangent: number, unit: SlopeUnit): number {
  const divisor = DIVISORS[unit];
  return divisor === null ? radiansToDegrees(Math.atan(tangent)) / degreesOf(1, unit) : tangent * divisor;
}

/** How fast the tangent changes per unit of the reading, at that reading. */
export function slopeTangentRate(reading: number, unit: SlopeUnit): number {
  const divisor = DIVISORS[unit];
  if (divisor !== null) return 1 / divisor;
  const tangent = slopeTangent(reading, unit);
  return (1 + tangent * tangent) * degreesToRadians(degreesOf(1, unit));
}

export const convertSlope = (reading: number, from: SlopeUnit, to: SlopeUnit): number =>
  from === to ? reading : slopeReading(slopeTangent(reading, from), to);
