import { isSight } from './sight-changes.ts';
import { unitOf } from '../../units/index.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byEvidence, changed } from './reading-error-kind.ts';
import { message } from '../../message/index.ts';

/** Standard error of a height by a mark, beyond that of its readings, as a share. */
const SPREAD = 0.08;

/** The mark lies below the level line. */
export const MARK_BELOW = byEvidence(
  {
    code: 'height.mark-below',
    name: message('height.mark-below.name', 'The mark is below the horizontal line'),
    effect: message(
      'height.mark-below.effect',
      'The mark seems too far above the base, so the tree seems too close and too short.',
    ),
    suggestedFix: message('height.mark-below.suggestedFix', 'Change the sign of the mark'),
    evidence: message('height.mark-below.evidence', 'Another height, or the horizontal distance.'),
    replaces: [HEIGHT_FINDINGS.topBelowBase, HEIGHT_FINDINGS.slenderness, HEIGHT_FINDINGS.lowMark],
  },
  (found) => {
    const { mark } = found.readings;
    if (!isSight(mark) || !(mark.value > 0)) return [];
    const below = { mark: { ...mark, value: -mark.value } };
    return [
      changed(found, below, {
        // A low mark carries its own error to the tip several times.
        spreadM: SPREAD * found.recompute(below),
        because: message('height.the-mark-reads-above-your', 'The mark reads +{value} {symbol}, above your eye.', {
          value: String(mark.value),
          symbol: unitOf(mark.unit).symbol,
        }),
      }),
    ];
  },
);
