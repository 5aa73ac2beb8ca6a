import type { Estimate } from '@arbolito/core/uncertainty';
import { asMeant, evaluate, type Measure, type ReadingSpec, type ReadingValue } from '@arbolito/core/measurement';
import { MAX_TRIES, readTries } from '@arbolito/core/callout';
import { meanOfTries } from '@arbolito/core/tree';
import { isUnitId, unitOf } from '@arbolito/core/units';
import { defaultMethod, findMethod, methodsFor } from '@arbolito/core/methods';
import type { ComputeDto } from '../../contracts/tree.ts';
import { type FieldProblem, Problem } from '../problem.ts';
import { t, say } from '../../messages/text.ts';

const READING_FIELDS = new Set(['value', 'unit', 'standardError']);

type Read =
  | { readonly tries: readonly (ReadingValue & { readonly excluded?: boolean })[] }
  | { readonly errors: readonly FieldProblem[] };

/** One reading, or a list of its tries, each as the wire may bring it. */
function readTriesOf(spec: ReadingSpec, given: unknown, unitSystem: 'metric' | 'imperial'): Read {
  if (!Array.isArray(given) || given.length === 0) return readOne(spec, given, unitSystem);
  if (given.length > MAX_TRIES) {
    const detail = t('server.takes-at-most-tries', '{key} takes at most {most} tries.', {
      key: spec.key,
      most: MAX_TRIES,
    });
    return { errors: [{ pointer: `/readings/${spec.key}`, code: 'tries', detail }] };
  }
  const read = given.map((each) => readOne(spec, each, unitSystem));
  const errors = read.flatMap((each) => ('errors' in each ? each.errors : []));
  return errors.length > 0 ? { errors } : { tries: read.flatMap((each) => ('tries' in each ? each.tries : [])) };
}

/** A reading as the wire may bring it: text as typed, one or several tries, a bare number in the usual unit, or an object with its unit. */
function readOne(spec: ReadingSpec, given: unknown, unitSystem: 'metric' | 'imperial'): Read {
  const pointer = `/readings/${spec.key}`;
  const unit = spec.defaultUnit[unitSystem];
  const wrong = (at: string, code: string, detail: string): Read => ({ errors: [{ pointer: at, code, detail }] });
  if (typeof given === 'string') {
    const read = readTries(given.slice(0, 100), { unit, units: spec.units });
    return read.ok
      ? {
          tries: read.tries.map(({ value, unit: own, text, isExcluded }) => ({
            value: asMeant(spec, value, text),
            unit: own,
            excluded: isExcluded,
          })),
        }
      : wrong(pointer, `text.${read.code}`, `${spec.key}: ${say(read.message)}`);
  }
  if (typeof given === 'number') {
    return Number.isFinite(given)
      ? { tries: [{ value: asMeant(spec, given, ''), unit }] }
      : wrong(
          pointer,
          'number',
          t('server.must-be-a-finite-number', '{key} must be a finite number.', { key: spec.key }),
        );
  }
  if (typeof given !== 'object' || given === null || Array.isArray(given)) {
    return wrong(
      pointer,
      'reading',
      t(
        'server.must-be-text-such-as',
        '{key} must be text such as "20.5 {symbol}", a number, or an object with value and unit.',
        { key: spec.key, symbol: unitOf(unit).symbol },
      ),
    );
  }
  const { value, unit: namedUnit, standardError, ...rest } = given as Record<string, unknown>;
  const [stranger] = Object.keys(rest).filter((field) => !READING_FIELDS.has(field));
  if (stranger !== undefined)
    return wrong(
      `${pointer}/${stranger}`,
      'unknown-field',
      t('server.is-not-a-known-field-2', '“{stranger}” is not a known field. Leave it out.', { stranger }),
    );
  if (typeof value !== 'number' || !Number.isFinite(value))
    return wrong(
      `${pointer}/value`,
      'number',
      t('server.the-value-of-must-be', 'The value of {key} must be a finite number.', { key: spec.key }),
    );
  if (typeof namedUnit !== 'string' || !isUnitId(namedUnit) || !spec.units.includes(namedUnit))
    return wrong(
      `${pointer}/unit`,
      'unit',
      t('server.the-unit-of-must-be', 'The unit of {key} must be one of {join}.', {
        key: spec.key,
        join: spec.units.join(', '),
      }),
    );
  if (standardError !== undefined && (typeof standardError !== 'number' || !(standardError >= 0))) {
    return wrong(
      `${pointer}/standardError`,
      'number',
      t('server.the-standarderror-of-must-be', 'The standardError of {key} must be a number of 0 or more.', {
        key: spec.key,
      }),
    );
  }
  return {
    tries: [
      {
        value: asMeant(spec, value, ''),
        unit: namedUnit,
        ...(standardError === undefined ? {} : { standardError }),
      },
    ],
  };
}

export interface ComputeService {
  /** Works out a figure from readings alone; nothing is kept. @throws Problem 422 with a pointer to each reading */
  readonly compute: (measure: Measure, input: ComputeDto) => Estimate;
}

export const computeService: ComputeService = {
  compute: (measure, input) => {
    const unitSystem = input.unitSystem ?? 'metric';
    const id = input.method ?? defaultMethod(measure).description.id;
    const method = findMethod(id) ?? findMethod(`${measure}.${id}`);
    if (method?.description.measure !== measure) {
      const known = methodsFor(measure).map(({ description }) => description.id);
      const detail = t('server.is-not-a-method-use', '“{id}” is not a {measure} method. Use {join}.', {
        id,
        measure,
        join: known.join(', '),
      });
      throw new Problem('invalid', detail, { errors: [{ pointer: '/method', code: 'method-unknown', detail }] });
    }
    const { readings: specs } = method.description;
    const errors: FieldProblem[] = [];
    const readings: Record<string, ReadingValue> = {};
    for (const key of Object.keys(input.readings)) {
      if (!specs.some((spec) => spec.key === key)) {
        errors.push({
          pointer: `/readings/${key}`,
          code: 'unknown-field',
          detail: t('server.is-not-a-reading-of', '“{key}” is not a reading of this method. It takes {join}.', {
            key,
            join: specs.map((spec) => spec.key).join(', '),
          }),
        });
      }
    }
    for (const spec of specs) {
      if (!Object.hasOwn(input.readings, spec.key)) continue;
      const read = readTriesOf(spec, input.readings[spec.key], unitSystem);
      if ('errors' in read) errors.push(...read.errors);
      else {
        const mean = meanOfTries(spec, read.tries);
        if (mean !== undefined) readings[spec.key] = mean;
      }
    }
    if (errors.length > 0) throw new Problem('invalid', errors.map(({ detail }) => detail).join(' '), { errors });
    const outcome = evaluate(method, readings, {
      unitSystem,
      ...(input.dbhCm === undefined ? {} : { dbhCm: input.dbhCm }),
      ...(input.heightM === undefined ? {} : { heightM: input.heightM }),
    });
    if (outcome.ok) return outcome.estimate;
    const { findings } = outcome;
    throw new Problem('invalid', findings.map(({ title, message }) => `${say(title)}. ${say(message)}`).join(' '), {
      errors: findings.map(({ reading, code, title, message }) => ({
        pointer: reading === null ? '/readings' : `/readings/${reading}`,
        code,
        detail: `${say(title)}. ${say(message)}`,
      })),
      findings,
    });
  },
};
