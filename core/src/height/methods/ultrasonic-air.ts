import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { airTemperatures, inTodaysAir } from '../distances.ts';
import { ULTRASONIC_READINGS, ULTRASONIC_SOURCE, ultrasonicHeight } from '../ultrasonic.ts';
import { diagnoseHeight } from '../diagnose-height.ts';
import { diagnoseHalfTrunk } from '../half-trunk.ts';
import { message } from '../../message/index.ts';

const description: MethodDescription = {
  id: 'height.ultrasonic-air',
  version: 1,
  measure: 'height',
  name: message('height.ultrasonic-air.name', 'Ultrasonic, calibrated at another temperature'),
  summary: message(
    'height.ultrasonic-air.summary',
    'Like the method with a transponder; the distance is corrected for the temperature since the last calibration.',
  ),
  help: [
    message(
      'height.better-calibrate-again-on-a',
      'Better: calibrate again on a taped 10 m (33 ft). Use this method if that was not done.',
    ),
    message(
      'height.ten-degrees-celsius-change-the',
      'Ten degrees Celsius change the distance by 1.7 %: 0.34 m in 20 m, 1 ft in 65 ft.',
    ),
  ],
  safety: message(
    'height.ultrasonic-air.safety',
    'Look up before you look at the instrument. Do not walk backwards while sighting.',
  ),
  readings: [...ULTRASONIC_READINGS('ua'), ...airTemperatures('ua')],
  example: {
    slope: { value: 22, unit: 'm' },
    via: { value: -3, unit: 'deg' },
    top: { value: 36, unit: 'deg' },
    hung: { value: 1.3, unit: 'm' },
    air: { value: 2, unit: 'degC' },
    calibrated: { value: 19, unit: 'degC' },
  },
  picture: { observer: true, held: 'ultrasonic' },
  source: ULTRASONIC_SOURCE,
  order: 86,
};

/** As with a transponder, with s √(T ÷ T₀) for s. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit } = resultUnit('height', context.unitSystem);
    const heard = lengthIn(readingOf(readings, 'slope'), unit, 'distance', book);
    return ultrasonicHeight(inTodaysAir(heard, readings, unit, book), readings, book, context);
  },
  diagnose: (diagnosis) => [...diagnoseHeight(diagnosis, 'top'), ...diagnoseHalfTrunk(diagnosis, 'slope')],
};
