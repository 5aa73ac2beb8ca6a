import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { ON_ONE_FACE } from '../error-model.ts';
import { stopImpossible } from '../diameter-findings.ts';
import { distanceToAxis } from '../stem-readings.ts';
import { message } from '../../message/index.ts';

const SOURCE = 'Bitterlich 1984, The Relascope Idea: one band is 1 ÷ 50 of the distance';

const description: MethodDescription = {
  id: 'diameter.band-count',
  version: 1,
  measure: 'diameter',
  name: message('diameter.band-count.name', 'Relascope bands'),
  summary: message(
    'diameter.band-count.summary',
    'Number of bands that the stem covers from a known distance, at any height on the stem.',
  ),
  help: [
    message(
      'diameter.stand-where-the-stem-covers',
      'Stand where the stem covers a whole number of bands and quarters.',
    ),
    message(
      'diameter.use-the-horizontal-distance-to',
      'Use the horizontal distance to the middle of the trunk, also for a point high up.',
    ),
    message('diameter.a-band-covers-1-50', 'A band covers 1/50 of the distance: 2 cm per metre, 0.24 in per foot.'),
  ],
  safety: message('diameter.band-count.safety', 'Do not walk backwards while sighting.'),
  readings: [
    {
      key: 'bands',
      label: message('diameter.band-count.label', 'bands'),
      ask: message('diameter.band-count.ask', 'Count the bands that the stem covers, with quarters'),
      quantity: 'count',
      units: ['one'],
      defaultUnit: { metric: 'one', imperial: 'one' },
      range: { one: [0.1, 12] },
      rangeHint: message(
        'diameter.band-count.rangeHint',
        'Step closer or further away until the stem covers 1 to 8 bands.',
      ),
      graduation: { one: 0.05 },
      typicalError: { one: 0.05 },
      signed: false,
      place: 'ring',
      shortcut: 'r',
      callout: 'bands',
      instrument: 'relascope',
    },
    distanceToAxis,
  ],
  ...ON_ONE_FACE,
  example: { bands: { value: 1.5, unit: 'one' }, away: { value: 12, unit: 'm' } },
  picture: { observer: false, section: 'sighted-angle' },
  source: SOURCE,
  order: 100,
};

/** Diameter from a number of bands, each 1 ÷ 50 of the distance: D = n L ÷ 50. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('diameter', context.unitSystem);
    const away = lengthIn(readingOf(readings, 'away'), unit, 'distance', book);
    return book.step({
      terms: [book.given(readingOf(readings, 'bands').value), away],
      compute: (n = 0, l = 0) => (n * l) / 50,
      write: (n = '', l = '') => `${n} × ${l} ÷ 50`,
      decimals,
      final: true,
      unit,
      rule: message('diameter.one-band-is-1-50', 'one band is 1/50 of the distance'),
      source: SOURCE,
    });
  },
  diagnose: (diagnosis) => stopImpossible(diagnosis, 'bands'),
};
