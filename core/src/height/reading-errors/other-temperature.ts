import { printRounded } from '../../units/index.ts';
import { soundFactor } from '../sound.ts';
import { byEvidence, changed } from './reading-error-kind.ts';
import { message } from '../../message/index.ts';

/** The ultrasonic was calibrated in other air. */
export const OTHER_TEMPERATURE = byEvidence(
  {
    hasOwnEvidence: true,
    code: 'height.other-temperature',
    name: message('height.other-temperature.name', 'Ultrasonic calibrated at another temperature'),
    effect: message(
      'height.other-temperature.effect',
      'Sound is slower in cold air: 14 °C change the distance by 2.5 %.',
    ),
    suggestedFix: message(
      'height.other-temperature.suggestedFix',
      'Calibrate again, or correct the distance for temperature',
    ),
    evidence: message('height.other-temperature.evidence', 'The temperatures at calibration and now.'),
  },
  (found) => {
    const { air } = found.evidence;
    const { slope } = found.readings;
    if (air === undefined || slope === undefined) return [];
    const factor = soundFactor(air.nowC, air.calibratedC);
    if (Math.abs(factor - 1) < 0.01) return [];
    return [
      changed(
        found,
        { slope: { ...slope, value: Number((slope.value * factor).toFixed(2)) } },
        {
          certain: true,
          because: message('height.calibrated-at-c-now-c', 'Calibrated at {calibratedC} °C; now {nowC} °C.', {
            calibratedC: printRounded(air.calibratedC, 0),
            nowC: printRounded(air.nowC, 0),
          }),
        },
      ),
    ];
  },
);
