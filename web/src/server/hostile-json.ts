import type { FieldProblem } from './problem.ts';
import { t } from '../messages/text.ts';

const DEEPEST = 20;
/** Names that reach the prototype of an object instead of the object. */
const FORBIDDEN_KEYS: ReadonlySet<string> = new Set(['__proto__', 'constructor', 'prototype']);
/** Fields that may be null; everywhere else a field that is not known is left out. */
const NULLABLE: ReadonlySet<string> = new Set(['prices']);
/** Outlines are rings of places, and so lists of lists; no other list holds one. */
const LISTS_OF_LISTS: ReadonlySet<string> = new Set(['outline']);

/** Half of a pair of which the other half is missing. */
const HALF_CHARACTER = /\p{Surrogate}/u;

const escape = (part: string): string => part.replaceAll('~', '~0').replaceAll('/', '~1');

interface Place {
  readonly value: unknown;
  readonly pointer: string;
  readonly depth: number;
  /** Name of the field that it is in. */
  readonly field: string;
  readonly isInList: boolean;
}

const problemOf = ({ value, depth, field, isInList }: Place): Omit<FieldProblem, 'pointer'> | null => {
  if (depth > DEEPEST)
    return {
      code: 'too-deep',
      detail: t('server.fields-may-be-nested-deep', 'Fields may be nested {deepest} deep at most.', {
        deepest: String(DEEPEST),
      }),
    };
  if (value === null && (isInList || !NULLABLE.has(field)))
    return {
      code: 'null',
      detail: t('server.must-not-be-null-leave', 'must not be null: leave it out if unknown'),
    };
  if (Array.isArray(value) && isInList && !LISTS_OF_LISTS.has(field))
    return {
      code: 'list-in-list',
      detail: t('server.must-be-an-object-not', 'must be an object, not a list'),
    };
  if (typeof value === 'string' && (value.includes('\u0000') || HALF_CHARACTER.test(value)))
    return {
      code: 'text',
      detail: t('server.must-be-text-without-nul', 'must be text without NUL characters or lone surrogates'),
    };
  return null;
};

/**
 * What no contract takes, found before anything is made of a body: names that reach prototypes, lists where objects belong,
 * null, NUL and half characters, and nesting that exhausts whoever follows it.
 *
 * @param most so many are told
 */
export function hostileFields(body: object, most: number): FieldProblem[] {
  const errors: FieldProblem[] = [];
  const waiting: Place[] = [{ value: body, pointer: '', depth: 0, field: '', isInList: false }];
  for (let place = waiting.pop(); place !== undefined && errors.length < most; place = waiting.pop()) {
    const { value, pointer, depth, field } = place;
    const problem = problemOf(place);
    if (problem !== null) {
      errors.push({ pointer, ...problem });
      continue;
    }
    if (typeof value !== 'object' || value === null) continue;
    if (Array.isArray(value)) {
      value.forEach((item: unknown, i) => {
        waiting.push({ value: item, pointer: `${pointer}/${String(i)}`, depth: depth + 1, field, isInList: true });
      });
      continue;
    }
    for (const [key, item] of Object.entries(value)) {
      const at = `${pointer}/${escape(key)}`;
      if (FORBIDDEN_KEYS.has(key))
        errors.push({
          pointer: at,
          code: 'forbidden-name',
          detail: t('server.is-not-a-valid-field', '“{key}” is not a valid field name.', { key }),
        });
      else waiting.push({ value: item, pointer: at, depth: depth + 1, field: key, isInList: false });
    }
  }
  return errors;
}
