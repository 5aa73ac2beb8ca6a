/** A Weibull distribution that begins at a location: F(x) = 1 − exp(−((x − location) ÷ scale)^shape). */
export interface Weibull {
  readonly location: number;
  readonly scale: number;
  readonly shape: number;
}

const SHAPES = { low: 0.05, high: 60 } as const;
const ROUNDS = 200;

/** Share of a Weibull distribution below a value. */
export const weibullShareBelow = ({ location, scale, shape }: Weibull, value: number): number =>
  value <= location ? 0 : 1 - Math.exp(-(((value - location) / scale) ** shape));

/**
 * The Weibull distribution of greatest likelihood through weighed values above a location.
 *
 * Source: Bailey & Dell 1973, Quantifying diameter distributions with the Weibull function, Forest Science 19:97.
 *
 * @returns null where fewer than three values lie above the location, or all are equal
 */
export function fitWeibull(
  values: readonly { readonly value: number; readonly weight: number }[],
  location: number,
): Weibull | null {
  const points = values.flatMap(({ value, weight }) =>
    value > location && weight > 0 ? [{ x: value - location, weight }] : [],
  );
  const largest = points.reduce((most, { x }) => Math.max(most, x), 0);
  if (points.length < 3 || points.every(({ x }) => x === points[0]?.x)) return null;
  const whole = points.reduce((sum, { weight }) => sum + weight, 0);
  // Relative to the largest, so that no power overflows.
  const logs = points.map(({ x, weight }) => ({ log: Math.log(x / largest), weight }));
  const meanLog = logs.reduce((sum, { log, weight }) => sum + weight * log, 0) / whole;
  const off = (shape: number): number => {
    let power = 0;
    let product = 0;
    for (const { log, weight } of logs) {
      const term = weight * Math.exp(shape * log);
      power += term;
      product += term * log;
    }
    return product / power - 1 / shape - meanLog;
  };
  let { low, high }: { low: number; high: number } = SHAPES;
  // It rises with the shape from below zero: halve what holds its root.
  for (let round = 0; round < ROUNDS && high - low > 1e-12 * high; round += 1) {
    const middle = (low + high) / 2;
    if (off(middle) < 0) low = middle;
    else high = middle;
  }
  const shape = (low + high) / 2;
  const power = logs.reduce((sum, { log, weight }) => sum + weight * Math.exp(shape * log), 0) / whole;
  return { location, shape, scale: largest * power ** (1 / shape) };
}
