import { isSlopeUnit } from './slope-scale.ts';
import { convert, UNIT_IDS, type UnitId, unitOf } from './units.ts';

export type ReadErrorCode = 'empty' | 'letters' | 'two-marks' | 'unit' | 'exponent' | 'infinite' | 'sign' | 'feet';

export interface ReadOk {
  readonly ok: true;
  readonly value: number;
  /** The unit that was written, or the one expected where none was. */
  readonly unit: UnitId;
  /** Whether the unit was written out by the person. */
  readonly unitWritten: boolean;
}

export interface ReadError {
  readonly ok: false;
  readonly code: ReadErrorCode;
  /** What was wrong and what would be right, as one or two sentences. */
  readonly message: string;
}

export type ReadResult = ReadOk | ReadError;

export interface ReadOptions {
  /** The unit meant where none is written. */
  readonly unit: UnitId;
  /** The units that may be written; the expected one when left out. */
  readonly units?: readonly UnitId[];
}

const fail = (code: ReadErrorCode, message: string): ReadError => ({ ok: false, code, message });

const tidy = (text: string): string =>
  text
    .replace(/[¼½¾⅐-⅞]/g, ' $&')
    .normalize('NFKC')
    .replace(/\u2044/g, '/')
    .replace(/[−–—]/g, '-')
    .replace(/[′’‘´`]/g, "'")
    .replace(/[″”“]|''/g, '"')
    .replace(/\s+/g, ' ')
    .trim();

const FEET_AND_INCHES =
  /^(\d+) ?(?:'|ft|foot|feet) ?(?:(\d+(?:\.\d*)?|\.\d+)?(?: ?(\d+)\/(\d+))?) ?(?:"|in|inch|inches)?$/;
const NUMBER = /^(\d+)\/(\d+)|^(\d+(?:\.\d*)?|\.\d+)(?: (\d+)\/(\d+))?/;

/**
 * Reads a number with its unit as people write it: `113.1`, `113,1`, `113.1 cm`, `3' 8.5"`, `3 ft 8.5 in`,
 * `44 1/2 in`, `1.3m`, `-8 %`, `+12.4`.
 *
 * A comma is a decimal mark. Feet with inches answer in inches, unless only feet were asked for.
 *
 * @param text as it was typed or called out
 * @param options the unit that is meant where none is written, and the units that are taken
 * @returns the finite value with its unit, or an error that says what was wrong; never throws
 * @example readQuantity('113,1', { unit: 'cm' }).value // 113.1
 */
export function readQuantity(text: string, options: ReadOptions): ReadResult {
  const allowed = options.units ?? [options.unit];
  const shown = text.trim();
  const clean = tidy(text).toLowerCase();
  if (clean === '') return fail('empty', `Nothing is written here. Give a number in ${unitOf(options.unit).words}.`);

  const sign = /^[+-]/.exec(clean)?.[0] ?? '';
  const body = clean.slice(sign.length).trimStart();
  if (/^[+-]/.test(body)) return fail('sign', `“${shown}” has two signs. Keep one.`);
  if (/^(nan|inf(inity)?|∞)\b/.test(body))
    return fail('letters', `“${shown}” is not a number. Use digits, such as ${example(options.unit)}.`);
  if (/^[\d.,]+e[+-]?\d+/.test(body)) {
    return fail(
      'exponent',
      `“${shown}” is written with an exponent. Write the plain number, such as ${example(options.unit)}.`,
    );
  }
  const marks = /^[\d.,]*/.exec(body)?.[0].match(/[.,]/g) ?? [];
  if (marks.length > 1) {
    return fail(
      'two-marks',
      `“${shown}” has ${marks.length === 2 ? 'two' : 'several'} decimal marks. Use one, and none for thousands.`,
    );
  }
  const plain = body.replace(/(\d|^),(?=\d)/g, '$1.').replace(/,$/, '');
  const factor = sign === '-' ? -1 : 1;

  const feet = readFeetAndInches(plain, allowed, shown);
  if (feet !== null) return feet.ok ? { ...feet, value: factor * feet.value } : feet;

  const match = NUMBER.exec(plain);
  if (match === null)
    return fail('letters', `“${shown}” does not start with a number. Use digits, such as ${example(options.unit)}.`);
  const [whole, loneTop, loneBottom, decimal, top, bottom] = match;
  const fraction = Number(top ?? loneTop ?? 0) / Number(bottom ?? loneBottom ?? 1);
  const value = factor * (Number(decimal ?? 0) + fraction);
  if (!Number.isFinite(value)) return fail('infinite', `“${shown}” is larger than any number that can be kept.`);

  const suffix = plain.slice(whole.length).trim();
  if (suffix === '') return { ok: true, value, unit: options.unit, unitWritten: false };
  const written = UNIT_IDS.find((id) => unitOf(id).spellings.includes(suffix));
  if (written === undefined) {
    return /^\d/.test(suffix) || /\d/.test(suffix)
      ? fail('letters', `“${shown}” has something other than digits inside the number: “${suffix}”.`)
      : fail('unit', `“${suffix}” is not a unit known here. Use ${names(allowed)}.`);
  }
  if (!allowed.includes(written)) {
    return fail('unit', `${capital(unitOf(written).words)} cannot be used here. Use ${names(allowed)}.`);
  }
  return { ok: true, value, unit: written, unitWritten: true };
}

function readFeetAndInches(plain: string, allowed: readonly UnitId[], shown: string): ReadResult | null {
  const match = FEET_AND_INCHES.exec(plain);
  if (match === null) return null;
  const [, feet, inches, top, bottom] = match;
  if (inches === undefined && top === undefined) return null;
  if (!allowed.includes('in') && !allowed.includes('ft')) {
    return fail('unit', `Feet and inches cannot be used here. Use ${names(allowed)}.`);
  }
  const rest = Number(inches ?? 0) + Number(top ?? 0) / Number(bottom ?? 1);
  if (!Number.isFinite(rest)) return fail('infinite', `“${shown}” is larger than any number that can be kept.`);
  if (rest >= 12) return fail('feet', `“${shown}” has 12 or more inches beside the feet. Carry them into the feet.`);
  const total = Number(feet) * 12 + rest;
  return allowed.includes('in')
    ? { ok: true, value: total, unit: 'in', unitWritten: true }
    : { ok: true, value: convert(total, 'in', 'ft'), unit: 'ft', unitWritten: true };
}

const EXAMPLES: Partial<Record<UnitId, string>> = {
  pct: '62',
  deg: '31.8',
  m20: '12.4',
  m15: '9.3',
  cm: '34.5',
  in: '13.6',
  ft: '66',
};

const example = (unit: UnitId): string => EXAMPLES[unit] ?? (isSlopeUnit(unit) ? '12' : '20.5');

const names = (units: readonly UnitId[]): string => {
  const list = units.map((id) => `${unitOf(id).words} (${unitOf(id).symbol})`);
  const last = list.pop() ?? '';
  return list.length === 0 ? last : `${list.join(', ')} or ${last}`;
};

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
