import { isSight } from './sight-changes.ts';
import { type ReadingValue } from '../../measurement/index.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byEvidence, changed } from './reading-error-kind.ts';
import { message } from '../../message/index.ts';

/** The readings were divided by the distance already. */
export const READING_DIVIDED = byEvidence(
  {
    code: 'height.reading-divided',
    name: message('height.reading-divided.name', 'The readings were already divided by the distance'),
    effect: message('height.reading-divided.effect', 'The height is close to zero.'),
    suggestedFix: message('height.reading-divided.suggestedFix', 'Multiply both readings by the distance'),
    evidence: message('height.reading-divided.evidence', 'Another height.'),
    replaces: [HEIGHT_FINDINGS.belowBreastHeight, HEIGHT_FINDINGS.slenderness, HEIGHT_FINDINGS.wrongScale],
  },
  (found) => {
    const { top, base, distance } = found.readings;
    if (!isSight(top) || !isSight(base) || distance === undefined) return [];
    const back = (reading: ReadingValue): ReadingValue => ({
      ...reading,
      value: Number((reading.value * distance.value).toFixed(1)),
    });
    const isPossible = Math.abs(back(top).value) < (top.unit === 'deg' ? 84 : 150);
    return isPossible ? [changed(found, { top: back(top), base: back(base) })] : [];
  },
);
