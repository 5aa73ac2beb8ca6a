import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { diagnoseHeight } from '../diagnose-height.ts';
import { groundLength } from '../sights.ts';

const SOURCE = 'Merritt in Bruce & Schumacher 1950, Forest Mensuration: i = log × reach ÷ distance';

const description: MethodDescription = {
  id: 'height.log-stick',
  version: 2,
  measure: 'height',
  name: 'Log-height stick',
  summary:
    'Merchantable height: a stick that counts logs from a fixed distance; from another distance the count is scaled.',
  help: [
    'Made for 66 ft and logs of 16 ft: stand there, or say where you stood.',
    'Half logs count as half. What is counted starts at the stump.',
  ],
  safety: 'Look up before you look at the instrument. Do not walk backwards while sighting.',
  readings: [
    groundLength({
      key: 'logs',
      label: 'logs counted',
      ask: 'Count the logs, half logs as half',
      place: 'tip',
      shortcut: 't',
      callout: 'logs',
      quantity: 'count',
      units: ['one'],
      defaultUnit: { metric: 'one', imperial: 'one' },
      range: { one: [0.1, 15] },
      rangeHint: 'Logs with their halves, such as 2.5.',
      graduation: { one: 0.5 },
      typicalError: { one: 0.15 },
      errorIncludesRounding: false,
      instrument: 'scale stick',
    }),
    groundLength({
      key: 'logLength',
      label: 'length of a log',
      ask: 'Look up the log length that the stick counts',
      place: 'side',
      shortcut: 'l',
      callout: 'loglen',
      range: { m: [1, 20], ft: [3.3, 66] },
      typicalError: { m: 0.001, ft: 0.003 },
    }),
    groundLength({
      key: 'madeFor',
      label: 'made for',
      ask: 'Look up the distance that the stick was made for',
      place: 'side',
      shortcut: 'm',
      callout: 'mf',
      typicalError: { m: 0.001, ft: 0.003 },
    }),
    groundLength({
      key: 'stood',
      label: 'distance stood',
      ask: 'Measure the distance from your eye to the trunk',
      place: 'ground',
      shortcut: 'd',
      callout: 'stood',
    }),
  ],
  proof: {
    lines: [
      'A mark of the stick covers one log of the tree where mark ÷ reach = log ÷ distance.',
      'The marks are cut for one distance. From another one each mark covers log × distance ÷ made for.',
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
        lengthIn(readingOf(readings, 'madeFor'), unit, 'distance of the stick', book),
      ],
      compute: (n = 0, l = 0, d = 0, m = 1) => (n * l * d) / m,
      write: (n = '', l = '', d = '', m = '') => `${n} × ${l} × ${d} ÷ ${m}`,
      decimals,
      final: true,
      unit,
      rule: 'logs times their length, scaled to where you stood',
      source: SOURCE,
    });
  },
  diagnose: (diagnosis) => diagnoseHeight(diagnosis, 'logs'),
};
