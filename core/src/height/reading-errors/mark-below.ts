import { isSight } from './sight-changes.ts';
import { unitOf } from '../../units/index.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byEvidence, changed } from './reading-error-kind.ts';

/** The mark lies below the level line. */
export const MARK_BELOW = byEvidence(
  {
    code: 'height.mark-below',
    name: 'The mark lies below the level line',
    effect: 'The mark seems too far above the base, the tree too near and too short.',
    suggestedFix: 'Turn the sign of the mark.',
    evidence: 'Another figure for the height, or the level distance.',
    replaces: [HEIGHT_FINDINGS.topBelowBase, HEIGHT_FINDINGS.slenderness, HEIGHT_FINDINGS.lowMark],
  },
  (found) => {
    const { mark } = found.readings;
    if (!isSight(mark) || !(mark.value > 0)) return [];
    return [
      changed(
        found,
        { mark: { ...mark, value: -mark.value } },
        { because: `The mark is read at +${String(mark.value)} ${unitOf(mark.unit).symbol}, above your eye.` },
      ),
    ];
  },
);
