import { byEvidence, changed } from './reading-error-kind.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { message } from '../../message/index.ts';

/** The ratio of a sighting triangle was entered upside down. */
export const RATIO_INVERTED = byEvidence(
  {
    code: 'height.ratio-inverted',
    name: message('height.ratio-inverted.name', 'Triangle ratio inverted'),
    effect: message(
      'height.ratio-inverted.effect',
      'A 2 : 1 triangle has ratio 2: the height is four times too large.',
    ),
    suggestedFix: message('height.ratio-inverted.suggestedFix', 'Invert the ratio'),
    evidence: message('height.ratio-inverted.evidence', 'Another height, the height curve or the dbh.'),
    replaces: [HEIGHT_FINDINGS.slenderness, HEIGHT_FINDINGS.impossible],
  },
  (found) => {
    const { ratio } = found.readings;
    return ratio === undefined || ratio.value === 1
      ? []
      : [changed(found, { ratio: { ...ratio, value: Number((1 / ratio.value).toFixed(2)) } })];
  },
);
