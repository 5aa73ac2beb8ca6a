import { leaning } from './tree-changes.ts';
import { byEvidence } from './reading-error-kind.ts';

/** The tree leans away from you. */
export const LEAN_AWAY = byEvidence(
  {
    code: 'height.lean-away',
    name: 'The tree leans away from you',
    effect: 'Its top is farther than its foot: it looks too short.',
    suggestedFix: 'Give the distance to the point below the top.',
    evidence: 'The lean, and another figure for the height.',
  },
  (found) => leaning(found, -1),
);
