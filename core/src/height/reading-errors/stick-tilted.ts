import { cm } from './tree-changes.ts';
import { uprightCovered } from './tree-changes.ts';
import { inUnitOf } from './tree-changes.ts';
import { printRounded } from '../../units/index.ts';
import { byEvidence, changed } from './reading-error-kind.ts';

/** The stick was not upright. */
export const STICK_TILTED = byEvidence(
  {
    code: 'height.stick-tilted',
    name: 'The stick was not upright',
    effect: 'A tilted stick is covered too far or too little.',
    suggestedFix: 'Hold it upright, or correct what is covered by its tilt.',
    evidence: 'The distances from the eye to both ends of what is covered.',
  },
  (found) => {
    const { covered, reach } = found.readings;
    const { eyeToTipCm } = found.evidence;
    if (covered === undefined || reach === undefined || eyeToTipCm === undefined) return [];
    const straight = Math.hypot(cm(covered), cm(reach));
    const upright = uprightCovered(cm(covered), cm(reach), eyeToTipCm.value);
    const error = Math.hypot(eyeToTipCm.standardError, 0.8);
    return [
      changed(
        found,
        { covered: inUnitOf(covered, upright.cm) },
        {
          own: { asRead: (eyeToTipCm.value - straight) / error, corrected: 0 },
          because: `It leans by ${printRounded(Math.abs(upright.tiltDeg), 0)}°.`,
        },
      ),
    ];
  },
);
