import type { TreeRecord } from '@arbolito/core/tree';
import { printAsRead } from '@arbolito/core/units';
import { findMethod } from '@arbolito/core/methods';

/** Words of so many trees before are offered again. */
const LAST_TREES = 12;

/** What a key of the thumb pad writes. */
export type PadKey =
  | '0'
  | '1'
  | '2'
  | '3'
  | '4'
  | '5'
  | '6'
  | '7'
  | '8'
  | '9'
  | '.'
  | '+'
  | '-'
  | '@'
  | 'g'
  | '='
  | '#'
  | '&'
  | '/'
  | 'space'
  | 'back'
  | 'sign'
  | `species ${string}`
  | `distance ${string}`
  /** A word that stands by itself, such as a condition code. */
  | `word ${string}`
  /** A word that waits for its number: the measuring height, a bearing. */
  | `before ${string}`
  /** A unit, written onto the last number. */
  | `unit ${string}`
  | `letter ${string}`
  /** A whole word in the place of the letters that begin it. */
  | `complete ${string}`;

const LETTERS_AT_END = /[a-z]+$/i;
const TAG = /^#\S*$/;
const SPECIES = /^[a-z]{2,5}$/;

/** Whether a distance stands on the line already. */
export const distanceOnLine = (line: string): boolean => line.includes('@');

/** The distance of the last tree that had one, as it was read. */
export function lastDistance(trees: readonly TreeRecord[]): string | null {
  const distances = trees.flatMap(({ heights }) => heights[0]?.measurement.readings.distance?.at(-1) ?? []);
  const last = distances.at(-1);
  return last === undefined ? null : printAsRead(last.value);
}

/**
 * Words of the call-out line that the letters at the end of a line may begin; those in use on the plot come first, and stand
 * alone before a letter is typed.
 *
 * @param used words of the last trees
 * @param all every word of the line
 */
export function completions(line: string, used: readonly string[], all: readonly string[], most: number): string[] {
  const begun = LETTERS_AT_END.exec(line)?.[0].toLowerCase() ?? '';
  const known = begun === '' ? used : [...new Set([...used, ...all])].filter((word) => word.startsWith(begun));
  return known.filter((word) => word !== begun).slice(0, most);
}

/** Words of the readings of the last trees, the latest first. */
export const usedWords = (trees: readonly TreeRecord[]): readonly string[] => [
  ...new Set(
    trees
      .slice(-LAST_TREES)
      .reverse()
      .flatMap(({ stems, heights }) => [stems[0]?.measurement ?? [], heights[0]?.measurement ?? []].flat())
      .flatMap(({ method, readings }) =>
        (findMethod(method)?.description.readings ?? []).flatMap(({ key, callout }) =>
          /^[a-z]{2,}$/.test(callout) && readings[key] !== undefined ? [callout] : [],
        ),
      ),
  ),
];

/** The line with a species: behind the tag, in the place of the one that stands there. */
function withSpecies(line: string, code: string): string {
  const words = line.split(' ');
  const at = TAG.test(words[0] ?? '') ? 1 : 0;
  const rest = SPECIES.test(words[at] ?? '') ? words.slice(at + 1) : words.slice(at);
  return [...words.slice(0, at), code, ...(rest.length === 0 ? [''] : rest)].join(' ');
}

/** A line begins with its species: the one of the tree before where none was named. */
const begun = (line: string, species: string): string =>
  line.trim() === '' && species !== '' ? withSpecies('', species) : line;

/** A word of its own at the end of a line. */
const withWord = (line: string, word: string): string => (line.trim() === '' ? word : `${line.trimEnd()} ${word}`);

/**
 * The line after a key of the thumb pad: the same words that are called out and typed.
 *
 * @param species code of the tree before
 */
export function padLine(line: string, key: PadKey, species: string): string {
  const [kind, ...rest] = key.split(' ');
  const word = rest.join(' ');
  switch (kind) {
    case 'species':
      return withSpecies(line, word);
    case 'distance':
      return withWord(begun(line, species), `@${word}`);
    case 'word':
      return `${withWord(begun(line, species), word)} `;
    case 'before':
      return withWord(begun(line, species), word);
    case 'unit':
      return /\d$/.test(line) ? `${line}${word}` : line;
    case 'letter':
      return /(^|\s|[a-z]|#\S*)$/i.test(line) ? `${line}${word}` : `${line} ${word}`;
    case 'complete':
      return withWord(begun(line.replace(LETTERS_AT_END, ''), species), word);
    case 'space':
      return line.trim() === '' ? line : `${line.trimEnd()} `;
    case 'back':
      return line.replace(/\s*\S$/, '');
    case 'sign':
      return turned(begun(line, species));
    case '#':
      return /(^|\s)#\S+$/.test(line) ? `${line} ` : withWord(line, '#');
    case '/':
      return withFace(line);
    case '=':
      return `${withWord(begun(line, species), key)} `;
    case '+':
    case '-':
    case '@':
    case '&':
    case 'g':
      return withWord(begun(line, species), key);
    default:
      return `${begun(line, species)}${key}`;
  }
}

/** The last number as the first of two faces; nothing where there is none, or it is one already. */
function withFace(line: string): string {
  const found = /(^|\s|&)(2x)?(\d[\d.,]*)$/.exec(line);
  if (found === null) return line;
  const [whole, before = '', , number = ''] = found;
  return `${line.slice(0, line.length - whole.length)}${before}2x${number}/`;
}

/** The sign of the last number turned; a number without one gets a minus. */
function turned(line: string): string {
  const found = /([+\-−]?)(\d[\d.,]*)$/.exec(line);
  if (found === null) return line;
  const [whole, sign, number = ''] = found;
  return `${line.slice(0, line.length - whole.length)}${sign === '-' || sign === '−' ? '+' : '-'}${number}`;
}
