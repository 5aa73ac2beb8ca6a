import { leaning } from './tree-changes.ts';
import { byEvidence } from './reading-error-kind.ts';
import { message } from '../../message/index.ts';

/** The tree leans away from you. */
export const LEAN_AWAY = byEvidence(
  {
    code: 'height.lean-away',
    name: message('height.lean-away.name', 'The tree leans away from you'),
    effect: message('height.lean-away.effect', 'The top is farther away than the base: the tree looks too short.'),
    suggestedFix: message('height.lean-away.suggestedFix', 'Use the distance to the point below the top'),
    evidence: message('height.lean-away.evidence', 'The lean, and another height.'),
  },
  (found) => leaning(found, -1),
);
