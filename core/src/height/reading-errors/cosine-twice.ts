import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byEvidence, changed } from './reading-error-kind.ts';
import { message } from '../../message/index.ts';

/** The staff lay level, and the cosine was taken twice. */
export const COSINE_TWICE = byEvidence(
  {
    code: 'height.cosine-twice',
    name: message('height.cosine-twice.name', 'Horizontal staff, cosine applied twice'),
    effect: message('height.cosine-twice.effect', 'The height is too small by the cosine of the sight.'),
    suggestedFix: message('height.cosine-twice.suggestedFix', 'Use the method for a horizontal staff: cos'),
    evidence: message('height.cosine-twice.evidence', 'A distance or height measured another way.'),
    replaces: [HEIGHT_FINDINGS.otherStaff],
  },
  (found) =>
    found.methodId === 'height.base-staff-vertical'
      ? [changed(found, {}, { methodId: 'height.base-staff-horizontal' })]
      : [],
);
