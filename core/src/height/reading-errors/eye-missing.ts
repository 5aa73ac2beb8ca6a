import { isSight } from './sight-changes.ts';
import { movedBy } from './sight-changes.ts';
import { baseExpected } from './evidence.ts';
import { sightOfBase } from './base-sight.ts';
import { byEvidence, changed } from './reading-error-kind.ts';
import { message } from '../../message/index.ts';

/** Ground known within this share of the distance says what the base should have been. */
const KNOWN_WITHIN = 0.06;

/** The height of the eye was not added. */
export const EYE_MISSING = byEvidence(
  {
    code: 'height.eye-missing',
    name: message('height.eye-missing.name', 'Eye height not added'),
    effect: message('height.eye-missing.effect', 'The part below the eye is missing: a base of 0 on level ground.'),
    suggestedFix: message('height.eye-missing.suggestedFix', 'Sight the base, or add the eye height'),
    evidence: message('height.eye-missing.evidence', 'A base of exactly 0, eye height and ground slope.'),
    // Few base readings are exactly 0, and most of those were never taken.
    odds: 0.2,
  },
  (found) => {
    const { evidence, distanceM, readings, methodId } = found;
    const sight = sightOfBase(methodId, readings);
    const base = sight === null ? undefined : readings[sight.key];
    if (sight === null || !isSight(base) || base.value !== 0 || distanceM === null) return [];
    const expected = baseExpected(evidence, distanceM, sight.markM);
    if (expected === null) return [];
    // The ground is not known well enough to say what the base would have been: it is sighted again.
    const isKnown = expected.standardError < KNOWN_WITHIN;
    const sighted = changed(
      found,
      { [sight.key]: movedBy(base, expected.value) },
      { because: message('height.the-base-is-exactly-0', 'The base is exactly 0.') },
    );
    return [
      isKnown ? sighted : { ...sighted, changes: {}, clears: [sight.key], spreadM: expected.standardError * distanceM },
    ];
  },
);
