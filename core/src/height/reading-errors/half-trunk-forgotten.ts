import { movedByHalfTrunk } from './distance-changes.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byEvidence } from './reading-error-kind.ts';

/** The distance ends at the bark. */
export const HALF_TRUNK_FORGOTTEN = byEvidence(
  {
    code: 'height.half-trunk-forgotten',
    name: 'The distance ends at the bark',
    effect: 'Half the trunk is missing from the distance: much on thick trees.',
    suggestedFix: 'Add half the diameter.',
    evidence: 'The dbh, and the distance to the axis measured another way.',
    replaces: [HEIGHT_FINDINGS.noHalfTrunk],
  },
  (found) => movedByHalfTrunk(found, 1),
);
