import { behindTheEdge } from './tree-changes.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byEvidence } from './reading-error-kind.ts';

/** The near edge of a broad crown was sighted. */
export const CROWN_EDGE = byEvidence(
  {
    code: 'height.crown-edge',
    name: 'The near edge of a broad crown was sighted',
    effect: 'The edge looks higher than the tip: a tenth and more from close by.',
    suggestedFix: 'Go back until the tip itself is seen, or shoot it with a laser.',
    evidence: 'The width of the crown, and another figure for the height.',
    replaces: [HEIGHT_FINDINGS.slenderness],
  },
  behindTheEdge,
);
