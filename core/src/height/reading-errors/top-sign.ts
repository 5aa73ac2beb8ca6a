import { topKey } from './base-sight.ts';
import { turned } from './sight-changes.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byEvidence } from './reading-error-kind.ts';
import { message } from '../../message/index.ts';

/** The sign of the top was turned or dropped. */
export const TOP_SIGN = byEvidence(
  {
    code: 'height.top-sign',
    name: message('height.top-sign.name', 'Wrong sign of the top reading'),
    effect: message('height.top-sign.effect', 'The part above the eye is subtracted instead of added.'),
    suggestedFix: message('height.top-sign.suggestedFix', 'Change the sign of the top'),
    evidence: message('height.top-sign.evidence', 'A top below the base, or another height.'),
    replaces: [HEIGHT_FINDINGS.topBelowEye, HEIGHT_FINDINGS.topBelowBase, HEIGHT_FINDINGS.slenderness],
  },
  (found) => turned(found, topKey(found.readings)),
);
