import { lengthWords } from '../../units/index.ts';
import { byEvidence, RARE_ODDS } from './reading-error-kind.ts';
import { message } from '../../message/index.ts';

/** Shorter than at the last visit. */
export const SHRUNKEN = byEvidence(
  {
    code: 'height.shrunken',
    name: message('height.shrunken.name', 'Shorter than at the last visit'),
    effect: message('height.shrunken.effect', 'A tree does not shrink unless its top breaks.'),
    suggestedFix: message('height.shrunken.suggestedFix', 'Read again; if the top is broken, record it'),
    evidence: message('height.shrunken.evidence', 'The height at the last visit.'),
    // A break may have left any height: that spreads its chance.
    odds: 3 * RARE_ODDS,
  },
  (found) => {
    const last = found.evidence.expected.find(({ from }) => from === 'last-visit');
    if (last === undefined) return [];
    const { heightM, standardErrorM } = last.then ?? last;
    const error = Math.hypot(standardErrorM, found.standardErrorM);
    const shrunk = (heightM - found.heightM) / error;
    if (shrunk < 3.5) return [];
    return [
      {
        changes: {},
        heightM: found.heightM,
        isBroken: true,
        clears: ['top', 'height'].filter((key) => found.readings[key] !== undefined),
        because: message('height.at-the-last-visit-the', 'At the last visit the height was {heightM}.', {
          heightM: lengthWords(heightM, found.context.unitSystem, 1),
        }),
      },
    ];
  },
);
