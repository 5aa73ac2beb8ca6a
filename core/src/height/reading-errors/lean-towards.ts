import { leaning } from './tree-changes.ts';
import { byEvidence } from './reading-error-kind.ts';

/** The tree leans towards you. */
export const LEAN_TOWARDS = byEvidence(
  {
    code: 'height.lean-towards',
    name: 'The tree leans towards you',
    effect: 'Its top is nearer than its foot: it looks too tall.',
    suggestedFix: 'Give the distance to the point below the top.',
    evidence: 'The lean, and another figure for the height.',
  },
  (found) => leaning(found, 1),
);
