/**
 * How many draws a statistical test makes: all that its assertion needs, or a few in `npm run test:fast`, which says no more
 * than that it runs.
 */
export const draws = (full: number, least = 20): number => {
  const share = Number(import.meta.env.DRAWS_SHARE ?? 1);
  return Math.min(full, Math.max(least, Math.round(full * share)));
};
