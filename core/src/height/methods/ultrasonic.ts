import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { diagnoseHeight } from '../diagnose-height.ts';
import { diagnoseHalfTrunk } from '../half-trunk.ts';
import { ULTRASONIC_READINGS, ULTRASONIC_SOURCE, ultrasonicHeight } from '../ultrasonic.ts';
import { message } from '../../message/index.ts';

const description: MethodDescription = {
  id: 'height.ultrasonic',
  version: 1,
  measure: 'height',
  name: message('height.ultrasonic.name', 'Ultrasonic with a transponder'),
  summary: message(
    'height.ultrasonic.summary',
    'Slope distance and angle to a transponder on the trunk, and the sight to the top. Half the trunk is added for the top.',
  ),
  help: [
    message(
      'height.hang-the-transponder-at-its',
      'Hang the transponder at its set height on the near side of the trunk.',
    ),
    message(
      'height.check-it-against-a-taped-10',
      'Check it against a taped 10 m (33 ft) each morning: sound is 2.5 % slower in air 14 °C colder.',
    ),
    message('height.half-the-trunk-is-added', 'Half the trunk is added for the top only: enter the dbh.'),
  ],
  safety: message(
    'height.ultrasonic.safety',
    'Look up before you look at the instrument. Do not walk backwards while sighting.',
  ),
  readings: ULTRASONIC_READINGS('us'),
  example: {
    slope: { value: 22, unit: 'm' },
    via: { value: -3, unit: 'deg' },
    top: { value: 36, unit: 'deg' },
    hung: { value: 1.3, unit: 'm' },
  },
  picture: { observer: true, held: 'ultrasonic' },
  source: ULTRASONIC_SOURCE,
  order: 85,
};

/** H = h + (s cos a + dbh ÷ 2) tan t − s sin a. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit } = resultUnit('height', context.unitSystem);
    return ultrasonicHeight(lengthIn(readingOf(readings, 'slope'), unit, 'distance', book), readings, book, context);
  },
  diagnose: (diagnosis) => [...diagnoseHeight(diagnosis, 'top'), ...diagnoseHalfTrunk(diagnosis, 'slope')],
};
