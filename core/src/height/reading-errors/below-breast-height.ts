import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byMethod } from './reading-error-kind.ts';

/** Shorter than breast height. */
export const BELOW_BREAST_HEIGHT = byMethod({
  code: HEIGHT_FINDINGS.belowBreastHeight,
  name: 'Shorter than breast height',
  effect: 'A tree with a dbh is taller than breast height.',
  suggestedFix: 'Look at the signs and the units.',
  evidence: 'A dbh, and a height below where it was taped.',
});
