import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byMethod } from './reading-error-kind.ts';
import { message } from '../../message/index.ts';

/** Shorter than breast height. */
export const BELOW_BREAST_HEIGHT = byMethod({
  code: HEIGHT_FINDINGS.belowBreastHeight,
  name: message('height.below-breast-height.name', 'Shorter than breast height'),
  effect: message('height.below-breast-height.effect', 'A tree with a dbh is taller than breast height.'),
  suggestedFix: message('height.below-breast-height.suggestedFix', 'Check the signs and the units'),
  evidence: message('height.below-breast-height.evidence', 'A dbh, and a height below its measuring point.'),
});
