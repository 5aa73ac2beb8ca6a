import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byEvidence, changed } from './reading-error-kind.ts';

/** The staff stood upright, and the cosine was taken once. */
export const COSINE_ONCE = byEvidence(
  {
    code: 'height.cosine-once',
    name: 'The staff stood upright, and the cosine was taken once',
    effect: 'The height comes out too large, by one over the cosine of the sight.',
    suggestedFix: 'Take the method for an upright staff: cos².',
    evidence: 'The distance or the height from elsewhere.',
    replaces: [HEIGHT_FINDINGS.otherStaff],
  },
  (found) =>
    found.methodId === 'height.base-staff-horizontal'
      ? [changed(found, {}, { methodId: 'height.base-staff-vertical' })]
      : [],
);
