import { rescaled } from './sight-changes.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byEvidence } from './reading-error-kind.ts';
import { message } from '../../message/index.ts';

/** Degrees were noted as percent. */
export const DEGREES_AS_PERCENT = byEvidence(
  {
    code: 'height.degrees-as-percent',
    name: message('height.degrees-as-percent.name', 'Degrees recorded as percent'),
    effect: message('height.degrees-as-percent.effect', 'The height is about half: 45° is 100 %.'),
    suggestedFix: message('height.degrees-as-percent.suggestedFix', 'Read the same numbers as degrees'),
    evidence: message(
      'height.degrees-as-percent.evidence',
      'Another height; the base compared with eye height and slope.',
    ),
    replaces: [HEIGHT_FINDINGS.wrongScale, HEIGHT_FINDINGS.slenderness],
  },
  (found) => rescaled(found, (unit) => unit === 'pct' || unit === 'ft66', ['deg']),
);
