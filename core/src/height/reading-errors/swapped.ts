import { hasBoth } from './sight-changes.ts';
import { readingOf } from '../../measurement/index.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byEvidence, changed } from './reading-error-kind.ts';

/** Top and base changed places. */
export const SWAPPED = byEvidence(
  {
    code: 'height.swapped',
    name: 'Top and base changed places',
    effect: 'The height comes out negative.',
    suggestedFix: 'Let the two readings change places.',
    evidence: 'A top below its base, and a base that fits the eye and the ground.',
    replaces: [HEIGHT_FINDINGS.topBelowBase],
  },
  (found) => {
    if (!hasBoth(found) || found.heightM > 0) return [];
    return [changed(found, { top: readingOf(found.readings, 'base'), base: readingOf(found.readings, 'top') })];
  },
);
