import type { Measure, Method, ReadingSpec } from '../../method/index.ts';
import { methodsFor } from '../../registry/index.ts';
import { MEASURES } from '../tree-draft.ts';

/** Stands for a reading that is still to be taken, so that the ones behind it keep their place. */
export const MISSING = '_';

/** Begins another stem of the same tree: `28 &21`. */
export const NEXT_STEM = '&';

/** How a reading is told from the others on the line. */
export type Mark =
  { readonly kind: 'signed' } | { readonly kind: 'bare' } | { readonly kind: 'prefix'; readonly prefix: string };

export const markOf = (spec: ReadingSpec): Mark => {
  if (spec.callout !== '') return { kind: 'prefix', prefix: spec.callout };
  return spec.signed ? { kind: 'signed' } : { kind: 'bare' };
};

export const sameMark = (a: Mark, b: Mark): boolean =>
  a.kind === b.kind && (a.kind !== 'prefix' || b.kind !== 'prefix' || a.prefix === b.prefix);

/** A number on the line with the mark that it wears. */
export interface Called {
  readonly mark: Mark;
  /** The number as text, its unit included. */
  readonly text: string;
}

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
