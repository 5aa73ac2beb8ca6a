import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { airTemperatures, inTodaysAir } from '../distances.ts';
import { ULTRASONIC_READINGS, ULTRASONIC_SOURCE, ultrasonicHeight } from '../ultrasonic.ts';
import { diagnoseHeight } from '../diagnose-height.ts';
import { diagnoseHalfTrunk } from '../half-trunk.ts';

const description: MethodDescription = {
  id: 'height.ultrasonic-air',
  version: 1,
  measure: 'height',
  name: 'Ultrasonic, calibrated in other air',
  summary: 'As with a transponder, the distance corrected for the temperature since the last calibration.',
  help: [
    'Better: calibrate it again on a taped 10 m (33 ft). This is for when that was not done.',
    'Ten degrees are 1.7 % of the distance: a third of a metre on 20 m, 1 ft on 65 ft.',
  ],
  safety: 'Look up before you look at the instrument. Do not walk backwards while sighting.',
  readings: [...ULTRASONIC_READINGS('ua'), ...airTemperatures('ua')],
  example: {
    slope: { value: 22, unit: 'm' },
    via: { value: -3, unit: 'deg' },
    top: { value: 36, unit: 'deg' },
    hung: { value: 1.3, unit: 'm' },
    air: { value: 2, unit: 'degC' },
    calibrated: { value: 19, unit: 'degC' },
  },
  picture: { observer: true },
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
