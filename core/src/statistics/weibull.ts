/** A Weibull distribution that begins at a location: F(x) = 1 − exp(−((x − location) ÷ scale)^shape). */
export interface Weibull {
  readonly location: number;
  readonly scale: number;
  readonly shape: number;
  /** Smallest value that was recorded: what lies below is left out of the distribution. The location where left out. */
  readonly from?: number;
}

const SHAPES = { low: 0.05, high: 60 } as const;
const ROUNDS = 200;

/** Share of a Weibull distribution below a value, of all that lies above its smallest recorded one. */
export function weibullShareBelow({ location, scale, shape, from = location }: Weibull, value: number): number {
  const power = (x: number): number => (Math.max(0, x - location) / scale) ** shape;
  return value <= from ? 0 : 1 - Math.exp(power(from) - power(value));
}

/**
 * The Weibull distribution of greatest likelihood through weighed values above a location. Where only values from a limit
 * on were recorded, the distribution is truncated there: without it the fit would take the missing ones for absent.
 *
 * Source: Bailey & Dell 1973, Quantifying diameter distributions with the Weibull function, Forest Science 19:97; Zutter,
 * Oderwald, Murphy & Farrar 1986, Characterizing diameter distributions with modified data types and forms of the Weibull
 * distribution, Forest Science 32:37, for the left-truncated likelihood.
 *
 * @param from smallest value that was recorded; the location where left out
 * @returns null where fewer than three values lie above the limit, all are equal, or no shape fits
 */
export function fitWeibull(
  values: readonly { readonly value: number; readonly weight: number }[],
  location: number,
  from: number = location,
): Weibull | null {
  const points = values.flatMap(({ value, weight }) =>
    value > location && value >= from && weight > 0 ? [{ x: value - location, weight }] : [],
  );
  const largest = points.reduce((most, { x }) => Math.max(most, x), 0);
  if (points.length < 3 || points.every(({ x }) => x === points[0]?.x)) return null;
  const whole = points.reduce((sum, { weight }) => sum + weight, 0);
  // Relative to the largest, so that no power overflows.
  const logs = points.map(({ x, weight }) => ({ log: Math.log(x / largest), weight }));
  const meanLog = logs.reduce((sum, { log, weight }) => sum + weight * log, 0) / whole;
  const limitLog = from > location ? Math.log((from - location) / largest) : -Infinity;
  /** Power of the limit, and its product with the logarithm: 0 where nothing is cut off. */
  const ofLimit = (shape: number): { readonly power: number; readonly product: number } => {
    const power = Math.exp(shape * limitLog);
    return power === 0 ? { power, product: 0 } : { power, product: power * limitLog };
  };
  const off = (shape: number): number => {
    const limit = ofLimit(shape);
    let power = -whole * limit.power;
    let product = -whole * limit.product;
    for (const { log, weight } of logs) {
      const term = weight * Math.exp(shape * log);
      power += term;
      product += term * log;
    }
    return product / power - 1 / shape - meanLog;
  };
  let { low, high }: { low: number; high: number } = SHAPES;
  if (off(low) >= 0 || off(high) <= 0) return null;
  // It rises with the shape from below zero: halve what holds its root.
  for (let round = 0; round < ROUNDS && high - low > 1e-12 * high; round += 1) {
    const middle = (low + high) / 2;
    if (off(middle) < 0) low = middle;
    else high = middle;
  }
  const shape = (low + high) / 2;
  const power = logs.reduce((sum, { log, weight }) => sum + weight * Math.exp(shape * log), 0) / whole;
  const scale = largest * (power - ofLimit(shape).power) ** (1 / shape);
  return { location, shape, scale, ...(from > location ? { from } : {}) };
}
