import { turned } from './sight-changes.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byEvidence } from './reading-error-kind.ts';

/** The sign of the top was turned or dropped. */
export const TOP_SIGN = byEvidence(
  {
    code: 'height.top-sign',
    name: 'The sign of the top was turned or dropped',
    effect: 'The part above the eye is taken away instead of added.',
    suggestedFix: 'Turn the sign of the top.',
    evidence: 'A top below its base, or another figure for the height.',
    replaces: [HEIGHT_FINDINGS.topBelowEye, HEIGHT_FINDINGS.topBelowBase, HEIGHT_FINDINGS.slenderness],
  },
  (found) => turned(found, 'top'),
);
