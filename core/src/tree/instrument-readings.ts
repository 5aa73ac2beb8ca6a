import { checkReadings, type ReadingValue } from '../measurement/index.ts';
import { findMethod } from '../methods/index.ts';
import { isUnitId } from '../units/index.ts';
import type { Text } from '../message/index.ts';

/** The fields of an object; null for anything else. */
export const fieldsOf = (value: unknown): Readonly<Record<string, unknown>> | null =>
  typeof value === 'object' && value !== null && !Array.isArray(value) ? { ...value } : null;

/** Whether something is a number with a unit, and with a standard error of 0 or more where it has one. */
export function isReadingValue(value: unknown): value is ReadingValue {
  const { value: number, unit, standardError = 0, ...rest } = fieldsOf(value) ?? {};
  return (
    Number.isFinite(number) &&
    typeof unit === 'string' &&
    isUnitId(unit) &&
    Number.isFinite(standardError) &&
    Number(standardError) >= 0 &&
    Object.keys(rest).length === 0
  );
}

const areReadings = (readings: Readonly<Record<string, unknown>>): readings is Record<string, ReadingValue> =>
  Object.values(readings).every(isReadingValue);

/**
 * Why something is not the readings of one of several methods.
 *
 * @param notOne what is said of something else altogether
 * @returns the first problem in words; null where it is sound
 */
export function instrumentProblem(
  method: unknown,
  readings: unknown,
  methods: readonly string[],
  notOne: Text,
): Text | null {
  const known = methods.find((each) => each === method);
  const found = known === undefined ? null : findMethod(known);
  const read = fieldsOf(readings);
  if (found === null || read === null || !areReadings(read)) return notOne;
  return checkReadings(found.description, read)[0]?.message ?? null;
}
