import { readQuantity, type ReadError, type ReadOk, type ReadOptions } from '../units/index.ts';
import { message } from '../message/index.ts';

/** One try of a reading as text, and its number. */
export interface ReadTry extends ReadOk {
  readonly text: string;
  /** Left out of the mean by a person: written in brackets. */
  readonly isExcluded: boolean;
}

export type ReadTries = { readonly ok: true; readonly tries: readonly ReadTry[] } | ReadError;

/** Most tries of one reading. */
export const MAX_TRIES = 9;

/** Why a tenth try is refused. */
export const TOO_MANY_TRIES: ReadError = {
  ok: false,
  code: 'tries',
  message: message('callout.a-reading-takes-at-most-tries', 'A reading takes at most {most} tries.', {
    most: MAX_TRIES,
  }),
};

/** Pieces that belong to the number before them: a unit, a fraction. */
const BELONGS = /^(?:%|°|'|"|[a-z:]+[:\d]*|\d+\/\d+\S*)$/i;
const EXCLUDED = /^\((.*)\)$/;

/** A text cut at its blanks, units and fractions left with their numbers. */
const piecesOf = (text: string): readonly string[] =>
  text
    .trim()
    .split(/\s+/)
    .reduce<string[]>((pieces, piece) => {
      const last = pieces.at(-1);
      if (last !== undefined && BELONGS.test(piece)) pieces[pieces.length - 1] = `${last} ${piece}`;
      else pieces.push(piece);
      return pieces;
    }, []);

/**
 * Reads one or several tries of a reading: `122.4`, `122.4 122.6 122.3`. A try in brackets is left out by a person. A further
 * try without a sign has that of the first.
 *
 * @param text as it was typed, numbers with or without units
 * @param options the unit that is meant where none is written, and the units that are taken
 * @returns the tries in the order in which they were read, or an error that says what was wrong; never throws
 * @example readTries('18 18.5 (21)', { unit: 'pct' }).tries.length // 3
 */
export function readTries(text: string, options: ReadOptions): ReadTries {
  const whole = readQuantity(text, options);
  if (whole.ok) return { ok: true, tries: [{ ...whole, text: text.trim(), isExcluded: false }] };
  const pieces = piecesOf(text);
  const isBracketed = pieces.some((piece) => EXCLUDED.test(piece));
  if (pieces.length < 2 && !isBracketed) return whole;
  if (pieces.length > MAX_TRIES) return TOO_MANY_TRIES;
  const sign = /^\(?\s*([+−–—-])/.exec(text.trim())?.[1] ?? '';
  const tries: ReadTry[] = [];
  for (const piece of pieces) {
    const bare = EXCLUDED.exec(piece)?.[1] ?? piece;
    const signed = tries.length === 0 || /^[+−–—-]/.test(bare) ? bare : `${sign}${bare}`;
    const read = readQuantity(signed, options);
    // A text that is no list of numbers is told what is wrong with it as one number.
    if (!read.ok) return tries.length === 0 && !isBracketed ? whole : read;
    tries.push({ ...read, text: signed, isExcluded: bare !== piece });
  }
  return tries.every(({ isExcluded }) => isExcluded)
    ? {
        ok: false,
        code: 'tries',
        message: message('callout.at-least-one-try-counts', 'At least one try must count: remove a pair of brackets.'),
      }
    : { ok: true, tries };
}

/** Tries as one text: `122.4 122.6 (130.2)`. */
export const printTries = (tries: readonly { readonly text: string; readonly isExcluded: boolean }[]): string =>
  tries.map(({ text, isExcluded }) => (isExcluded ? `(${text})` : text)).join(' ');
