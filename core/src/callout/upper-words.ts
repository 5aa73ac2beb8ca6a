import type { ReadingValue } from '../measurement/index.ts';
import { findMethod } from '../methods/index.ts';
import { UPPER_DIAMETER_METHODS, type UpperDiameter, upperDiametersProblem } from '../tree/index.ts';
import { printAsRead, readQuantity, type UnitId, type UnitSystem } from '../units/index.ts';
import { message, type Text } from '../message/index.ts';

type ReadUpper =
  | { readonly ok: true; readonly upper: UpperDiameter; readonly chip: Text }
  | { readonly ok: false; readonly problem: Text };

/** Letter behind the u by which an instrument is known: none for the tape. */
const LETTERS: Readonly<Record<UpperDiameter['method'], string>> = {
  'diameter.tape': '',
  'diameter.caliper': 'c',
  'diameter.band-count': 'b',
  'diameter.full-angle': 'a',
};

const UPPER = /^u([cba]?)([\d.,][^@/]*)(?:\/([^@/]+))?@(.+)$/i;

const heightUnit = (system: UnitSystem): UnitId => (system === 'metric' ? 'm' : 'ft');

/**
 * Reads an upper diameter: `u32@5` by tape, `uc32@5` by caliper, `ub1.5/12@8` in relascope bands from a distance of 12,
 * `ua2/10@8` by the angle between its edges.
 *
 * @returns null for any other word
 */
export function readUpper(word: string, system: UnitSystem): ReadUpper | null {
  const [, letter, first, second, at = ''] = UPPER.exec(word) ?? [];
  if (letter === undefined || first === undefined) return null;
  const method = UPPER_DIAMETER_METHODS.find((each) => LETTERS[each] === letter.toLowerCase());
  const specs = findMethod(method ?? '')?.description.readings ?? [];
  const bad: ReadUpper = {
    ok: false,
    problem: message('callout.upper-diameter', 'Write an upper diameter as diameter and height, such as u32@5.'),
  };
  const texts = second === undefined ? [first] : [first, second];
  const height = readQuantity(at, { unit: heightUnit(system), units: ['m', 'ft'] });
  if (method === undefined || texts.length !== specs.length || !height.ok) return bad;
  const readings: Record<string, ReadingValue> = {};
  for (const [i, spec] of specs.entries()) {
    const read = readQuantity(texts[i] ?? '', { unit: spec.defaultUnit[system], units: spec.units });
    if (!read.ok) return bad;
    readings[spec.key] = { value: read.value, unit: read.unit };
  }
  const upper: UpperDiameter = { height: { value: height.value, unit: height.unit }, method, readings };
  const problem = upperDiametersProblem([upper]);
  if (problem !== null) return { ok: false, problem };
  return {
    ok: true,
    upper,
    chip: message('callout.upper-chip', 'diameter at {height} {unit}', {
      height: printAsRead(height.value),
      unit: height.unit,
    }),
  };
}

/** The word of texts as they are typed: `u32@5`. */
export const upperWord = (method: UpperDiameter['method'], texts: readonly string[], height: string): string =>
  `u${LETTERS[method]}${texts.map((text) => text.trim()).join('/')}@${height.trim()}`;

/** An upper diameter as a word of the line; `readUpper` reads the same from it. */
export function printUpper({ height, method, readings }: UpperDiameter, system: UnitSystem): string {
  const withUnit = ({ value, unit }: ReadingValue, usual: UnitId): string =>
    `${printAsRead(value)}${unit === usual ? '' : unit}`;
  const specs = findMethod(method)?.description.readings ?? [];
  const read = specs.flatMap(({ key, defaultUnit }) => {
    const reading = readings[key];
    return reading === undefined ? [] : [withUnit(reading, defaultUnit[system])];
  });
  return upperWord(method, read, withUnit(height, heightUnit(system)));
}
