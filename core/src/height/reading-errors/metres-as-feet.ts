import { distanceOf } from './distance-changes.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byEvidence } from './reading-error-kind.ts';

/** Metres were noted as feet. */
export const METRES_AS_FEET = byEvidence(
  {
    code: 'height.metres-as-feet',
    name: 'Metres were noted as feet',
    effect: 'The height comes out at less than a third.',
    suggestedFix: 'Give the distance in metres.',
    evidence: 'The distance measured another way, or another figure for the height.',
    replaces: [HEIGHT_FINDINGS.slenderness, HEIGHT_FINDINGS.wrongScale, HEIGHT_FINDINGS.tooClose],
  },
  (found) => distanceOf(found, (reading) => (reading.unit === 'ft' ? { ...reading, unit: 'm' } : null)),
);
