import { byEvidence, changed } from './reading-error-kind.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { message } from '../../message/index.ts';

/** The base of a protractor was read on the side of the top. */
export const PROTRACTOR_FLIP = byEvidence(
  {
    code: 'height.protractor-flip',
    name: message('height.protractor-flip.name', 'Protractor not turned over for the base'),
    effect: message('height.protractor-flip.effect', 'Twice the part below the eye is missing or added.'),
    suggestedFix: message('height.protractor-flip.suggestedFix', 'Use 180 minus the base'),
    evidence: message('height.protractor-flip.evidence', 'Eye height and ground slope, or another height.'),
    replaces: [HEIGHT_FINDINGS.slenderness, HEIGHT_FINDINGS.topBelowBase],
  },
  (found) => {
    const { baseLine } = found.readings;
    return baseLine === undefined
      ? []
      : [changed(found, { baseLine: { ...baseLine, value: Number((180 - baseLine.value).toFixed(1)) } })];
  },
);
