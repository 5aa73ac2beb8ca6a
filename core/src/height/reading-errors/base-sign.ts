import { baseKey } from './base-sight.ts';
import { turned } from './sight-changes.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byEvidence } from './reading-error-kind.ts';
import { message } from '../../message/index.ts';

/** The sign of the base was turned or dropped. */
export const BASE_SIGN = byEvidence(
  {
    code: 'height.base-sign',
    name: message('height.base-sign.name', 'Wrong sign of the base reading'),
    effect: message('height.base-sign.effect', 'Twice the part below the eye is missing or added.'),
    suggestedFix: message('height.base-sign.suggestedFix', 'Change the sign of the base'),
    evidence: message('height.base-sign.evidence', 'Eye height and ground slope, or another height.'),
    replaces: [
      HEIGHT_FINDINGS.baseAboveEye,
      HEIGHT_FINDINGS.topBelowBase,
      HEIGHT_FINDINGS.slenderness,
      HEIGHT_FINDINGS.wrongScale,
    ],
  },
  (found) => turned(found, baseKey(found.methodId, found.readings)),
);
