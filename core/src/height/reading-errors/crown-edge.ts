import { behindTheEdge } from './tree-changes.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byEvidence } from './reading-error-kind.ts';
import { message } from '../../message/index.ts';

/** The near edge of a broad crown was sighted. */
export const CROWN_EDGE = byEvidence(
  {
    code: 'height.crown-edge',
    name: message('height.crown-edge.name', 'The near edge of a broad crown was sighted'),
    effect: message('height.crown-edge.effect', 'The edge looks higher than the tip: 10 % and more from close by.'),
    suggestedFix: message('height.crown-edge.suggestedFix', 'Go back until you see the tip, or aim a laser at it'),
    evidence: message('height.crown-edge.evidence', 'Crown width, and another height.'),
    replaces: [HEIGHT_FINDINGS.slenderness],
  },
  behindTheEdge,
);
