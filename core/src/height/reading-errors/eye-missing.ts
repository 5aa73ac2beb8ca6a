import { isSight } from './sight-changes.ts';
import { movedBy } from './sight-changes.ts';
import { baseExpected } from './evidence.ts';
import { byEvidence, changed } from './reading-error-kind.ts';

/** The height of the eye was not added. */
export const EYE_MISSING = byEvidence(
  {
    code: 'height.eye-missing',
    name: 'The height of the eye was not added',
    effect: 'The part below the eye is missing: a base of 0 on level ground.',
    suggestedFix: 'Sight the base, or add the height of the eye.',
    evidence: 'A base of exactly 0, the height of the eye and the ground between.',
  },
  (found) => {
    const { evidence, distanceM } = found;
    const { base } = found.readings;
    if (!isSight(base) || base.value !== 0 || distanceM === null) return [];
    const expected = baseExpected(evidence, distanceM);
    if (expected === null || expected.value > -2 * expected.standardError) return [];
    return [changed(found, { base: movedBy(base, expected.value) }, { because: 'The base is exactly 0.' })];
  },
);
