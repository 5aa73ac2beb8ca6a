import { distanceOf } from './distance-changes.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byEvidence } from './reading-error-kind.ts';
import { message } from '../../message/index.ts';

/** Metres were noted as feet. */
export const METRES_AS_FEET = byEvidence(
  {
    code: 'height.metres-as-feet',
    name: message('height.metres-as-feet.name', 'Metres recorded as feet'),
    effect: message('height.metres-as-feet.effect', 'The height is less than a third.'),
    suggestedFix: message('height.metres-as-feet.suggestedFix', 'Enter the distance in metres'),
    evidence: message('height.metres-as-feet.evidence', 'The distance measured another way, or another height.'),
    replaces: [HEIGHT_FINDINGS.slenderness, HEIGHT_FINDINGS.wrongScale, HEIGHT_FINDINGS.tooClose],
  },
  (found) => distanceOf(found, (reading) => (reading.unit === 'ft' ? { ...reading, unit: 'm' } : null)),
);
