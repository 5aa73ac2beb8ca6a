import { rescaled } from './sight-changes.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byEvidence } from './reading-error-kind.ts';

/** Percent were noted as degrees. */
export const PERCENT_AS_DEGREES = byEvidence(
  {
    code: 'height.percent-as-degrees',
    name: 'Percent were noted as degrees',
    effect: 'The height comes out at twice and more.',
    suggestedFix: 'Read the same figures in percent.',
    evidence: 'Another figure for the height; the base against eye and ground.',
    replaces: [HEIGHT_FINDINGS.wrongScale, HEIGHT_FINDINGS.slenderness, HEIGHT_FINDINGS.tooClose],
  },
  (found) => rescaled(found, (unit) => unit === 'deg' || unit === 'gon', ['pct']),
);
