import { scaledBy } from './distance-changes.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byEvidence } from './reading-error-kind.ts';

/** Single steps were counted as paces. */
export const STEPS_AS_PACES = byEvidence(
  {
    code: 'height.steps-as-paces',
    name: 'Single steps were counted as paces',
    effect: 'The distance and with it the height come out at twice.',
    suggestedFix: 'Take half the distance.',
    evidence: 'The distance measured another way, or another figure for the height.',
    replaces: [HEIGHT_FINDINGS.slenderness],
  },
  (found) => scaledBy(found, 0.5),
);
