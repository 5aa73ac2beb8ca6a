import { inUnitOf } from './tree-changes.ts';
import { cm } from './tree-changes.ts';
import { byEvidence, changed } from './reading-error-kind.ts';

/** The reach was another one. */
export const REACH_CHANGED = byEvidence(
  {
    code: 'height.reach-changed',
    name: 'The reach was another one',
    effect: 'The height is off by the ratio of the reaches.',
    suggestedFix: 'Give the reach as it was.',
    evidence: 'The reach measured once more.',
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
