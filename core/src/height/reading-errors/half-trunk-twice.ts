import { movedByHalfTrunk } from './distance-changes.ts';
import { byEvidence } from './reading-error-kind.ts';

/** Half the trunk was added twice. */
export const HALF_TRUNK_TWICE = byEvidence(
  {
    code: 'height.half-trunk-twice',
    name: 'Half the trunk was added twice',
    effect: 'The distance is half a trunk too long: much on thick trees.',
    suggestedFix: 'Take half the diameter off the distance.',
    evidence: 'The dbh, and the distance to the axis measured another way.',
  },
  (found) => movedByHalfTrunk(found, -1),
);
