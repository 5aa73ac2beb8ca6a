import { distanceOf } from './distance-changes.ts';
import { byEvidence, RARE_ODDS } from './reading-error-kind.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { message } from '../../message/index.ts';

/** Figures between which a tape is read backwards. */
const FIVE = 5;

/** The tape was read against its direction, back from a figure instead of on from it. */
export const TAPE_MIRRORED = byEvidence(
  {
    code: 'height.tape-mirrored',
    name: message('height.tape-mirrored.name', 'Tape read backwards'),
    effect: message('height.tape-mirrored.effect', 'The distance was counted back from a mark: 4.3 for 5.7.'),
    suggestedFix: message('height.tape-mirrored.suggestedFix', 'Count on from the mark'),
    evidence: message('height.tape-mirrored.evidence', 'Another height, the height curve, or the distance once more.'),
    replaces: [HEIGHT_FINDINGS.slenderness],
    odds: RARE_ODDS / 2,
  },
  (found) =>
    distanceOf(found, (reading) => {
      const mark = FIVE * Math.round(reading.value / FIVE);
      return mark === reading.value ? null : { ...reading, value: 2 * mark - reading.value };
    }),
);
