/** A count that is older is made again. */
const FRESH_MS = 10_000;
/** Surveys that are remembered: those that crews write to now. */
const MOST_SURVEYS = 1_000;

/**
 * Numbers of trees by survey, each counted at most every few seconds: counting a hundred thousand trees for each one that is
 * written would cost more than the write.
 */
export function treeCounts(
  count: (surveyId: string) => Promise<number>,
  now: () => Date,
): (surveyId: string) => Promise<number> {
  const known = new Map<string, { readonly trees: number; readonly atMs: number }>();
  return async (surveyId) => {
    const atMs = now().getTime();
    const found = known.get(surveyId);
    if (found !== undefined && atMs - found.atMs < FRESH_MS) return found.trees;
    const trees = await count(surveyId);
    known.delete(surveyId);
    known.set(surveyId, { trees, atMs });
    const [oldest] = known.keys();
    if (known.size > MOST_SURVEYS && oldest !== undefined) known.delete(oldest);
    return trees;
  };
}
