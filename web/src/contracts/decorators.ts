import 'reflect-metadata';
import { registerDecorator, type ValidationOptions } from 'class-validator';

/** Property decorator from a predicate with its sentence. */
function rule(
  name: string,
  holds: (value: unknown) => boolean,
  message: ValidationOptions['message'],
  options?: ValidationOptions,
): PropertyDecorator {
  return (target, property) => {
    registerDecorator({
      name,
      target: target.constructor,
      propertyName: String(property),
      options: { ...(message === undefined ? {} : { message }), ...options },
      validator: { validate: holds },
    });
  };
}

// Letters, marks, digits, punctuation and plain spaces of any script; no control characters.
const PLAIN = /^[\p{L}\p{M}\p{N}\p{P}\p{S}\p{Zs}]+$/u;

/** Text of one line that somebody may read: not blank, no control characters. */
export const IsLine = (longest: number): PropertyDecorator =>
  rule(
    'isLine',
    (value) => typeof value === 'string' && value.trim() !== '' && value.length <= longest && PLAIN.test(value),
    `must be text of 1 to ${longest} characters on one line`,
  );

/** A finite number within limits, both allowed. */
export const IsWithin = (low: number, high: number, unit = ''): PropertyDecorator =>
  rule(
    'isWithin',
    (value) => typeof value === 'number' && Number.isFinite(value) && value >= low && value <= high,
    `must be a number from ${low} to ${high}${unit === '' ? '' : ` ${unit}`}`,
  );

/** A whole number within limits, both allowed. */
export const IsWhole = (low: number, high: number): PropertyDecorator =>
  rule(
    'isWhole',
    (value) => Number.isInteger(value) && Number(value) >= low && Number(value) <= high,
    `must be a whole number from ${low} to ${high}`,
  );

const MOMENT = /^(19|20|21)\d\d-\d\d-\d\dT\d\d:\d\d(:\d\d(\.\d{1,6})?)?(Z|[+-]\d\d:\d\d)$/;
const DAY = /^(19|20|21)\d\d-\d\d-\d\d$/;

const isRealDay = (text: string): boolean => {
  const day = new Date(`${text.slice(0, 10)}T00:00:00Z`);
  return !Number.isNaN(day.getTime()) && day.toISOString().slice(0, 10) === text.slice(0, 10);
};

/** A moment with its time zone, as ISO 8601 writes it. */
export const IsMoment = (): PropertyDecorator =>
  rule(
    'isMoment',
    (value) => typeof value === 'string' && MOMENT.test(value) && !Number.isNaN(Date.parse(value)) && isRealDay(value),
    'must be a date and time with its zone, such as 2026-06-03T09:15:00Z',
  );

/** A calendar day. */
export const IsDay = (): PropertyDecorator =>
  rule(
    'isDay',
    (value) => typeof value === 'string' && DAY.test(value) && isRealDay(value),
    'must be a day, such as 2026-06-03',
  );

/** A string that matches a pattern kept in core. */
export const IsShaped = (pattern: RegExp, shape: string): PropertyDecorator =>
  rule('isShaped', (value) => typeof value === 'string' && pattern.test(value), `must be ${shape}`);

/** Something that a guard of core knows. */
export const IsKnown = (guard: (value: unknown) => boolean, words: string): PropertyDecorator =>
  rule('isKnown', guard, `must be ${words}`);

/**
 * Something that core has a sentence about where it is wrong.
 *
 * @param problem the sentence, or null where all is well
 */
export const IsSound = (problem: (value: unknown) => string | null): PropertyDecorator =>
  rule(
    'isSound',
    (value) => problem(value) === null,
    ({ value }) => `cannot be kept: ${(problem(value) ?? '').replace(/\.$/, '')}`,
  );
