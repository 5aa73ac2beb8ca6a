import { rescaled } from './sight-changes.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byEvidence } from './reading-error-kind.ts';
import { message } from '../../message/index.ts';

/** Percent were noted as degrees. */
export const PERCENT_AS_DEGREES = byEvidence(
  {
    code: 'height.percent-as-degrees',
    name: message('height.percent-as-degrees.name', 'Percent recorded as degrees'),
    effect: message('height.percent-as-degrees.effect', 'The height is at least twice too large.'),
    suggestedFix: message('height.percent-as-degrees.suggestedFix', 'Read the same numbers as percent'),
    evidence: message(
      'height.percent-as-degrees.evidence',
      'Another height; the base compared with eye height and slope.',
    ),
    replaces: [HEIGHT_FINDINGS.wrongScale, HEIGHT_FINDINGS.slenderness, HEIGHT_FINDINGS.tooClose],
  },
  (found) => rescaled(found, (unit) => unit === 'deg' || unit === 'gon', ['pct']),
);
