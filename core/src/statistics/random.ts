/** A source of numbers from 0 (included) to 1 (not included). Passed in wherever chance is needed. */
export type Random = () => number;

/**
 * A repeatable source of random numbers: the same seed gives the same sequence everywhere.
 *
 * Source: mulberry32, public domain (T. Ettinger 2017): 32-bit state, for scenes and simulations, not for secrets.
 *
 * @param seed any whole number
 */
export function seededRandom(seed: number): Random {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  };
}

/** A draw from the normal distribution (Box and Muller 1958, Annals of Mathematical Statistics 29:610). */
export function normal(random: Random, mean = 0, standardDeviation = 1): number {
  const radius = Math.sqrt(-2 * Math.log(1 - random()));
  return mean + standardDeviation * radius * Math.cos(2 * Math.PI * random());
}

/** A draw from the Weibull distribution with shape and scale, shifted by `least`. */
export const weibull = (random: Random, shape: number, scale: number, least = 0): number =>
  least + scale * (-Math.log(1 - random())) ** (1 / shape);

/**
 * One of a list, each with its share.
 *
 * @throws RangeError for an empty list
 */
export function pick<T>(random: Random, choices: readonly (readonly [T, number])[]): T {
  const total = choices.reduce((sum, [, share]) => sum + share, 0);
  let left = random() * total;
  for (const [choice, share] of choices) {
    left -= share;
    if (left < 0) return choice;
  }
  const last = choices.at(-1);
  if (last === undefined) throw new RangeError('nothing to choose from');
  return last[0];
}
