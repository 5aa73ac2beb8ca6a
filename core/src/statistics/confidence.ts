import type { Estimated } from './sample.ts';
import { studentTQuantile } from './student-t.ts';

/** Confidence levels that a report may ask for, percent. */
export const CONFIDENCES_PCT = [68, 80, 90, 95, 99] as const;
export type ConfidencePct = (typeof CONFIDENCES_PCT)[number];
/** The level of every interval unless somebody asks for another one. */
export const USUAL_CONFIDENCE_PCT: ConfidencePct = 95;

const isEstimated = (value: object): value is Estimated =>
  'mean' in value && 'standardError' in value && 'degreesOfFreedom' in value && 'halfWidth' in value;

/** Half the width of an interval at another confidence level. */
const halfWidthAt = ({ standardError, degreesOfFreedom, halfWidth }: Estimated, quantile: number): number | null =>
  standardError === null || halfWidth === null || halfWidth === 0
    ? halfWidth
    : studentTQuantile(quantile, degreesOfFreedom) * standardError;

/**
 * The same figures with their intervals at another confidence level, however deep they lie.
 *
 * @param value figures, or anything that holds them
 * @param confidencePct 68, 80, 90, 95 or 99
 * @returns the same shape; standard errors and means stay
 * @example atConfidence({ mean: 10, standardError: 1, degreesOfFreedom: 9, halfWidth: 2.262 }, 90).halfWidth // 1.833
 */
export function atConfidence<T>(value: T, confidencePct: ConfidencePct): T {
  if (confidencePct === USUAL_CONFIDENCE_PCT) return value;
  const quantile = (1 + confidencePct / 100) / 2;
  const turned = (part: unknown): unknown => {
    if (Array.isArray(part)) return part.map(turned);
    if (typeof part !== 'object' || part === null) return part;
    const own = Object.fromEntries(Object.entries(part).map(([key, each]) => [key, turned(each)]));
    return isEstimated(part) ? { ...own, halfWidth: halfWidthAt(part, quantile) } : own;
  };
  return turned(value) as T;
}
