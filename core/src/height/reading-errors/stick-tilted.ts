import { cm } from './tree-changes.ts';
import { uprightCovered } from './tree-changes.ts';
import { inUnitOf } from './tree-changes.ts';
import { printRounded } from '../../units/index.ts';
import { byEvidence, changed } from './reading-error-kind.ts';
import { message } from '../../message/index.ts';

/** The stick was not upright. */
export const STICK_TILTED = byEvidence(
  {
    hasOwnEvidence: true,
    code: 'height.stick-tilted',
    name: message('height.stick-tilted.name', 'The stick was not vertical'),
    effect: message('height.stick-tilted.effect', 'A tilted stick gives a wrong length covered.'),
    suggestedFix: message('height.stick-tilted.suggestedFix', 'Hold the stick vertical, or correct for its tilt'),
    evidence: message('height.stick-tilted.evidence', 'The distances from the eye to both ends of the length covered.'),
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
          because: message('height.it-is-tilted-by', 'It is tilted by {tiltDeg}°.', {
            tiltDeg: printRounded(Math.abs(upright.tiltDeg), 0),
          }),
        },
      ),
    ];
  },
);
