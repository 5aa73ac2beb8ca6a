/**
 * How many draws a statistical test makes: all that its assertion needs, or a few in `npm run test:fast`, which says no more
 * than that it runs.
 */
export const draws = (full: number, least = 20): number => {
  const share = Number(import.meta.env.DRAWS_SHARE ?? 1);
  return Math.min(full, Math.max(least, Math.round(full * share)));
};

/** Half the width of the band about 95 % in which the coverage of so many simulated surveys must lie: 2 points for 2,000. */
export const coverageTolerance = (surveys: number): number => 0.02 * Math.sqrt(2_000 / surveys);
