import { isSlopeUnit } from './slope-scale.ts';
import { convert, UNIT_IDS, type UnitId, unitOf } from './units.ts';
import { message, type Text, joined } from '../message/index.ts';

export type ReadErrorCode =
  'empty' | 'letters' | 'two-marks' | 'grouping' | 'unit' | 'exponent' | 'infinite' | 'sign' | 'feet' | 'tries';

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
  readonly message: Text;
}

export type ReadResult = ReadOk | ReadError;

export interface ReadOptions {
  /** The unit meant where none is written. */
  readonly unit: UnitId;
  /** The units that may be written; the expected one when left out. */
  readonly units?: readonly UnitId[];
}

const fail = (code: ReadErrorCode, message: Text): ReadError => ({ ok: false, code, message });

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
/** A comma before three digits may separate thousands or decimals: nobody can tell. */
const GROUPED = /^([1-9]\d{0,2}),(\d{3})(?!\d)/;
const NUMBER = /^(\d+)\/(\d+)|^(\d+(?:\.\d*)?|\.\d+)(?: (\d+)\/(\d+))?/;

/**
 * Reads a number with its unit as people write it: `113.1`, `113,1`, `113.1 cm`, `3' 8.5"`, `3 ft 8.5 in`,
 * `44 1/2 in`, `1.3m`, `-8 %`, `+12.4`.
 *
 * A comma is a decimal mark; `1,234` is refused, since it may be meant as 1234. Feet with inches answer in inches, unless only feet were asked for.
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
  if (clean === '')
    return fail(
      'empty',
      message('units.nothing-is-entered-enter-a', 'Nothing is entered. Enter a number in {words}.', {
        words: unitOf(options.unit).words,
      }),
    );

  const sign = /^[+-]/.exec(clean)?.[0] ?? '';
  const body = clean.slice(sign.length).trimStart();
  if (/^[+-]/.test(body))
    return fail('sign', message('units.has-two-signs-keep-one', '“{shown}” has two signs. Keep one.', { shown }));
  if (/^(nan|inf(inity)?|∞)\b/.test(body))
    return fail(
      'letters',
      message('units.is-not-a-number-use', '“{shown}” is not a number. Use digits, such as {unit}.', {
        shown,
        unit: example(options.unit),
      }),
    );
  if (/^[\d.,]+e[+-]?\d+/.test(body)) {
    return fail(
      'exponent',
      message('units.has-an-exponent-enter-a', '“{shown}” has an exponent. Enter a plain number, such as {unit}.', {
        shown,
        unit: example(options.unit),
      }),
    );
  }
  const marks = /^[\d.,]*/.exec(body)?.[0].match(/[.,]/g) ?? [];
  if (marks.length > 1) {
    return fail(
      'two-marks',
      message(
        'units.has-more-than-one-decimal',
        '“{shown}” has more than one decimal sign. Use one, and none for thousands.',
        { shown },
      ),
    );
  }
  const [grouped, thousands, rest] = GROUPED.exec(body) ?? [];
  if (grouped !== undefined) {
    return fail(
      'grouping',
      message(
        'units.comma-is-decimal',
        'A comma is a decimal mark. Enter {sign}{thousands}{rest} or {sign}{thousands}.{rest}.',
        {
          sign,
          thousands: thousands ?? '',
          rest: rest ?? '',
        },
      ),
    );
  }
  const plain = body.replace(/(\d|^),(?=\d)/g, '$1.').replace(/,$/, '');
  const factor = sign === '-' ? -1 : 1;

  const feet = readFeetAndInches(plain, allowed, shown);
  if (feet !== null) return feet.ok ? { ...feet, value: factor * feet.value } : feet;

  const match = NUMBER.exec(plain);
  if (match === null)
    return fail(
      'letters',
      message('units.does-not-start-with-a', '“{shown}” does not start with a number. Use digits, such as {unit}.', {
        shown,
        unit: example(options.unit),
      }),
    );
  const [whole, loneTop, loneBottom, decimal, top, bottom] = match;
  const fraction = Number(top ?? loneTop ?? 0) / Number(bottom ?? loneBottom ?? 1);
  const value = factor * (Number(decimal ?? 0) + fraction);
  if (!Number.isFinite(value))
    return fail('infinite', message('units.is-too-large', '“{shown}” is too large.', { shown }));

  const suffix = plain.slice(whole.length).trim();
  if (suffix === '') return { ok: true, value, unit: options.unit, unitWritten: false };
  const written = UNIT_IDS.find((id) => unitOf(id).spellings.includes(suffix));
  if (written === undefined) {
    return /^\d/.test(suffix) || /\d/.test(suffix)
      ? fail(
          'letters',
          message(
            'units.has-characters-inside-the-number',
            '“{shown}” has characters inside the number that are not digits: “{suffix}”.',
            { shown, suffix },
          ),
        )
      : fail(
          'unit',
          message('units.is-not-a-known-unit', '“{suffix}” is not a known unit. Use {allowed}.', {
            suffix,
            allowed: names(allowed),
          }),
        );
  }
  if (!allowed.includes(written)) {
    return fail(
      'unit',
      message('units.cannot-be-used-here-use', '{Words} cannot be used here. Use {allowed}.', {
        Words: unitOf(written).words,
        allowed: names(allowed),
      }),
    );
  }
  return { ok: true, value, unit: written, unitWritten: true };
}

function readFeetAndInches(plain: string, allowed: readonly UnitId[], shown: string): ReadResult | null {
  const match = FEET_AND_INCHES.exec(plain);
  if (match === null) return null;
  const [, feet, inches, top, bottom] = match;
  if (inches === undefined && top === undefined) return null;
  if (!allowed.includes('in') && !allowed.includes('ft')) {
    return fail(
      'unit',
      message('units.feet-and-inches-cannot-be', 'Feet and inches cannot be used here. Use {allowed}.', {
        allowed: names(allowed),
      }),
    );
  }
  const rest = Number(inches ?? 0) + Number(top ?? 0) / Number(bottom ?? 1);
  if (!Number.isFinite(rest))
    return fail('infinite', message('units.is-too-large', '“{shown}” is too large.', { shown }));
  if (rest >= 12)
    return fail(
      'feet',
      message('units.has-12-or-more-inches', '“{shown}” has 12 or more inches beside the feet. Convert them to feet.', {
        shown,
      }),
    );
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

const names = (units: readonly UnitId[]): Text => {
  const list = units.map((id) =>
    message('units.name-and-symbol', '{words} ({symbol})', { words: unitOf(id).words, symbol: unitOf(id).symbol }),
  );
  const last = list.pop() ?? '';
  return list.length === 0 ? last : message('units.or', '{others} or {last}', { others: joined(list, ', '), last });
};
