import type { ReadingValue } from '../measurement/index.ts';
import { findMethod } from '../methods/index.ts';
import { OTHER_DIAMETER_METHODS, type OtherDiameterMethod } from '../protocol/index.ts';
import { type OtherDiameter, otherDiametersProblem } from '../tree/index.ts';
import { printAsRead, readQuantity, type UnitSystem } from '../units/index.ts';
import { message, type Text } from '../message/index.ts';

type ReadOther =
  | { readonly ok: true; readonly other: OtherDiameter; readonly chip: Text }
  | { readonly ok: false; readonly problem: Text };

/** Letter behind the d by which an instrument is known. */
const LETTERS: Readonly<Record<OtherDiameterMethod, string>> = {
  'diameter.tape': 't',
  'diameter.girth': 'g',
  'diameter.caliper': 'k',
  'diameter.two-faces': 'x',
  'diameter.band-count': 'b',
  'diameter.full-angle': 'a',
};

const OTHER = /^d([tgkxba])([\d.,][^@/]*)(?:\/([^@/]+))?(?:@([\p{L}\p{N}._'-]+))?$/iu;

/**
 * Reads a second diameter of the stem: `dt34.7` by tape, `dg109` a girth, `dk35.1` by caliper, `dx34/36` on two faces,
 * `db1.5/12` in relascope bands from a distance of 12, `da2/10` by the angle between its edges. A name behind `@` is that of
 * another observer, its spaces as `_`: `dk35.1@AB`.
 *
 * @returns null for any other word
 */
export function readOther(word: string, system: UnitSystem): ReadOther | null {
  const [, letter, first, second, observer] = OTHER.exec(word) ?? [];
  if (letter === undefined || first === undefined) return null;
  const method = OTHER_DIAMETER_METHODS.find((each) => LETTERS[each] === letter.toLowerCase());
  const specs = findMethod(method ?? '')?.description.readings ?? [];
  const bad: ReadOther = {
    ok: false,
    problem: message(
      'callout.other-diameter',
      'Write a second diameter as its instrument and its reading, such as dk35.1.',
    ),
  };
  const texts = second === undefined ? [first] : [first, second];
  if (method === undefined || texts.length !== specs.length) return bad;
  const readings: Record<string, ReadingValue> = {};
  for (const [i, spec] of specs.entries()) {
    const read = readQuantity(texts[i] ?? '', { unit: spec.defaultUnit[system], units: spec.units });
    if (!read.ok) return bad;
    readings[spec.key] = { value: read.value, unit: read.unit };
  }
  const other: OtherDiameter = {
    method,
    readings,
    ...(observer === undefined ? {} : { observer: observer.replaceAll('_', ' ') }),
  };
  const problem = otherDiametersProblem([other]);
  if (problem !== null) return { ok: false, problem };
  return {
    ok: true,
    other,
    chip: message('callout.other-diameter-chip', '2nd diameter: {method}', {
      method: findMethod(method)?.description.name ?? method,
    }),
  };
}

/** The word of texts as they are typed: `dk35.1`. */
export const otherWord = (method: OtherDiameterMethod, texts: readonly string[], observer: string): string =>
  `d${LETTERS[method]}${texts.map((text) => text.trim()).join('/')}${observer.trim() === '' ? '' : `@${observer.trim().replace(/\s+/g, '_')}`}`;

/** A second diameter as a word of the line; `readOther` reads the same from it. */
export function printOther({ method, readings, observer = '' }: OtherDiameter, system: UnitSystem): string {
  const specs = findMethod(method)?.description.readings ?? [];
  const read = specs.flatMap(({ key, defaultUnit }) => {
    const reading = readings[key];
    if (reading === undefined) return [];
    const { value, unit } = reading;
    return [`${printAsRead(value)}${unit === defaultUnit[system] ? '' : unit}`];
  });
  return otherWord(method, read, observer);
}
