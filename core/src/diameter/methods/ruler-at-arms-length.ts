import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { ON_ONE_FACE } from '../error-model.ts';
import { stopImpossible } from '../diameter-findings.ts';
import { acrossStem, distanceToBark, reach } from '../stem-readings.ts';
import { message } from '../../message/index.ts';

const SOURCE = 'tangents from the eye to a circle: D = 2 l sin θ ÷ (1 − sin θ), tan θ = s ÷ 2 R';

const description: MethodDescription = {
  id: 'diameter.ruler-at-arms-length',
  version: 2,
  measure: 'diameter',
  name: message('diameter.ruler-at-arms-length.name', 'Flat ruler at arm’s length'),
  summary: message(
    'diameter.ruler-at-arms-length.summary',
    'For a stem out of reach, across a ditch or high up. Rough: only as accurate as the reach.',
  ),
  help: [
    message('diameter.hold-the-ruler-square-to', 'Hold the ruler square to the line of sight, at your full reach.'),
    message(
      'diameter.measure-the-horizontal-distance-from',
      'Measure the horizontal distance from the eye to the near side of the trunk.',
    ),
    message('diameter.1-of-error-in-the', '1 % of error in the reach is 1 % in the diameter.'),
  ],
  safety: message('diameter.ruler-at-arms-length.safety', 'Do not walk backwards while sighting.'),
  readings: [
    {
      ...acrossStem({
        key: 'seen',
        label: message('diameter.ruler-at-arms-length.label', 'length covered on the ruler'),
        ask: message('diameter.ruler-at-arms-length.ask', 'Read the length of ruler covered by the stem'),
        shortcut: 'r',
        callout: 'arm',
        instrument: 'ruler',
        errorCm: 0.05,
      }),
      range: { cm: [0.1, 60], mm: [1, 600], m: [0.001, 0.6], in: [0.04, 24], ft: [0.01, 2] },
      errorIncludesRounding: false,
      rangeHint: message(
        'diameter.ruler-at-arms-length.rangeHint',
        'A ruler at arm’s length shows at most 60 cm (24 in).',
      ),
    },
    reach(),
    distanceToBark,
  ],
  ...ON_ONE_FACE,
  example: { seen: { value: 2, unit: 'cm' }, reach: { value: 64, unit: 'cm' }, away: { value: 11.5, unit: 'm' } },
  picture: { observer: false, section: 'sighted-stick' },
  source: SOURCE,
  order: 90,
};

/** Diameter from a flat ruler at arm's length and the distance to the near bark. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('diameter', context.unitSystem);
    const seen = lengthIn(readingOf(readings, 'seen'), unit, 'ruler', book);
    const reached = lengthIn(readingOf(readings, 'reach'), unit, 'reach', book);
    const away = lengthIn(readingOf(readings, 'away'), unit, 'distance', book);
    const half = book.step({
      terms: [seen],
      compute: (s = 0) => s / 2,
      write: (s = '') => `${s} ÷ 2`,
      decimals: 2,
      unit,
      rule: message('diameter.half-the-length-covered', 'half the length covered'),
      source: SOURCE,
    });
    const sine = book.step({
      terms: [half, reached],
      compute: (h = 0, r = 1) => h / Math.sqrt(r * r + h * h),
      write: (h = '', r = '') => `${h} ÷ √(${r}² + ${h}²)`,
      decimals: 5,
      unit: '',
      rule: message('diameter.sine-of-half-the-angle', 'sine of half the angle of the stem'),
      source: SOURCE,
    });
    return book.step({
      terms: [away, sine],
      compute: (l = 0, s = 0) => (2 * l * s) / (1 - s),
      write: (l = '', s = '') => `2 × ${l} × ${s} ÷ (1 − ${s})`,
      decimals,
      final: true,
      unit,
      rule: message('diameter.circle-that-fills-the-angle', 'the circle that fills the angle from there'),
      source: SOURCE,
    });
  },
  diagnose: (diagnosis) => stopImpossible(diagnosis, 'seen'),
};
