import { distanceOf } from './distance-changes.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byEvidence } from './reading-error-kind.ts';
import { message } from '../../message/index.ts';

/** Feet were noted as metres. */
export const FEET_AS_METRES = byEvidence(
  {
    code: 'height.feet-as-metres',
    name: message('height.feet-as-metres.name', 'Feet recorded as metres'),
    effect: message('height.feet-as-metres.effect', 'The height is 3.3 times too large.'),
    suggestedFix: message('height.feet-as-metres.suggestedFix', 'Enter the distance in feet'),
    evidence: message('height.feet-as-metres.evidence', 'The distance measured another way, or another height.'),
    replaces: [HEIGHT_FINDINGS.slenderness, HEIGHT_FINDINGS.wrongScale, HEIGHT_FINDINGS.impossible],
  },
  (found) => distanceOf(found, (reading) => (reading.unit === 'm' ? { ...reading, unit: 'ft' } : null)),
);
