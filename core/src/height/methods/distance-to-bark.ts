import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { diagnoseHalfTrunk } from '../half-trunk.ts';
import { LOOK_WHERE_YOU_WALK, toTheAxis } from '../distances.ts';
import { groundLength, TRIGONOMETRY } from '../sights.ts';

const description: MethodDescription = {
  id: 'distance.to-bark',
  version: 1,
  measure: 'distance',
  name: 'Level, to the bark',
  summary: 'Measured level to the bark that faces you; half the trunk is added to reach its axis.',
  help: ['The top stands over the axis, not over the bark: type the diameter, and half of it is added.'],
  safety: LOOK_WHERE_YOU_WALK,
  readings: [
    groundLength({
      key: 'toBark',
      label: 'to the bark',
      ask: 'Measure the level distance to the bark that faces you',
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
