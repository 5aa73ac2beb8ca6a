import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byEvidence, changed } from './reading-error-kind.ts';

/** The staff lay level, and the cosine was taken twice. */
export const COSINE_TWICE = byEvidence(
  {
    code: 'height.cosine-twice',
    name: 'The staff lay level, and the cosine was taken twice',
    effect: 'The height comes out too small, by the cosine of the sight.',
    suggestedFix: 'Take the method for a level staff: cos.',
    evidence: 'The distance or the height from elsewhere.',
    replaces: [HEIGHT_FINDINGS.otherStaff],
  },
  (found) =>
    found.methodId === 'height.base-staff-vertical'
      ? [changed(found, {}, { methodId: 'height.base-staff-horizontal' })]
      : [],
);
