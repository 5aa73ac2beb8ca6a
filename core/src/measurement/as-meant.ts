import type { ReadingSpec } from './description.ts';

/**
 * The value that a reading means: where it counts downwards, a number without a plus sign is below the eye.
 *
 * @param value as it was read, in any unit
 * @param text as it was written; empty where only the number is known
 * @returns the value with its sign, below the eye negative
 * @example asMeant(down, 47.2, '47.2') // −47.2
 */
export const asMeant = ({ countsDown = false }: ReadingSpec, value: number, text: string): number =>
  countsDown && value > 0 && !/^\s*\+/.test(text) ? -value : value;
