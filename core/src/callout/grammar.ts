import type { Measure, Method, ReadingSpec } from '../measurement/index.ts';
import { methodsFor } from '../methods/index.ts';
import { MEASURES } from '../tree/index.ts';

/** Stands for a reading that is still to be taken, so that the ones behind it keep their place. */
export const MISSING = '_';

/** Begins another stem of the same tree: `28 &21`. */
export const NEXT_STEM = '&';

/** How a reading is told from the others on the line. */
export type CalloutMark =
  { readonly kind: 'signed' } | { readonly kind: 'bare' } | { readonly kind: 'prefix'; readonly prefix: string };

export const markOf = (spec: ReadingSpec): CalloutMark => {
  if (spec.callout !== '') return { kind: 'prefix', prefix: spec.callout };
  return spec.signed ? { kind: 'signed' } : { kind: 'bare' };
};

export const sameMark = (a: CalloutMark, b: CalloutMark): boolean =>
  a.kind === b.kind && (a.kind !== 'prefix' || b.kind !== 'prefix' || a.prefix === b.prefix);

/** Says that a plain number is a diameter, where it would be read otherwise: `g104 &d38`. */
export const PLAIN_DIAMETER = 'd';

/** A number on the line with the mark that it wears. */
export interface Called {
  readonly mark: CalloutMark;
  /** The number as text, its unit included. */
  readonly text: string;
  /** Said to be a diameter by its mark. */
  readonly isPlainDiameter?: boolean;
}

/** The prefixes of one measure. */
export const prefixesOf = (measure: Measure): ReadonlySet<string> =>
  new Set(methodsFor(measure).flatMap(({ description }) => description.readings.map((spec) => spec.callout)));

/** The prefixes in use, the longest first, so that none hides another. */
export const prefixes = (): string[] =>
  [
    ...new Set(
      MEASURES.flatMap((measure) =>
        methodsFor(measure).flatMap(({ description }) => description.readings.map((spec) => spec.callout)),
      ),
    ),
  ]
    .filter((prefix) => prefix !== '')
    .sort((a, b) => b.length - a.length || a.localeCompare(b, 'en'));

/** Words of the call-out line that stand before a reading, such as `logs`; the shortest first. */
export const calloutWords = (): string[] =>
  prefixes()
    .filter((word) => /^[a-z]{2,}$/.test(word))
    .sort((a, b) => a.length - b.length);

const MINUS = /[−–—]/g;

/** Reads the mark of a token, or null where the token is no reading at all. */
export function callOf(token: string): Called | null {
  const text = token.replace(MINUS, '-');
  for (const prefix of prefixes()) {
    if (
      text.toLowerCase().startsWith(prefix) &&
      (/^[\d.,_+-]/.test(text.slice(prefix.length)) || !/^[a-z]/i.test(prefix))
    ) {
      return { mark: { kind: 'prefix', prefix }, text: text.slice(prefix.length).trim() };
    }
  }
  if (/^d[\d.,]/i.test(text)) return { mark: { kind: 'bare' }, text: text.slice(1), isPlainDiameter: true };
  if (/^[+-]/.test(text)) return { mark: { kind: 'signed' }, text };
  if (/^[\d.,]/.test(text)) return { mark: { kind: 'bare' }, text };
  return null;
}

/** A method with the tokens that it takes. */
export interface Fit {
  readonly method: Method;
  /** Index of the token per reading key. */
  readonly taken: ReadonlyMap<string, number>;
}

/**
 * The method of a measure that explains most of what was called, and leaves least open.
 *
 * @param calls the readings of the line in their order; null for a place holder
 * @param inHand identifier of the method that wins where several explain the line equally well
 */
export function fitMethod(measure: Measure, calls: readonly (Called | null)[], inHand?: string): Fit | null {
  let best: { fit: Fit; took: number; open: number } | null = null;
  const methods = methodsFor(measure);
  const first = methods.filter(({ description }) => description.id === inHand);
  for (const method of [...first, ...methods.filter((other) => !first.includes(other))]) {
    const taken = new Map<string, number>();
    const used = new Set<number>();
    for (const spec of method.description.readings) {
      const mark = markOf(spec);
      const index = calls.findIndex(
        (call, i) => !used.has(i) && (call === null ? mark.kind === 'signed' : sameMark(call.mark, mark)),
      );
      if (index < 0) continue;
      used.add(index);
      taken.set(spec.key, index);
    }
    const took = [...taken.values()].filter((index) => calls[index] !== null).length;
    const open = method.description.readings.length - taken.size;
    const closer = best !== null && took === best.took && open < best.open && best.fit.method.description.id !== inHand;
    if (took > 0 && (best === null || took > best.took || closer)) {
      best = { fit: { method, taken }, took, open };
    }
  }
  return best?.fit ?? null;
}

/** Readings of a diameter that are set up once and hold for every stem of the tree: the reach, the stick's own reach. */
const SET_UP: ReadonlySet<string> = new Set(['reach', 'made']);

/** The one reading that a method takes anew on each stem; null where it takes several, or no mark tells it. */
function readingOnEachStem(method: Method): ReadingSpec | null {
  const onEach = method.description.readings.filter(({ key }) => !SET_UP.has(key));
  const [only] = onEach;
  return onEach.length === 1 && only !== undefined && only.callout !== '' ? only : null;
}

/**
 * The readings of a further stem as they are meant: a plain number is read like that of the stem before, unless it is said
 * to be a diameter.
 *
 * @param calls of the stem, in their order
 * @param before the method of the diameter of the stem before
 */
export function likeStemBefore(calls: readonly (Called | null)[], before: Method): readonly (Called | null)[] {
  const spec = readingOnEachStem(before);
  if (spec === null) return calls;
  const first = calls.findIndex((call) => call?.mark.kind === 'bare');
  const call = calls[first];
  if (call === undefined || call === null || call.isPlainDiameter === true) return calls;
  return calls.with(first, { ...call, mark: markOf(spec) });
}

/** Readings that hold for every stem, taken over from the stem before where they were not called again. */
export const setUpEntries = <E>(
  method: Method,
  entries: Readonly<Record<string, E>>,
  before: Readonly<Record<string, E>>,
): Readonly<Record<string, E>> =>
  Object.fromEntries(
    method.description.readings.flatMap(({ key }) => {
      const entry = entries[key] ?? (SET_UP.has(key) ? before[key] : undefined);
      return entry === undefined ? [] : [[key, entry] as const];
    }),
  );
