import { hasBoth } from './sight-changes.ts';
import { readingOf } from '../../measurement/index.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byEvidence, changed } from './reading-error-kind.ts';
import { message } from '../../message/index.ts';

/** Top and base changed places. */
export const SWAPPED = byEvidence(
  {
    code: 'height.swapped',
    name: message('height.swapped.name', 'Top and base readings exchanged'),
    effect: message('height.swapped.effect', 'The height is negative.'),
    suggestedFix: message('height.swapped.suggestedFix', 'Exchange the two readings'),
    evidence: message('height.swapped.evidence', 'A top below the base, and a base that fits eye height and slope.'),
    replaces: [HEIGHT_FINDINGS.topBelowBase],
  },
  (found) => {
    if (!hasBoth(found) || found.heightM > 0) return [];
    return [changed(found, { top: readingOf(found.readings, 'base'), base: readingOf(found.readings, 'top') })];
  },
);
