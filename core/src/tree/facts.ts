import { canonicalText } from './canonical-text.ts';
import type { HeightNote, HeightNotes } from './heights.ts';
import type { NotesOfTree, PlacedReading, TapingNotes } from './placed-readings.ts';
import type { TreeNotes } from './tree-notes.ts';

/** What a reading says, and where on the tree. */
export type FactReading = Pick<
  PlacedReading,
  'measure' | 'stem' | 'heightNo' | 'methodId' | 'key' | 'value' | 'unit' | 'standardError' | 'try' | 'excluded'
>;

/** A tree as it is written: its name, its readings, its notes. */
export interface TreeContent<R extends FactReading = FactReading> extends NotesOfTree {
  readonly tag: string;
  readonly speciesCode: string;
  readonly readings: readonly R[];
}

/**
 * What is known of a tree, by name, as texts that are equal where the facts are. A fact is what one person changes at a time:
 * `tag`, `species`, `diameter 1` with its point, `height 2` with its distance, `position`, `taping`, `notes conditions`.
 */
export type TreeFacts = Readonly<Record<string, string>>;

/** The fact that a reading belongs to. A height is nothing without its distance, a diameter nothing without its point. */
const factOfReading = ({ measure, stem = 1, heightNo = 1 }: FactReading): string =>
  measure === 'diameter' || measure === 'point' ? `diameter ${String(stem)}` : `height ${String(heightNo)}`;

const factOfNote = ({ heightNo }: HeightNote): string => `height ${String(heightNo)}`;

/** Who read and when does not matter: two people who read the same agree. */
const readingText = (reading: FactReading): string => {
  const { measure, methodId, key, value, unit, standardError } = reading;
  const isExcluded = reading.excluded === true;
  return canonicalText([measure, methodId, key, reading.try, value, unit, standardError ?? null, isExcluded]);
};

/** A bearing and a distance are one position: of two people's positions no third one is made. */
const factOfField = (group: string, key: string): string =>
  key === 'bearingDeg' || key === 'awayM' ? 'position' : `${group} ${key}`;

/** No, none and nothing are the same as not to speak of it. */
const isSaid = ([, value]: readonly [string, unknown]): boolean =>
  value !== undefined && value !== null && value !== false && !(Array.isArray(value) && value.length === 0);

/**
 * The facts of a tree.
 *
 * @example treeFacts({ tag: '7', speciesCode: 'fi', readings: [] }) // { tag: '7', species: 'fi' }
 */
export function treeFacts({ tag, speciesCode, readings, taping, heights, notes }: TreeContent): TreeFacts {
  const { others = [], ...ofHeights } = heights ?? {};
  const parts = new Map<string, string[]>();
  const add = (name: string, text: string): void => {
    parts.set(name, [...(parts.get(name) ?? []), text]);
  };
  for (const reading of readings) add(factOfReading(reading), readingText(reading));
  for (const note of others) add(factOfNote(note), canonicalText(note));
  for (const [group, fields] of Object.entries({ heights: ofHeights, notes: notes ?? {} }))
    for (const field of Object.entries(fields).filter(isSaid)) add(factOfField(group, field[0]), canonicalText(field));
  return {
    tag,
    species: speciesCode,
    ...Object.fromEntries([...parts].map(([name, texts]) => [name, texts.sort().join(' ')])),
    ...(taping === null || taping === undefined ? {} : { taping: canonicalText(taping) }),
  };
}

/**
 * What a change finds: the facts that it changes, as they were before. A fact that was not there is an empty text.
 *
 * @example changedFacts(before, { ...before, tag: '8' }) // { tag: '7' }
 */
export function changedFacts(before: TreeContent, after: TreeContent): TreeFacts {
  const [was, is] = [treeFacts(before), treeFacts(after)];
  const names = new Set([...Object.keys(was), ...Object.keys(is)]);
  return Object.fromEntries([...names].filter((name) => was[name] !== is[name]).map((name) => [name, was[name] ?? '']));
}

/** An object with some of its fields from another; null where none is left. */
function mixed<T extends object>(
  group: string,
  current: T | null | undefined,
  mine: T | null | undefined,
  taken: ReadonlySet<string>,
): T | null {
  const isTaken = ([key]: readonly [string, unknown]): boolean => taken.has(factOfField(group, key));
  const fields = [
    ...Object.entries(current ?? {}).filter((field) => !isTaken(field)),
    ...Object.entries(mine ?? {}).filter(isTaken),
  ].filter(isSaid);
  return fields.length === 0 ? null : (Object.fromEntries(fields) as T);
}

/**
 * A tree with some facts of another version of it.
 *
 * @param current the version that all other facts are from
 * @param mine the version that the facts are from
 * @param names the facts to take; one that `mine` does not have goes
 */
export function withFacts<R extends FactReading>(
  current: TreeContent<R>,
  mine: TreeContent<R>,
  names: Iterable<string>,
): TreeContent<R> & {
  readonly taping: TapingNotes | null;
  readonly heights: HeightNotes | null;
  readonly notes: TreeNotes | null;
} {
  const taken = new Set(names);
  const { others: currentOthers = [], ...currentHeights } = current.heights ?? {};
  const { others: mineOthers = [], ...mineHeights } = mine.heights ?? {};
  const others = [
    ...currentOthers.filter((note) => !taken.has(factOfNote(note))),
    ...mineOthers.filter((note) => taken.has(factOfNote(note))),
  ].sort((a, b) => a.heightNo - b.heightNo);
  const ofHeights = mixed<HeightNotes>('heights', currentHeights, mineHeights, taken);
  return {
    tag: taken.has('tag') ? mine.tag : current.tag,
    speciesCode: taken.has('species') ? mine.speciesCode : current.speciesCode,
    readings: [
      ...current.readings.filter((reading) => !taken.has(factOfReading(reading))),
      ...mine.readings.filter((reading) => taken.has(factOfReading(reading))),
    ],
    taping: (taken.has('taping') ? mine.taping : current.taping) ?? null,
    heights: others.length === 0 ? ofHeights : { ...ofHeights, others },
    notes: mixed<TreeNotes>('notes', current.notes, mine.notes, taken),
  };
}

/** What becomes of a change that meets others. */
export interface MergedChange {
  /** Facts that the change sets. */
  readonly taken: readonly string[];
  /** Facts that another change set to something else: a person decides. */
  readonly disputed: readonly string[];
}

/**
 * Compares what a change found with what is there now. Facts that no other change has set are taken, those that others changed to
 * the same need nothing, those that others changed to something else are disputed.
 *
 * @param seen the facts that the change changes, as it found them
 * @param mine the facts as the change sets them
 * @param current the facts as they are now
 * @example mergeChange({ tag: '7' }, { tag: '8' }, { tag: '9' }) // { taken: [], disputed: ['tag'] }
 */
export function mergeChange(seen: TreeFacts, mine: TreeFacts, current: TreeFacts): MergedChange {
  const differing = Object.keys(seen).filter((name) => (mine[name] ?? '') !== (current[name] ?? ''));
  const isUntouched = (name: string): boolean => (current[name] ?? '') === seen[name];
  return {
    taken: differing.filter(isUntouched),
    disputed: differing.filter((name) => !isUntouched(name)),
  };
}
