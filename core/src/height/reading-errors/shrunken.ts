import { lengthWords } from '../../units/index.ts';
import { byEvidence } from './reading-error-kind.ts';

/** Shorter than at the last visit. */
export const SHRUNKEN = byEvidence(
  {
    code: 'height.shrunken',
    name: 'Shorter than at the last visit',
    effect: 'A tree does not shrink, unless its top broke.',
    suggestedFix: 'Read it again; if the top broke, say so.',
    evidence: 'The height at the last visit.',
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
        heightM,
        certain: true,
        clears: ['top', 'height'].filter((key) => found.readings[key] !== undefined),
        because: `At the last visit it was ${lengthWords(heightM, found.context.unitSystem, 1)} tall.`,
      },
    ];
  },
);
