import { isSight } from './sight-changes.ts';
import { movedBy } from './sight-changes.ts';
import { byEvidence, changed } from './reading-error-kind.ts';

/** A mark was sighted in place of a hidden base. */
export const BASE_HIDDEN = byEvidence(
  {
    code: 'height.base-hidden',
    name: 'A mark was sighted in place of a hidden base',
    effect: 'The height of the mark is missing.',
    suggestedFix: 'Lower the base by the height of the mark.',
    evidence: 'The height of the eye, the ground between and the height of the crew’s mark.',
  },
  (found) => {
    const { evidence, distanceM } = found;
    const { base } = found.readings;
    if (evidence.markM === undefined || distanceM === null || !isSight(base)) return [];
    const lower = movedBy(base, -evidence.markM / distanceM);
    return [changed(found, { base: lower })];
  },
);
