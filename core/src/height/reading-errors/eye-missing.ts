import { isSight } from './sight-changes.ts';
import { movedBy } from './sight-changes.ts';
import { baseExpected } from './evidence.ts';
import { byEvidence, changed } from './reading-error-kind.ts';
import { message } from '../../message/index.ts';

/** The height of the eye was not added. */
export const EYE_MISSING = byEvidence(
  {
    code: 'height.eye-missing',
    name: message('height.eye-missing.name', 'Eye height not added'),
    effect: message('height.eye-missing.effect', 'The part below the eye is missing: a base of 0 on level ground.'),
    suggestedFix: message('height.eye-missing.suggestedFix', 'Sight the base, or add the eye height'),
    evidence: message('height.eye-missing.evidence', 'A base of exactly 0, eye height and ground slope.'),
  },
  (found) => {
    const { evidence, distanceM } = found;
    const { base } = found.readings;
    if (!isSight(base) || base.value !== 0 || distanceM === null) return [];
    const expected = baseExpected(evidence, distanceM);
    if (expected === null || expected.value > -2 * expected.standardError) return [];
    return [
      changed(
        found,
        { base: movedBy(base, expected.value) },
        { because: message('height.the-base-is-exactly-0', 'The base is exactly 0.') },
      ),
    ];
  },
);
