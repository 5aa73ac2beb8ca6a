import { turned } from './sight-changes.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byEvidence } from './reading-error-kind.ts';

/** The sign of the base was turned or dropped. */
export const BASE_SIGN = byEvidence(
  {
    code: 'height.base-sign',
    name: 'The sign of the base was turned or dropped',
    effect: 'Twice the part below the eye is missing, or added.',
    suggestedFix: 'Turn the sign of the base.',
    evidence: 'The height of the eye and the ground between, or another figure for the height.',
    replaces: [HEIGHT_FINDINGS.baseAboveEye, HEIGHT_FINDINGS.slenderness, HEIGHT_FINDINGS.wrongScale],
  },
  (found) => turned(found, 'base'),
);
