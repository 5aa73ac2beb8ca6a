import { scaledBy } from './distance-changes.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byEvidence } from './reading-error-kind.ts';
import { message } from '../../message/index.ts';

/** Single steps were counted as paces. */
export const STEPS_AS_PACES = byEvidence(
  {
    code: 'height.steps-as-paces',
    name: message('height.steps-as-paces.name', 'Single steps counted as double paces'),
    effect: message('height.steps-as-paces.effect', 'The distance, and so the height, is twice too large.'),
    suggestedFix: message('height.steps-as-paces.suggestedFix', 'Use half the distance'),
    evidence: message('height.steps-as-paces.evidence', 'The distance measured another way, or another height.'),
    replaces: [HEIGHT_FINDINGS.slenderness],
  },
  (found) => scaledBy(found, 0.5),
);
