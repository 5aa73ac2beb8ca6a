import type { Readings, ReadingValue } from './description.ts';

/**
 * The reading with that key.
 *
 * @throws RangeError when it is missing: a method may only be computed with all its readings
 */
export function readingOf(readings: Readings, key: string): ReadingValue {
  const reading = readings[key];
  if (reading === undefined) throw new RangeError(`reading ${key} is missing`);
  return reading;
}
