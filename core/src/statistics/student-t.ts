/** Logarithm of the gamma function, good to 1e-13. Source: Lanczos 1964, with g = 7 and nine terms. */
function logGamma(x: number): number {
  const terms = [
    676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059, 12.507343278686905,
    -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7,
  ];
  const shifted = x - 1;
  const series = terms.reduce((sum, term, i) => sum + term / (shifted + i + 1), 0.99999999999980993);
  const t = shifted + terms.length - 0.5;
  return 0.5 * Math.log(2 * Math.PI) + (shifted + 0.5) * Math.log(t) - t + Math.log(series);
}

const ROUNDS = 300;
const MOST_STEPS = 100;
const TINY = 1e-300;

/** Regularised incomplete beta function by its continued fraction. Source: Lentz 1976; NIST DLMF 8.17.22. */
function incompleteBeta(x: number, a: number, b: number): number {
  if (x <= 0) return 0;
  if (x >= 1) return 1;
  if (x > (a + 1) / (a + b + 2)) return 1 - incompleteBeta(1 - x, b, a);
  const front = Math.exp(
    logGamma(a + b) - logGamma(a) - logGamma(b) + a * Math.log(x) + b * Math.log(1 - x) - Math.log(a),
  );
  let c = 1;
  let d = 1 / Math.max(TINY, 1 - ((a + b) * x) / (a + 1));
  let fraction = d;
  for (let m = 1; m < ROUNDS; m += 1) {
    for (const term of [
      (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m)),
      (-(a + m) * (a + b + m) * x) / ((a + 2 * m) * (a + 2 * m + 1)),
    ]) {
      d = 1 + term * d;
      d = 1 / (Math.abs(d) < TINY ? TINY : d);
      c = 1 + term / c;
      c = Math.abs(c) < TINY ? TINY : c;
      fraction *= c * d;
    }
    if (Math.abs(c * d - 1) < 1e-15) break;
  }
  return front * fraction;
}

/** Probability that Student's t is at most so much. @param df degrees of freedom, above 0 */
export function studentT(t: number, df: number): number {
  const tail = 0.5 * incompleteBeta(df / (df + t * t), df / 2, 0.5);
  return t >= 0 ? 1 - tail : tail;
}

/**
 * Quantile of Student's t.
 *
 * @param probability between 0 and 1, neither included
 * @param df degrees of freedom, above 0; fractions as Satterthwaite gives them are allowed
 * @throws RangeError for others
 */
export function studentTQuantile(probability: number, df: number): number {
  if (!(probability > 0 && probability < 1 && df > 0))
    throw new RangeError('probability must lie between 0 and 1, and df above 0');
  if (probability < 0.5) return -studentTQuantile(1 - probability, df);
  return upperQuantile(probability, df);
}

function upperQuantile(probability: number, df: number): number {
  let low = 0;
  let high = 2;
  while (studentT(high, df) < probability) {
    low = high;
    high *= 2;
  }
  // By tangents, and by halves wherever a tangent leaves what is known to hold it.
  const scale = Math.exp(logGamma((df + 1) / 2) - logGamma(df / 2)) / Math.sqrt(df * Math.PI);
  let t = (low + high) / 2;
  for (let round = 0; round < MOST_STEPS; round += 1) {
    const off = studentT(t, df) - probability;
    if (off < 0) low = t;
    else high = t;
    const tangent = t - off / (scale * (1 + (t * t) / df) ** (-(df + 1) / 2));
    const next = tangent > low && tangent < high ? tangent : (low + high) / 2;
    if (Math.abs(next - t) <= 1e-15 * Math.abs(next)) return next;
    t = next;
  }
  return t;
}
