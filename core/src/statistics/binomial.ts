/** Chance of so many successes or more out of n, each with a chance of p (exact, by the terms of the binomial). */
export function binomialTail(successes: number, n: number, p: number): number {
  let logTerm = n * Math.log(1 - p);
  let tail = successes <= 0 ? Math.exp(logTerm) : 0;
  for (let k = 1; k <= n; k += 1) {
    logTerm += Math.log((n - k + 1) / k) + Math.log(p / (1 - p));
    if (k >= successes) tail += Math.exp(logTerm);
  }
  return Math.min(1, tail);
}
