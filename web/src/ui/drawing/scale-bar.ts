const STEPS = [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000, 10_000];

/** Length of a scale bar: the largest of 1, 2, 5, 10 … that is at most the limit, in the unit of the limit. */
export const scaleBarLength = (limit: number): number => STEPS.findLast((step) => step <= limit) ?? 1;
