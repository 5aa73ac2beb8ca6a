import { exchanged } from './sight-changes.ts';
import { byEvidence } from './reading-error-kind.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { message } from '../../message/index.ts';

/** What is covered of the stick and the reach changed places. */
export const REACH_SWAPPED = byEvidence(
  {
    code: 'height.reach-swapped',
    name: message('height.reach-swapped.name', 'Reach and covered length exchanged'),
    effect: message('height.reach-swapped.effect', 'The ratio of height to distance is upside down.'),
    suggestedFix: message('height.reach-swapped.suggestedFix', 'Exchange reach and covered length'),
    evidence: message('height.reach-swapped.evidence', 'Another height, the height curve or the dbh.'),
    replaces: [HEIGHT_FINDINGS.slenderness],
  },
  (found) => [...exchanged(found, 'covered', 'reach'), ...exchanged(found, 'poleSeen', 'treeSeen')],
);
