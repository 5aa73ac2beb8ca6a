import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byMethod } from './reading-error-kind.ts';

/** A height that this dbh does not have. */
export const UNLIKELY_SLENDERNESS = byMethod({
  code: HEIGHT_FINDINGS.slenderness,
  name: 'A height that this dbh does not have',
  effect: 'Something in the readings or the tape is wrong, or the tree is a rarity.',
  suggestedFix: 'Look at tip, distance and tape again.',
  evidence: 'The dbh.',
});
