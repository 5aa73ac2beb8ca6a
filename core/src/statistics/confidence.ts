import type { Resampled } from './bootstrap.ts';
import { type ConfidencePct, USUAL_CONFIDENCE_PCT } from './confidence-levels.ts';
import type { Estimated } from './sample.ts';
import { studentTQuantile } from './student-t.ts';

const isEstimated = (value: object): value is Estimated =>
  'mean' in value && 'standardError' in value && 'degreesOfFreedom' in value && 'halfWidth' in value;

const isResampled = (value: object): value is Resampled => 'rounds' in value && 'levels' in value;

/** Half the width of an interval at another confidence level. */
const halfWidthAt = ({ standardError, degreesOfFreedom, halfWidth }: Estimated, quantile: number): number | null =>
  standardError === null || halfWidth === null || halfWidth === 0
    ? halfWidth
    : studentTQuantile(quantile, degreesOfFreedom) * standardError;

/**
 * The same figures with their intervals at another confidence level, by Student's t or by resampling, however deep they lie.
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
    if (isResampled(part)) {
      const [low, high] = part.levels[confidencePct];
      return { ...part, low, high };
    }
    const own = Object.fromEntries(Object.entries(part).map(([key, each]) => [key, turned(each)]));
    return isEstimated(part) ? { ...own, halfWidth: halfWidthAt(part, quantile) } : own;
  };
  return turned(value) as T;
}
