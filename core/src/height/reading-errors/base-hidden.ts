import { isSight } from './sight-changes.ts';
import { movedBy } from './sight-changes.ts';
import { byEvidence, changed } from './reading-error-kind.ts';
import { message } from '../../message/index.ts';

/** A mark was sighted in place of a hidden base. */
export const BASE_HIDDEN = byEvidence(
  {
    code: 'height.base-hidden',
    name: message('height.base-hidden.name', 'A mark was sighted instead of the hidden base'),
    effect: message('height.base-hidden.effect', 'The height of the mark is missing.'),
    suggestedFix: message('height.base-hidden.suggestedFix', 'Lower the base by the height of the mark'),
    evidence: message('height.base-hidden.evidence', 'Eye height, ground slope, and the height of the crew’s mark.'),
  },
  (found) => {
    const { evidence, distanceM } = found;
    const { base } = found.readings;
    if (evidence.markM === undefined || distanceM === null || !isSight(base)) return [];
    const lower = movedBy(base, -evidence.markM / distanceM);
    return [changed(found, { base: lower })];
  },
);
