import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byEvidence, changed } from './reading-error-kind.ts';
import { message } from '../../message/index.ts';

/** The staff stood upright, and the cosine was taken once. */
export const COSINE_ONCE = byEvidence(
  {
    code: 'height.cosine-once',
    name: message('height.cosine-once.name', 'Vertical staff, cosine applied once'),
    effect: message('height.cosine-once.effect', 'The height is too large by 1 ÷ cosine of the sight.'),
    suggestedFix: message('height.cosine-once.suggestedFix', 'Use the method for a vertical staff: cos²'),
    evidence: message('height.cosine-once.evidence', 'A distance or height measured another way.'),
    replaces: [HEIGHT_FINDINGS.otherStaff],
  },
  (found) =>
    found.methodId === 'height.base-staff-horizontal'
      ? [changed(found, {}, { methodId: 'height.base-staff-vertical' })]
      : [],
);
