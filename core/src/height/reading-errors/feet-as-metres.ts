import { distanceOf } from './distance-changes.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byEvidence } from './reading-error-kind.ts';

/** Feet were noted as metres. */
export const FEET_AS_METRES = byEvidence(
  {
    code: 'height.feet-as-metres',
    name: 'Feet were noted as metres',
    effect: 'The height comes out 3.3 times too large.',
    suggestedFix: 'Give the distance in feet.',
    evidence: 'The distance measured another way, or another figure for the height.',
    replaces: [HEIGHT_FINDINGS.slenderness, HEIGHT_FINDINGS.wrongScale, HEIGHT_FINDINGS.impossible],
  },
  (found) => distanceOf(found, (reading) => (reading.unit === 'm' ? { ...reading, unit: 'ft' } : null)),
);
