import { leaning } from './tree-changes.ts';
import { byEvidence } from './reading-error-kind.ts';
import { message } from '../../message/index.ts';

/** The tree leans towards you. */
export const LEAN_TOWARDS = byEvidence(
  {
    code: 'height.lean-towards',
    name: message('height.lean-towards.name', 'The tree leans towards you'),
    effect: message('height.lean-towards.effect', 'The top is closer than the base: the tree looks too tall.'),
    suggestedFix: message('height.lean-towards.suggestedFix', 'Use the distance to the point below the top'),
    evidence: message('height.lean-towards.evidence', 'The lean, and another height.'),
  },
  (found) => leaning(found, 1),
);
