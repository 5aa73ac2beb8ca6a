import { scaledBy } from './distance-changes.ts';
import { lengthWords } from '../../units/index.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byEvidence } from './reading-error-kind.ts';

/** The distance belongs to the tree beside it. */
export const WRONG_TREE = byEvidence(
  {
    code: 'height.wrong-tree',
    name: 'The distance belongs to the tree beside it',
    effect: 'The height is off by the ratio of the distances.',
    suggestedFix: 'Give the distance to this tree.',
    evidence: 'The distances to the trees beside, and one to this tree measured another way.',
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
          `A tree beside this one stands ${lengthWords(nearest, found.context.unitSystem, 1)} away.`,
        );
  },
);
