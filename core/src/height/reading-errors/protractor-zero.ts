import { byEvidence, changed } from './reading-error-kind.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { message } from '../../message/index.ts';

/** A protractor with 0 at level was taken for one with 90 at level. */
export const PROTRACTOR_ZERO = byEvidence(
  {
    code: 'height.protractor-zero',
    name: message('height.protractor-zero.name', 'Protractor with 0 at level'),
    effect: message(
      'height.protractor-zero.effect',
      'The angles are counted from the horizontal, not from the vertical.',
    ),
    suggestedFix: message('height.protractor-zero.suggestedFix', 'Use 90 minus the top and 90 plus the base'),
    evidence: message('height.protractor-zero.evidence', 'The base compared with the eye height, or another height.'),
    replaces: [HEIGHT_FINDINGS.slenderness, HEIGHT_FINDINGS.topBelowBase, HEIGHT_FINDINGS.impossible],
  },
  (found) => {
    const { topLine, baseLine } = found.readings;
    if (topLine === undefined || baseLine === undefined) return [];
    const top = { ...topLine, value: 90 - topLine.value };
    return [90 + baseLine.value, 90 - baseLine.value].map((value) =>
      changed(found, { topLine: top, baseLine: { ...baseLine, value } }),
    );
  },
);
