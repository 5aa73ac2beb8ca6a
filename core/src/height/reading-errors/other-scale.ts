import { rescaled } from './sight-changes.ts';
import { METRE_SCALES } from './sight-changes.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byEvidence } from './reading-error-kind.ts';
import type { SlopeUnit } from '../../units/index.ts';
import { message } from '../../message/index.ts';

const isMetreScale = (unit: SlopeUnit): boolean => METRE_SCALES.some((each) => each === unit);

/** The other of two scales was read. */
export const OTHER_SCALE = byEvidence(
  {
    code: 'height.other-scale',
    name: message('height.other-scale.name', 'The other of two scales was read'),
    effect: message(
      'height.other-scale.effect',
      'The height is wrong by the ratio of the scales: 20 to 15 is one third.',
    ),
    suggestedFix: message('height.other-scale.suggestedFix', 'Read the same numbers on the other scale'),
    evidence: message('height.other-scale.evidence', 'Another height, and a correct distance.'),
    replaces: [HEIGHT_FINDINGS.wrongScale, HEIGHT_FINDINGS.slenderness],
  },
  (found) => [
    ...rescaled(found, isMetreScale, [...METRE_SCALES, 'pct', 'deg']),
    ...rescaled(found, (unit) => unit === 'pct' || unit === 'deg', METRE_SCALES),
    ...rescaled(found, (unit) => unit === 'pct', ['ft66']),
    ...rescaled(found, (unit) => unit === 'ft66', ['pct']),
  ],
);
