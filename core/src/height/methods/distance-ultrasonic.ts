import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { diagnoseHalfTrunk } from '../half-trunk.ts';
import { airTemperatures, inTodaysAir, LOOK_WHERE_YOU_WALK, toTheAxis } from '../distances.ts';
import { degreesTerm, groundLength, levelPart, sight, TRIGONOMETRY } from '../sights.ts';
import { message } from '../../message/index.ts';

const description: MethodDescription = {
  id: 'distance.ultrasonic',
  version: 1,
  measure: 'distance',
  name: message('height.distance-ultrasonic.name', 'Ultrasonic to a transponder, corrected for air temperature'),
  summary: message(
    'height.distance-ultrasonic.summary',
    'Distance by sound, corrected for the air temperature since the last calibration.',
  ),
  help: [
    message(
      'height.calibrate-it-on-a-taped',
      'Calibrate it on a taped 10 m (33 ft) after it has reached air temperature.',
    ),
  ],
  safety: LOOK_WHERE_YOU_WALK,
  readings: [
    groundLength({
      key: 'sighted',
      label: message('height.distance-ultrasonic.label', 'ultrasonic distance'),
      ask: message('height.distance-ultrasonic.ask', 'Read the slope distance'),
      place: 'ground',
      shortcut: 'd',
      callout: 'xu',
      typicalError: { m: 0.1, ft: 0.3 },
      instrument: 'ultrasonic hypsometer',
    }),
    sight({
      key: 'along',
      label: message('height.distance-ultrasonic.angle-of-the-sight', 'angle of the sight'),
      ask: message('height.distance-ultrasonic.read-the-angle-of-this', 'Read the angle of this sight'),
      place: 'side',
      shortcut: 'l',
      callout: 'xua',
    }),
    ...airTemperatures('xu'),
  ],
  example: {
    sighted: { value: 21, unit: 'm' },
    along: { value: -4, unit: 'deg' },
    air: { value: 2, unit: 'degC' },
    calibrated: { value: 19, unit: 'degC' },
  },
  picture: { observer: false },
  source: TRIGONOMETRY,
  order: 70,
};

/** d = s cos β + dbh ÷ 2. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit } = resultUnit('distance', context.unitSystem);
    const sighted = inTodaysAir(lengthIn(readingOf(readings, 'sighted'), unit, 'distance', book), readings, unit, book);
    const along = degreesTerm(readingOf(readings, 'along'), 'sight', book);
    return toTheAxis(
      levelPart(
        sighted,
        along,
        unit,
        message('height.horizontal-part-of-the-sight', 'horizontal part of the sight'),
        book,
      ),
      book,
      context,
    );
  },
  diagnose: (diagnosis) => diagnoseHalfTrunk(diagnosis, 'sighted'),
};
