import { isScaleOfMetres } from './distance-changes.ts';
import { STANDS_M } from './distance-changes.ts';
import { distanceOf } from './distance-changes.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byEvidence } from './reading-error-kind.ts';
import { message } from '../../message/index.ts';

/** The scale of another distance was read. */
export const SCALE_OF_OTHER_DISTANCE = byEvidence(
  {
    code: 'height.scale-of-other-distance',
    name: message('height.scale-of-other-distance.name', 'The scale of another distance was read'),
    effect: message('height.scale-of-other-distance.effect', 'The height is wrong by the ratio of the distances.'),
    suggestedFix: message('height.scale-of-other-distance.suggestedFix', 'Enter the actual distance'),
    evidence: message('height.scale-of-other-distance.evidence', 'The distance measured another way.'),
    replaces: [HEIGHT_FINDINGS.wrongScale, HEIGHT_FINDINGS.slenderness],
  },
  (found) => {
    const { distance } = found.readings;
    if (!isScaleOfMetres(found) || distance?.unit !== 'm' || !STANDS_M.some((each) => each === distance.value))
      return [];
    return STANDS_M.filter((each) => each !== distance.value).flatMap((standM) =>
      distanceOf(found, (reading) => ({ ...reading, value: standM })),
    );
  },
);
