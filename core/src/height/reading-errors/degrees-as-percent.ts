import { rescaled } from './sight-changes.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byEvidence } from './reading-error-kind.ts';

/** Degrees were noted as percent. */
export const DEGREES_AS_PERCENT = byEvidence(
  {
    code: 'height.degrees-as-percent',
    name: 'Degrees were noted as percent',
    effect: 'The height comes out at about half: 45° are 100 %.',
    suggestedFix: 'Read the same figures in degrees.',
    evidence: 'Another figure for the height; the base against eye and ground.',
    replaces: [HEIGHT_FINDINGS.wrongScale, HEIGHT_FINDINGS.slenderness],
  },
  (found) => rescaled(found, (unit) => unit === 'pct' || unit === 'ft66', ['deg']),
);
