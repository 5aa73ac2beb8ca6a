import { SHEET_KEYS } from './sheet-keys.ts';
import type { MethodDescription, ReadingSpec } from './description.ts';
import { englishOf } from '../message/index.ts';

interface Owned {
  readonly method: MethodDescription;
  readonly spec: ReadingSpec;
}

const named = ({ method, spec }: Owned): string => `${method.id} (${englishOf(spec.label)})`;

/** The height of a pair of readings of which the other belongs to a distance; null for other pairs. */
function heightBesideDistance(a: Owned, b: Owned): Owned | null {
  const measures = [a.method.measure, b.method.measure];
  if (!measures.includes('distance') || !measures.includes('height')) return null;
  return a.method.measure === 'height' ? a : b;
}

/** A distance method stands beside a height only in the place of its level distance. */
function standTogether(a: Owned, b: Owned): boolean {
  if (a.method.measure === b.method.measure) return false;
  const height = heightBesideDistance(a, b);
  if (height === null) return true;
  const takesDistance = height.method.readings.some(({ isLevelDistance = false }) => isLevelDistance);
  return takesDistance && height.spec.isLevelDistance !== true;
}

/** A line says no method: a word of a distance is read as one whatever height follows, but in the place of its own. */
const meetOnLine = (a: Owned, b: Owned): boolean =>
  a.method.measure !== b.method.measure && heightBesideDistance(a, b)?.spec.isLevelDistance !== true;

/** Readings that may stand on one sheet, or on one line, with the same key or word. */
function sharing(
  owned: readonly Owned[],
  of: (spec: ReadingSpec) => string,
  what: string,
  meet: (a: Owned, b: Owned) => boolean,
): string[] {
  return owned.flatMap((a, i) =>
    owned
      .slice(i + 1)
      .filter((b) => of(a.spec) !== '' && of(a.spec) === of(b.spec))
      .filter((b) => a.method.id === b.method.id || meet(a, b))
      .map((b) => `${named(a)} and ${named(b)} have the same ${what} “${of(a.spec)}”.`),
  );
}

const wordsOf = ({ readings }: MethodDescription): string =>
  readings
    .map(({ callout }) => callout)
    .sort()
    .join(' ');

/** A word with a figure at its end swallows the first digit of the readings of the word without it. */
const endingInFigure = (owned: readonly Owned[]): string[] =>
  owned
    .filter(({ spec }) => /\d$/.test(spec.callout))
    .map((each) => `${named(each)} has a call-out word that ends in a figure, “${each.spec.callout}”.`);

/**
 * What would let one method shadow another: the same id, key or call-out word, a key of the sheet itself, or a word that
 * swallows a digit of another's reading. Each message names those concerned.
 */
export function registryConflicts(methods: readonly MethodDescription[]): readonly string[] {
  const pairs = methods.flatMap((a, i) => methods.slice(i + 1).map((b) => [a, b] as const));
  const owned = methods.flatMap((method) => method.readings.map((spec) => ({ method, spec })));
  return [
    ...pairs
      .filter(([a, b]) => a.id === b.id)
      .map(([a, b]) => `“${englishOf(a.name)}” and “${englishOf(b.name)}” have the same id ${a.id}.`),
    ...pairs
      .filter(([a, b]) => a.id !== b.id && a.measure === b.measure && wordsOf(a) === wordsOf(b))
      .map(([a, b]) => `${a.id} and ${b.id} have the same call-out words “${wordsOf(a).trim()}”.`),
    ...owned.flatMap((each) =>
      SHEET_KEYS.flatMap(({ key, does }) =>
        key === each.spec.shortcut ? [`${named(each)} has the key “${key}” of the sheet: ${englishOf(does)}.`] : [],
      ),
    ),
    ...endingInFigure(owned),
    ...sharing(owned, ({ shortcut }) => shortcut, 'key', standTogether),
    ...sharing(owned, ({ callout }) => callout, 'call-out word', meetOnLine),
  ];
}
