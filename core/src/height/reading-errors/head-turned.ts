import { cm } from './tree-changes.ts';
import { byEvidence, changed } from './reading-error-kind.ts';
import { message } from '../../message/index.ts';

/** The head was turned while the stick was read. */
export const HEAD_TURNED = byEvidence(
  {
    hasOwnEvidence: true,
    code: 'height.head-turned',
    name: message('height.head-turned.name', 'The head was turned during the stick reading'),
    effect: message('height.head-turned.effect', 'The eye moves between base and tip, so the length covered is wrong.'),
    suggestedFix: message('height.head-turned.suggestedFix', 'Read again with the head still'),
    evidence: message('height.head-turned.evidence', 'A second reading with the head still.'),
  },
  (found) => {
    const { covered } = found.readings;
    const still = found.evidence.again?.covered;
    if (covered === undefined || still === undefined) return [];
    return [
      changed(
        found,
        { covered: still },
        { own: { asRead: (cm(covered) - cm(still)) / (0.2 * Math.SQRT2), corrected: 0 } },
      ),
    ];
  },
);
