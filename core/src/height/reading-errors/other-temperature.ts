import { printRounded } from '../../units/index.ts';
import { soundFactor } from '../sound.ts';
import { byEvidence, changed } from './reading-error-kind.ts';

/** The ultrasonic was calibrated in other air. */
export const OTHER_TEMPERATURE = byEvidence(
  {
    code: 'height.other-temperature',
    name: 'The ultrasonic was calibrated in other air',
    effect: 'Sound runs slower in the cold: 14 °C are 2.5 % of the distance.',
    suggestedFix: 'Calibrate it again, or correct the distance by the temperatures.',
    evidence: 'The temperature at the calibration and now.',
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
          because: `It was calibrated at ${printRounded(air.calibratedC, 0)} °C, and it is ${printRounded(air.nowC, 0)} °C now.`,
        },
      ),
    ];
  },
);
