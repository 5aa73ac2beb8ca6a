import { rescaled } from './sight-changes.ts';
import { METRE_SCALES } from './sight-changes.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byEvidence } from './reading-error-kind.ts';

/** The other of two scales was read. */
export const OTHER_SCALE = byEvidence(
  {
    code: 'height.other-scale',
    name: 'The other of two scales was read',
    effect: 'The height is off by the ratio of the scales: 20 to 15 is a third.',
    suggestedFix: 'Read the same figures on the other scale.',
    evidence: 'Another figure for the height, and a distance that is right.',
    replaces: [HEIGHT_FINDINGS.wrongScale, HEIGHT_FINDINGS.slenderness],
  },
  (found) => [
    ...rescaled(found, (unit) => METRE_SCALES.some((each) => each === unit), METRE_SCALES),
    ...rescaled(found, (unit) => unit === 'pct', ['ft66']),
    ...rescaled(found, (unit) => unit === 'ft66', ['pct']),
  ],
);
