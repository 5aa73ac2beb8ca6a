import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { countOf, LOOK_WHERE_YOU_WALK } from '../distances.ts';
import { shortLength } from '../sights.ts';
import { message } from '../../message/index.ts';

const SOURCE = 'Number of paces times the length of the observer’s own pace';

const description: MethodDescription = {
  id: 'distance.paces',
  version: 2,
  measure: 'distance',
  name: message('height.distance-paces.name', 'Paces'),
  summary: message(
    'height.distance-paces.summary',
    'Number of paces × length of your pace, with its drift over a day.',
  ),
  help: [
    message(
      'height.count-as-on-the-measured',
      'Count as on the measured line: single steps or double paces, not both.',
    ),
    message(
      'height.a-pace-gets-shorter-uphill',
      'A pace gets shorter uphill, in brush and towards evening: walk the measured line again.',
    ),
  ],
  safety: LOOK_WHERE_YOU_WALK,
  readings: [
    countOf({
      key: 'paces',
      label: message('height.distance-paces.label', 'paces'),
      ask: message('height.distance-paces.ask', 'Count your paces to the middle of the trunk'),
      place: 'ground',
      shortcut: 'd',
      callout: 'pc',
      range: { one: [1, 500] },
      rangeHint: message('height.distance-paces.rangeHint', 'Count as on the measured line.'),
      graduation: { one: 0.5 },
      typicalError: { one: 0.4 },
      errorIncludesRounding: false,
      instrument: 'paces',
    }),
    shortLength({
      key: 'pace',
      label: message('height.distance-paces.pace-length', 'pace length'),
      ask: message(
        'height.distance-paces.enter-your-pace-length-from',
        'Enter your pace length from the measured line',
      ),
      place: 'side',
      shortcut: 'l',
      callout: 'pcl',
      units: ['m', 'cm', 'ft'],
      range: { m: [0.3, 2.5], cm: [30, 250], ft: [1, 8.2] },
      rangeHint: message(
        'height.distance-paces.walk-a-measured-line-of',
        'Walk a measured line of 50 m (165 ft) and divide by the paces.',
      ),
      typicalError: { m: 0.03, cm: 3, ft: 0.1 },
      instrument: 'paces',
    }),
  ],
  example: { paces: { value: 31, unit: 'one' }, pace: { value: 0.78, unit: 'm' } },
  picture: { observer: false },
  source: SOURCE,
  order: 30,
};

/** d = n × pace. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('distance', context.unitSystem);
    return book.step({
      terms: [
        book.given(readingOf(readings, 'paces').value),
        lengthIn(readingOf(readings, 'pace'), unit, 'pace', book),
      ],
      compute: (n = 0, pace = 0) => n * pace,
      write: (n = '', pace = '') => `${n} × ${pace}`,
      decimals,
      final: true,
      unit,
      rule: message('height.number-of-paces-pace-length', 'number of paces × pace length'),
      source: SOURCE,
    });
  },
  diagnose: () => [],
};
