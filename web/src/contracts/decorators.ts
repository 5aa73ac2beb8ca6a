import 'reflect-metadata';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  ArrayUnique,
  IsArray,
  IsIn,
  IsObject,
  registerDecorator,
  ValidateIf,
  ValidateNested,
  type ValidationArguments,
} from 'class-validator';
import { type FieldRule, followsRule, ruleText } from './rules/field-rule.ts';
import { englishOf, type Text } from '@arbolito/core/message';

/** Class of an object within an object. */
type Contract = new () => object;

const both =
  (...decorators: readonly PropertyDecorator[]): PropertyDecorator =>
  (target, property) => {
    for (const decorate of decorators) decorate(target, property);
  };

/** The field follows a rule, which the API document and the browser’s forms know too. */
const Follows =
  (name: string, rule: FieldRule): PropertyDecorator =>
  (target, property) => {
    registerDecorator({
      name,
      target: target.constructor,
      propertyName: String(property),
      constraints: [rule],
      options: { message: ruleText(rule) },
      validator: { validate: (value: unknown) => followsRule(rule, value) },
    });
  };

/** Text of one line that people read: not blank, no control characters. */
export const IsLine = (maxLength: number): PropertyDecorator =>
  Follows('isLine', { type: 'string', format: 'line', minLength: 1, maxLength });

/** A finite number within limits, both allowed. */
export const IsWithin = (minimum: number, maximum: number, unit?: string): PropertyDecorator =>
  Follows('isWithin', { type: 'number', minimum, maximum, ...(unit === undefined ? {} : { 'x-unit': unit }) });

/** A whole number within limits, both allowed. */
export const IsWhole = (minimum: number, maximum: number): PropertyDecorator =>
  Follows('isWhole', { type: 'integer', minimum, maximum });

/** A moment with its time zone, as ISO 8601 writes it. */
export const IsMoment = (): PropertyDecorator => Follows('isMoment', { type: 'string', format: 'date-time' });

/** A calendar day. */
export const IsDay = (): PropertyDecorator => Follows('isDay', { type: 'string', format: 'date' });

/**
 * Text that matches a pattern of core.
 *
 * @param words what it is, such as “a code of two to five small letters”
 */
export const IsShaped = (pattern: RegExp, words: string): PropertyDecorator =>
  Follows('isShaped', { type: 'string', pattern: pattern.source, description: words });

/** One of a few words. */
export const IsOneOf = (words: readonly (string | number)[]): PropertyDecorator =>
  IsIn([...words], { message: `must be one of ${words.join(', ')}` });

/** The field may be left out. Unlike with IsOptional, null is not the same as nothing. */
export const IsOmittable = (): PropertyDecorator => ValidateIf((_object, value: unknown) => value !== undefined);

/**
 * A rule between the fields of an object, said at one of them.
 *
 * @param message the end of a sentence that begins with the field’s name
 */
export const Holds =
  <T extends object>(holds: (value: unknown, object: Partial<T>) => boolean, message: string): PropertyDecorator =>
  (target, property) => {
    registerDecorator({
      name: 'holds',
      target: target.constructor,
      propertyName: String(property),
      options: { message },
      validator: {
        validate: (value: unknown, context?: ValidationArguments) => holds(value, context?.object ?? {}),
      },
    });
  };

/**
 * An object of its own contract, checked field by field.
 *
 * @param words what it is, such as “notes on a tree”
 */
export const IsPart = (contract: () => Contract, words: string): PropertyDecorator =>
  both(IsObject({ message: `must be ${words}` }), ValidateNested({ message: `must be ${words}` }), Type(contract));

/**
 * An object of one of several kinds, each with its own contract.
 *
 * @param property the field that names the kind; its rule stands in the base
 */
export const IsKindOf = (
  base: Contract,
  property: string,
  kinds: Readonly<Record<string, Contract>>,
  words: string,
): PropertyDecorator =>
  both(
    IsObject({ message: `must be ${words}` }),
    ValidateNested({ message: `must be ${words}` }),
    Type(() => base, {
      discriminator: { property, subTypes: Object.entries(kinds).map(([name, value]) => ({ name, value })) },
      keepDiscriminatorProperty: true,
    }),
  );

interface ListLimits {
  /** What the list holds, in the plural. */
  readonly words: string;
  readonly least?: number;
  readonly most: number;
}

/** What no two objects of a list may share. */
interface UniqueBy<T extends object> {
  readonly by: (item: Partial<T>) => unknown;
  readonly words: string;
}

/** A list with no more items than that. */
export const IsListWithin = ({ words, least = 0, most }: ListLimits): PropertyDecorator =>
  both(
    IsArray({ message: `must be a list of ${words}` }),
    ...(least === 0 ? [] : [ArrayMinSize(least, { message: `must have at least ${String(least)} ${words}` })]),
    ArrayMaxSize(most, { message: `may have at most ${String(most)} ${words}` }),
  );

/** A list of objects of one contract; `unique` reads what no two of them may share. */
export const IsListOf = <T extends object>(
  contract: () => new () => T,
  { unique, ...limits }: ListLimits & { readonly unique?: UniqueBy<T> },
): PropertyDecorator =>
  both(
    IsListWithin(limits),
    ...(unique === undefined
      ? []
      : [
          ArrayUnique((item: Partial<T> | null) => (item === null ? null : unique.by(item)), {
            message: `may not have the same ${unique.words} twice`,
          }),
        ]),
    ValidateNested({ each: true, message: `must be a list of ${limits.words}` }),
    Type(contract),
  );

/** A list of single values that each follow a predicate of core. */
export const IsListOfValues = (
  isOne: (value: unknown) => boolean,
  { words, least, most, isSet = false }: ListLimits & { readonly isSet?: boolean },
): PropertyDecorator =>
  both(
    IsListWithin({ words, most, ...(least === undefined ? {} : { least }) }),
    Holds((value) => Array.isArray(value) && value.every(isOne), `must be a list of ${words}`),
    ...(isSet ? [ArrayUnique({ message: 'may not have the same value twice' })] : []),
  );

/**
 * Something that core has a sentence about where it is wrong.
 *
 * @param problem the sentence, or null where all is well
 */
export const IsSound =
  (problem: (value: unknown) => Text | null): PropertyDecorator =>
  (target, property) => {
    registerDecorator({
      name: 'sound',
      target: target.constructor,
      propertyName: String(property),
      options: { message: ({ value }) => `cannot be used: ${englishOf(problem(value) ?? '').replace(/\.$/, '')}` },
      validator: { validate: (value: unknown) => problem(value) === null },
    });
  };
