import { cm } from './tree-changes.ts';
import { byEvidence, changed } from './reading-error-kind.ts';

/** The head was turned while the stick was read. */
export const HEAD_TURNED = byEvidence(
  {
    code: 'height.head-turned',
    name: 'The head was turned while the stick was read',
    effect: 'The eye moves between foot and tip: what is covered is wrong.',
    suggestedFix: 'Read it once more with the head still.',
    evidence: 'A second reading with the head still.',
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
