import type { TreeDraft } from '@arbolito/core/survey';

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
  | 'back'
  | 'sign'
  | `species ${string}`
  | `distance ${string}`;

const SPECIES = /^(#\S+ )?([a-z]{2,5})(?= |$)/;

/** Whether a distance stands on the line already. */
export const distanceOnLine = (line: string): boolean => line.includes('@');

/** The distance of the last tree that had one, as it was read. */
export function lastDistance(drafts: readonly TreeDraft[]): string | null {
  const last = drafts.findLast(({ height }) => (height.entries.distance?.text ?? '') !== '');
  return last?.height.entries.distance?.text ?? null;
}

/** A line begins with its species: the one of the tree before where none was named. */
const withSpecies = (line: string, species: string): string =>
  line.trim() === '' && species !== '' ? `${species} ` : line;

/**
 * The line after a key of the thumb pad: the same words that are called out and typed.
 *
 * @param species code of the tree before
 */
export function padLine(line: string, key: PadKey, species: string): string {
  if (key.startsWith('species ')) {
    const code = key.slice('species '.length);
    return SPECIES.test(line) ? line.replace(SPECIES, (_, tag?: string) => `${tag ?? ''}${code}`) : `${code} ${line}`;
  }
  const begun = withSpecies(line, species);
  if (key.startsWith('distance ')) return `${begun.trimEnd()} @${key.slice('distance '.length)}`;
  switch (key) {
    case 'back':
      return line.replace(/\s*\S$/, '');
    case 'sign':
      return turned(begun);
    case '+':
    case '-':
    case '@':
    case 'g':
      return `${begun.trimEnd()} ${key}`;
    case '=':
      return `${begun.trimEnd()} = `;
    default:
      return `${begun}${key}`;
  }
}

/** The sign of the last number turned; a number without one gets a minus. */
function turned(line: string): string {
  const found = /([+\-−]?)(\d[\d.,]*)$/.exec(line);
  if (found === null) return line;
  const [whole, sign, number = ''] = found;
  return `${line.slice(0, line.length - whole.length)}${sign === '-' || sign === '−' ? '+' : '-'}${number}`;
}
