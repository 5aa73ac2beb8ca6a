import { movedByHalfTrunk } from './distance-changes.ts';
import { byEvidence } from './reading-error-kind.ts';
import { message } from '../../message/index.ts';

/** Half the trunk was added twice. */
export const HALF_TRUNK_TWICE = byEvidence(
  {
    code: 'height.half-trunk-twice',
    name: message('height.half-trunk-twice.name', 'Half the diameter added twice'),
    effect: message(
      'height.half-trunk-twice.effect',
      'The distance is half a diameter too long: important for thick trees.',
    ),
    suggestedFix: message('height.half-trunk-twice.suggestedFix', 'Subtract half the diameter from the distance'),
    evidence: message(
      'height.half-trunk-twice.evidence',
      'The dbh, and the distance to the axis measured another way.',
    ),
  },
  (found) => movedByHalfTrunk(found, -1),
);
