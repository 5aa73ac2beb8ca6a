import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { diagnoseHeight } from '../diagnose-height.ts';
import { groundLength } from '../sights.ts';
import { message } from '../../message/index.ts';

const SOURCE = 'Merritt in Bruce & Schumacher 1950, Forest Mensuration: i = log × reach ÷ distance';

const description: MethodDescription = {
  id: 'height.log-stick',
  version: 2,
  measure: 'height',
  name: message('height.log-stick.name', 'Log-height stick'),
  summary: message(
    'height.log-stick.summary',
    'Merchantable height: the stick counts logs from a fixed distance; from another distance the count is scaled.',
  ),
  help: [
    message('height.made-for-66-ft-and', 'Made for 66 ft and logs of 16 ft: stand there, or enter your distance.'),
    message('height.half-logs-count-as-half', 'Half logs count as half. The count starts at the stump.'),
  ],
  safety: message(
    'height.log-stick.safety',
    'Look up before you look at the instrument. Do not walk backwards while sighting.',
  ),
  readings: [
    groundLength({
      key: 'logs',
      label: message('height.log-stick.label', 'number of logs'),
      ask: message('height.log-stick.ask', 'Count the logs, half logs as half'),
      place: 'tip',
      shortcut: 't',
      callout: 'logs',
      quantity: 'count',
      units: ['one'],
      defaultUnit: { metric: 'one', imperial: 'one' },
      range: { one: [0.1, 15] },
      rangeHint: message('height.log-stick.rangeHint', 'Whole and half logs, such as 2.5.'),
      graduation: { one: 0.5 },
      typicalError: { one: 0.15 },
      errorIncludesRounding: false,
      instrument: 'scale stick',
    }),
    groundLength({
      key: 'logLength',
      isSetting: true,
      label: message('height.log-stick.log-length', 'log length'),
      ask: message('height.log-stick.enter-the-log-length-of', 'Enter the log length of the stick'),
      place: 'side',
      shortcut: 'h',
      callout: 'loglen',
      usual: { value: 16, unit: 'ft' },
      range: { m: [1, 20], ft: [3.3, 66] },
      typicalError: { m: 0.001, ft: 0.003 },
    }),
    groundLength({
      key: 'madeFor',
      isSetting: true,
      label: message('height.log-stick.design-distance', 'design distance'),
      ask: message('height.log-stick.enter-the-distance-that-the', 'Enter the distance that the stick is made for'),
      place: 'side',
      shortcut: 'm',
      callout: 'mf',
      usual: { value: 66, unit: 'ft' },
      typicalError: { m: 0.001, ft: 0.003 },
    }),
    groundLength({
      key: 'stood',
      label: message('height.log-stick.actual-distance', 'actual distance'),
      ask: message(
        'height.log-stick.measure-the-distance-from-your',
        'Measure the distance from your eye to the trunk',
      ),
      place: 'ground',
      shortcut: 'd',
      callout: 'stood',
      isLevelDistance: true,
    }),
  ],
  proof: {
    lines: [
      message('height.a-mark-of-the-stick', 'A mark of the stick covers one log where mark ÷ reach = log ÷ distance.'),
      message(
        'height.the-marks-are-made-for',
        'The marks are made for one distance. From another, each mark covers log × distance ÷ design distance.',
      ),
    ],
    triangle: { near: 'mark', reach: 'reach', far: 'log', distance: 'distance' },
  },
  endsAt: 'merchantable',
  example: {
    logs: { value: 3.5, unit: 'one' },
    logLength: { value: 16, unit: 'ft' },
    madeFor: { value: 66, unit: 'ft' },
    stood: { value: 66, unit: 'ft' },
  },
  picture: { observer: true },
  source: SOURCE,
  order: 60,
};

/** H = logs × log length × distance stood ÷ distance the stick was made for. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('height', context.unitSystem);
    return book.step({
      terms: [
        book.given(readingOf(readings, 'logs').value),
        lengthIn(readingOf(readings, 'logLength'), unit, 'log', book),
        lengthIn(readingOf(readings, 'stood'), unit, 'distance', book),
        lengthIn(
          readingOf(readings, 'madeFor'),
          unit,
          message('height.distance-of-the-stick', 'distance of the stick'),
          book,
        ),
      ],
      compute: (n = 0, l = 0, d = 0, m = 1) => (n * l * d) / m,
      write: (n = '', l = '', d = '', m = '') => `${n} × ${l} × ${d} ÷ ${m}`,
      decimals,
      final: true,
      unit,
      rule: message('height.logs-log-length-scaled-to', 'logs × log length, scaled to the actual distance'),
      source: SOURCE,
    });
  },
  diagnose: (diagnosis) => diagnoseHeight(diagnosis, 'logs'),
};
