import { readingOf, type Readings, type ReadingSpec } from '../measurement/index.ts';
import { convert } from '../units/index.ts';
import { LARGEST_DBH_CM, LARGEST_GIRTH_CM } from './limits.ts';
import { message } from '../message/index.ts';

export const STICK_SOURCE = 'Bruce & Schumacher 1950, Forest Mensuration: Biltmore stick, S = D ÷ √(1 + D ÷ R)';

/** A length among the readings, in cm. */
export function readingCm(readings: Readings, key: string): number {
  const { value, unit } = readingOf(readings, key);
  return convert(value, unit, 'cm');
}

type Own = Pick<ReadingSpec, 'key' | 'label' | 'ask' | 'hint' | 'shortcut' | 'callout' | 'instrument'>;

const twoDigits = (value: number): number => Number(value.toPrecision(2));

/** A diameter read across the stem, in any unit of length. */
export const acrossStem = (own: Own & { readonly errorCm: number }): ReadingSpec => {
  const { errorCm, ...rest } = own;
  return {
    ...rest,
    quantity: 'length',
    units: ['cm', 'mm', 'm', 'in', 'ft'],
    defaultUnit: { metric: 'cm', imperial: 'in' },
    range: {
      cm: [0.1, LARGEST_DBH_CM],
      mm: [1, LARGEST_DBH_CM * 10],
      m: [0.001, LARGEST_DBH_CM / 100],
      in: [0.04, 236],
      ft: [0.01, 19.6],
    },
    rangeHint: message('diameter.check-the-unit-a-diameter', 'Check the unit: a diameter is in centimetres or inches.'),
    graduation: { cm: 0.1, mm: 1, m: 0.001, in: 0.1, ft: 0.01 },
    typicalError: {
      cm: errorCm,
      mm: errorCm * 10,
      m: errorCm / 100,
      in: twoDigits(errorCm / 2.54),
      ft: twoDigits(errorCm / 30.48),
    },
    errorIncludesRounding: true,
    signed: false,
    place: 'ring',
  };
};

/** A girth read round the stem, in any unit of length. */
export const roundStem = (own: Own & { readonly errorCm: number }): ReadingSpec => ({
  ...acrossStem(own),
  range: {
    cm: [0.3, LARGEST_GIRTH_CM],
    mm: [3, LARGEST_GIRTH_CM * 10],
    m: [0.003, LARGEST_GIRTH_CM / 100],
    in: [0.12, 741],
    ft: [0.01, 61.8],
  },
  rangeHint: message('diameter.check-the-unit-a-girth', 'Check the unit: a girth is in centimetres or inches.'),
});

/** The distance from eye to stick or ruler. */
export const reach = (own: Partial<Own> = {}): ReadingSpec => ({
  isSetting: true,
  key: 'reach',
  label: message('diameter.reach', 'reach'),
  ask: message('diameter.measure-from-the-corner-of', 'Measure from the corner of the eye to the stick as you hold it'),
  shortcut: 'e',
  callout: 'reach',
  instrument: 'tape',
  ...own,
  quantity: 'length',
  units: ['cm', 'mm', 'in'],
  defaultUnit: { metric: 'cm', imperial: 'in' },
  range: { cm: [30, 120], mm: [300, 1200], in: [12, 47] },
  rangeHint: message('diameter.reach-is-45-to-80', 'Reach is 45 to 80 cm (18 to 32 in).'),
  graduation: { cm: 0.5, mm: 5, in: 0.25 },
  typicalError: { cm: 1, mm: 10, in: 0.4 },
  errorIncludesRounding: true,
  signed: false,
  place: 'side',
});

/** The level distance from the eye to the middle of the stem. */
export const distanceToAxis: ReadingSpec = {
  key: 'away',
  label: message('diameter.stem-readings.label', 'distance'),
  ask: message('diameter.stem-readings.ask', 'Measure the horizontal distance to the middle of the trunk'),
  quantity: 'length',
  units: ['m', 'ft'],
  defaultUnit: { metric: 'm', imperial: 'ft' },
  range: { m: [1, 100], ft: [3.3, 328] },
  rangeHint: message(
    'diameter.stem-readings.rangeHint',
    'Horizontal distance between the eye and the middle of the trunk.',
  ),
  graduation: { m: 0.01, ft: 0.1 },
  typicalError: { m: 0.1, ft: 0.3 },
  errorIncludesRounding: true,
  signed: false,
  place: 'ground',
  shortcut: 'a',
  callout: 'from',
  instrument: 'tape',
};

/** The level distance from the eye to the near side of the stem. */
export const distanceToBark: ReadingSpec = {
  ...distanceToAxis,
  ask: message(
    'diameter.stem-readings.measure-the-horizontal-distance-to',
    'Measure the horizontal distance to the near side of the trunk',
  ),
  rangeHint: message(
    'diameter.stem-readings.horizontal-distance-between-the-eye',
    'Horizontal distance between the eye and the near side of the trunk.',
  ),
};
