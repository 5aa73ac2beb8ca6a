import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { diagnoseHalfTrunk } from '../half-trunk.ts';
import { LOOK_WHERE_YOU_WALK, toTheAxis } from '../distances.ts';
import { groundLength, TRIGONOMETRY } from '../sights.ts';
import { message } from '../../message/index.ts';

const description: MethodDescription = {
  id: 'distance.to-bark',
  version: 1,
  measure: 'distance',
  name: message('height.distance-to-bark.name', 'Horizontal, to the bark'),
  summary: message(
    'height.distance-to-bark.summary',
    'Measured horizontally to the near side of the trunk; half the diameter is added to reach its axis.',
  ),
  help: [
    message(
      'height.the-top-is-above-the',
      'The top is above the axis, not above the bark. Enter the diameter, and half of it is added.',
    ),
  ],
  safety: LOOK_WHERE_YOU_WALK,
  readings: [
    groundLength({
      key: 'toBark',
      label: message('height.distance-to-bark.label', 'distance to the bark'),
      ask: message('height.distance-to-bark.ask', 'Measure the horizontal distance to the near side of the trunk'),
      place: 'ground',
      shortcut: 'd',
      callout: 'xb',
    }),
  ],
  example: { toBark: { value: 22.5, unit: 'm' } },
  picture: { observer: false },
  source: TRIGONOMETRY,
  order: 20,
};

/** d = d' + dbh ÷ 2. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit } = resultUnit('distance', context.unitSystem);
    return toTheAxis(lengthIn(readingOf(readings, 'toBark'), unit, 'distance', book), book, context);
  },
  diagnose: (diagnosis) => diagnoseHalfTrunk(diagnosis, 'toBark'),
};
