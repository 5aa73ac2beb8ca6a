import { inUnitOf } from './tree-changes.ts';
import { cm } from './tree-changes.ts';
import { byEvidence, changed } from './reading-error-kind.ts';
import { message } from '../../message/index.ts';

/** The reach was another one. */
export const REACH_CHANGED = byEvidence(
  {
    hasOwnEvidence: true,
    code: 'height.reach-changed',
    name: message('height.reach-changed.name', 'The reach was different'),
    effect: message('height.reach-changed.effect', 'The height is wrong by the ratio of the reaches.'),
    suggestedFix: message('height.reach-changed.suggestedFix', 'Enter the actual reach'),
    evidence: message('height.reach-changed.evidence', 'The reach measured again.'),
  },
  (found) => {
    const { reach } = found.readings;
    const { reachCm } = found.evidence;
    if (reach === undefined || reachCm === undefined) return [];
    const error = Math.hypot(reachCm.standardError, 1);
    return [
      changed(
        found,
        { reach: inUnitOf(reach, reachCm.value) },
        { own: { asRead: (cm(reach) - reachCm.value) / error, corrected: 0 } },
      ),
    ];
  },
);
