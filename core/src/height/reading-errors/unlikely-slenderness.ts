import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byMethod } from './reading-error-kind.ts';
import { message } from '../../message/index.ts';

/** A height that this dbh does not have. */
export const UNLIKELY_SLENDERNESS = byMethod({
  code: HEIGHT_FINDINGS.slenderness,
  name: message('height.unlikely-slenderness.name', 'Unusual height for this dbh'),
  effect: message(
    'height.unlikely-slenderness.effect',
    'A height reading or the dbh is wrong, or the tree is unusual.',
  ),
  suggestedFix: message('height.unlikely-slenderness.suggestedFix', 'Check tip, distance and tape again'),
  evidence: message('height.unlikely-slenderness.evidence', 'The dbh.'),
});
