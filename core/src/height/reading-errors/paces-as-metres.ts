import { groundReading } from './distance-changes.ts';
import { scaledBy } from './distance-changes.ts';
import { lengthWords } from '../../units/index.ts';
import { HEIGHT_FINDINGS } from '../height-findings.ts';
import { byEvidence } from './reading-error-kind.ts';

/** Paces were noted as metres. */
export const PACES_AS_METRES = byEvidence(
  {
    code: 'height.paces-as-metres',
    name: 'Paces were noted as metres',
    effect: 'The height is off by the length of the pace.',
    suggestedFix: 'Multiply the paces by the length of your pace.',
    evidence: 'Your pace, a whole number of paces, and the distance or the height from elsewhere.',
    replaces: [HEIGHT_FINDINGS.slenderness],
  },
  (found) => {
    const { paceM } = found.evidence;
    const ground = groundReading(found);
    if (paceM === undefined || ground === null || !Number.isInteger(ground[1].value) || ground[1].unit !== 'm')
      return [];
    return scaledBy(found, paceM, `A pace of yours is ${lengthWords(paceM, found.context.unitSystem)}.`);
  },
);
