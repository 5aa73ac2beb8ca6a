import { scaledBy } from './distance-changes.ts';
import { lengthWords } from '../../units/index.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byEvidence } from './reading-error-kind.ts';
import { message } from '../../message/index.ts';

/** The distance belongs to the tree beside it. */
export const WRONG_TREE = byEvidence(
  {
    code: 'height.wrong-tree',
    name: message('height.wrong-tree.name', 'The distance is to a neighbouring tree'),
    effect: message('height.wrong-tree.effect', 'The height is wrong by the ratio of the distances.'),
    suggestedFix: message('height.wrong-tree.suggestedFix', 'Enter the distance to this tree'),
    evidence: message(
      'height.wrong-tree.evidence',
      'The distances to the neighbouring trees, and to this tree measured another way.',
    ),
    replaces: [HEIGHT_FINDINGS.slenderness],
  },
  (found) => {
    const { neighboursM, distance } = found.evidence;
    const { distanceM } = found;
    if (neighboursM === undefined || distance === undefined || distanceM === null) return [];
    const nearest = neighboursM.find((each) => Math.abs(each - distanceM) <= 0.02 * each);
    const isOwn = Math.abs(distance.value - distanceM) <= 3 * distance.standardError;
    return nearest === undefined || isOwn
      ? []
      : scaledBy(
          found,
          distance.value / distanceM,
          message('height.the-nearest-tree-is-away', 'The nearest tree is {nearest} away.', {
            nearest: lengthWords(nearest, found.context.unitSystem, 1),
          }),
        );
  },
);
