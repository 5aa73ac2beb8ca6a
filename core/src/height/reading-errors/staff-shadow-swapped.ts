import { exchanged } from './sight-changes.ts';
import { byEvidence } from './reading-error-kind.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { message } from '../../message/index.ts';

/** Staff and its shadow changed places. */
export const STAFF_SHADOW_SWAPPED = byEvidence(
  {
    code: 'height.staff-shadow-swapped',
    name: message('height.staff-shadow-swapped.name', 'Staff and its shadow exchanged'),
    effect: message('height.staff-shadow-swapped.effect', 'The ratio of height to shadow is upside down.'),
    suggestedFix: message('height.staff-shadow-swapped.suggestedFix', 'Exchange the staff and its shadow'),
    evidence: message('height.staff-shadow-swapped.evidence', 'Another height, the height curve or the dbh.'),
    replaces: [HEIGHT_FINDINGS.slenderness],
  },
  (found) => exchanged(found, 'staff', 'staffShadow'),
);
