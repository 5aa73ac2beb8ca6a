import { groundReading } from './distance-changes.ts';
import { scaledBy } from './distance-changes.ts';
import { convert, lengthWords } from '../../units/index.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byEvidence } from './reading-error-kind.ts';
import { message } from '../../message/index.ts';

/** Paces were noted as metres. */
export const PACES_AS_METRES = byEvidence(
  {
    code: 'height.paces-as-metres',
    name: message('height.paces-as-metres.name', 'Paces recorded as metres'),
    effect: message('height.paces-as-metres.effect', 'The height is wrong by the pace length.'),
    suggestedFix: message('height.paces-as-metres.suggestedFix', 'Multiply the paces by your pace length'),
    evidence: message(
      'height.paces-as-metres.evidence',
      'Your pace length, a whole number of paces, and a distance or height measured another way.',
    ),
    replaces: [HEIGHT_FINDINGS.slenderness],
  },
  (found) => {
    const { paceM } = found.evidence;
    const ground = groundReading(found);
    if (paceM === undefined || ground === null || !Number.isInteger(ground[1].value)) return [];
    // In the unit of the distance: a pace is so many metres or so many feet long.
    return [paceM, paceM / 2].flatMap((lengthM) =>
      scaledBy(
        found,
        convert(lengthM, 'm', ground[1].unit),
        message('height.your-pace-is', 'Your pace is {paceM}.', {
          paceM: lengthWords(paceM, found.context.unitSystem),
        }),
      ),
    );
  },
);
