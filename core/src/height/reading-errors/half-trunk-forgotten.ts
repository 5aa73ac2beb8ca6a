import { movedByHalfTrunk } from './distance-changes.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byEvidence } from './reading-error-kind.ts';
import { message } from '../../message/index.ts';

/** The distance ends at the bark. */
export const HALF_TRUNK_FORGOTTEN = byEvidence(
  {
    code: 'height.half-trunk-forgotten',
    name: message('height.half-trunk-forgotten.name', 'The distance ends at the bark'),
    effect: message(
      'height.half-trunk-forgotten.effect',
      'Half the diameter is missing from the distance: important for thick trees.',
    ),
    suggestedFix: message('height.half-trunk-forgotten.suggestedFix', 'Add half the diameter'),
    evidence: message(
      'height.half-trunk-forgotten.evidence',
      'The dbh, and the distance to the axis measured another way.',
    ),
    replaces: [HEIGHT_FINDINGS.noHalfTrunk],
  },
  (found) => movedByHalfTrunk(found, 1),
);
