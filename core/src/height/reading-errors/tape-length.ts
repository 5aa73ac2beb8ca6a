import { distanceOf } from './distance-changes.ts';
import { byEvidence, RARE_ODDS } from './reading-error-kind.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { message } from '../../message/index.ts';

/** Lengths that are miscounted, by the unit of the distance: ten metres, one chain; a surveyor's tape of 100 ft has none. */
const STEPS: Readonly<Record<string, readonly number[]>> = { m: [10, 20.12], ft: [66, 10] };

/** A whole length of the tape was left out or counted twice. */
export const TAPE_LENGTH = byEvidence(
  {
    code: 'height.tape-length',
    name: message('height.tape-length.name', 'Distance wrong by 10 m or one chain'),
    effect: message('height.tape-length.effect', 'One length of the tape is missing or was counted twice.'),
    suggestedFix: message('height.tape-length.suggestedFix', 'Add or subtract one length'),
    evidence: message('height.tape-length.evidence', 'Another height, the height curve, or the distance once more.'),
    replaces: [HEIGHT_FINDINGS.slenderness, HEIGHT_FINDINGS.wrongScale, HEIGHT_FINDINGS.tooClose],
    odds: RARE_ODDS,
  },
  (found) =>
    ['m', 'ft'].flatMap((unit) =>
      (STEPS[unit] ?? []).flatMap((step) =>
        [step, -step].flatMap((by) =>
          distanceOf(found, (reading) => (reading.unit === unit ? { ...reading, value: reading.value + by } : null)),
        ),
      ),
    ),
);
