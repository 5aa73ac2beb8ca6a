import { baseKey } from './base-sight.ts';
import { byEvidence, changed, RARE_ODDS } from './reading-error-kind.ts';
import { isSight, onScale, otherScales } from './sight-changes.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { message } from '../../message/index.ts';

/** Two errors at once: the readings were taken on another scale, and the base lost its sign. */
export const SCALE_AND_SIGN = byEvidence(
  {
    code: 'height.scale-and-sign',
    name: message('height.scale-and-sign.name', 'Wrong scale and wrong sign of the base'),
    effect: message('height.scale-and-sign.effect', 'The scale is another one, and the base has the wrong sign.'),
    suggestedFix: message('height.scale-and-sign.suggestedFix', 'Change the scale and the sign of the base'),
    evidence: message('height.scale-and-sign.evidence', 'Eye height and ground slope, and another height.'),
    replaces: [
      HEIGHT_FINDINGS.baseAboveEye,
      HEIGHT_FINDINGS.topBelowBase,
      HEIGHT_FINDINGS.wrongScale,
      HEIGHT_FINDINGS.slenderness,
    ],
    odds: RARE_ODDS / 3,
  },
  (found) => {
    const key = baseKey(found.methodId, found.readings);
    const base = key === null ? undefined : found.readings[key];
    if (key === null || !isSight(base) || base.value === 0) return [];
    return otherScales(found).map((unit) =>
      changed(found, { ...onScale(found.readings, unit), [key]: { unit, value: -base.value } }),
    );
  },
);
