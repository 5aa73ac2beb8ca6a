import type { Term, Workbook } from '../../estimate/index.ts';
import {
  lengthIn,
  readingOf,
  resultUnit,
  type Method,
  type MethodDescription,
  type Reading,
  type ReadingSpec,
} from '../../method/index.ts';
import { decimalsOf, isSlopeUnit, scaleDivisor, SLOPE_UNITS, slopeTangent, unitOf } from '../../quantity/index.ts';
import { diagnoseTwoAngles } from '../two-angles-slips.ts';

const SOURCE = 'Loetsch, Zöhrer & Haller 1973, Forest Inventory II: trigonometric height';

const slopeReading = {
  quantity: 'slope',
  units: SLOPE_UNITS,
  defaultUnit: { metric: 'pct', imperial: 'pct' },
  range: { pct: [-1000, 1000], deg: [-84, 84], m20: [-200, 200], m15: [-150, 150] },
  rangeHint: 'A sight straight up or down (90°) has no tangent: stand further away.',
  graduation: { pct: 0.5, deg: 0.1, m20: 0.1, m15: 0.1 },
  typicalError: { pct: 1, deg: 0.5, m20: 0.2, m15: 0.15 },
  signed: true,
  callout: '',
  instrument: 'clinometer',
} as const;

const top: ReadingSpec = {
  ...slopeReading,
  key: 'top',
  label: 'top',
  ask: 'Sight the tip of the crown, not its near edge, and read the scale',
  place: 'tip',
  shortcut: 't',
};

const base: ReadingSpec = {
  ...slopeReading,
  key: 'base',
  label: 'base',
  ask: 'Sight the foot of the trunk; below the eye the reading is negative',
  place: 'base',
  shortcut: 'b',
};

const distance: ReadingSpec = {
  key: 'distance',
  label: 'distance',
  ask: 'Measure the level distance to the middle of the trunk',
  quantity: 'length',
  units: ['m', 'ft'],
  defaultUnit: { metric: 'm', imperial: 'ft' },
  range: { m: [1, 200], ft: [3.3, 656] },
  rangeHint: 'It is the level distance between you and the trunk.',
  graduation: { m: 0.01, ft: 0.1 },
  typicalError: { m: 0.1, ft: 0.3 },
  signed: false,
  place: 'ground',
  shortcut: 'd',
  callout: '@',
  instrument: 'tape',
};

const description: MethodDescription = {
  id: 'height.two-angles',
  version: 1,
  measure: 'height',
  name: 'Two angles and a distance',
  summary: 'Sight the top and the base from a known level distance. Works on any slope, with any of the four scales.',
  help: [
    'Stand at least as far away as the tree is tall, on its level or above it.',
    'Sight the tip itself. In a broad crown the near edge looks higher than the top.',
    'Keep the signs: above level is plus, below level is minus. A base below your eye adds, one above it is taken away.',
    'The distance is level, to the middle of the trunk. On the 1:20 and 1:15 scales any distance will do.',
  ],
  safety:
    'Look up before you look at the instrument: dead limbs fall without wind. Do not walk backwards while sighting.',
  readings: [top, base, distance],
  picture: { observer: true },
  source: SOURCE,
  order: 10,
};

/** A sight in degrees turned into its tangent, with the line that says so. */
function tangentTerm(reading: Reading, label: string, book: Workbook): Term {
  return book.step({
    terms: [book.given(reading.value)],
    compute: (degrees = 0) => slopeTangent(degrees, 'deg'),
    write: (degrees = '') => `tan ${degrees}°`,
    decimals: 4,
    unit: '',
    rule: `rise of the sight to the ${label} for each metre of distance`,
    source: SOURCE,
  });
}

const signRule = (topValue: number, baseValue: number): string => {
  if (baseValue > 0) return 'base above the eye: take it away';
  if (topValue < 0) return 'both below the eye: the difference counts';
  return 'base below the eye: add';
};

/**
 * Total height from the signed sights to top and base and the level distance: H = d (tan t − tan b).
 *
 * Linear scales divide by 100, 20 or 15 instead of taking tangents, at any distance.
 */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const topReading = readingOf(readings, 'top');
    const baseReading = readingOf(readings, 'base');
    const { unit, decimals } = resultUnit('height', context.unitSystem);
    const divisor =
      topReading.unit === baseReading.unit && isSlopeUnit(topReading.unit) ? scaleDivisor(topReading.unit) : null;
    const d = lengthIn(readingOf(readings, 'distance'), unit, 'distance', book);
    const rule = signRule(topReading.value, baseReading.value);
    if (divisor === null) {
      const difference = book.step({
        terms: [sightTerm(topReading, 'top', book), sightTerm(baseReading, 'base', book)],
        compute: (t = 0, b = 0) => t - b,
        write: (t = '', b = '') => `${t} − ${b}`,
        decimals: 4,
        unit: '',
        rule,
        source: SOURCE,
      });
      return book.step({
        terms: [d, difference],
        compute: (length = 0, rise = 0) => length * rise,
        write: (length = '', rise = '') => `${length} × ${rise}`,
        decimals,
        final: true,
        unit,
        rule: 'distance times the difference of the tangents',
        source: SOURCE,
      });
    }
    const difference = book.step({
      terms: [book.given(topReading.value), book.given(baseReading.value)],
      compute: (t = 0, b = 0) => t - b,
      write: (t = '', b = '') => `${t} − ${b}`,
      decimals: Math.max(decimalsOf(topReading.value), decimalsOf(baseReading.value)),
      unit: unitOf(topReading.unit).symbol,
      rule,
      source: SOURCE,
    });
    return book.step({
      terms: [d, difference, book.given(divisor)],
      compute: (length = 0, rise = 0, by = 1) => (length * rise) / by,
      write: (length = '', rise = '', by = '') => `${length} × ${rise} ÷ ${by}`,
      decimals,
      final: true,
      unit,
      rule:
        divisor === 100 ? 'distance times percent' : `distance times the reading, over the scale's ${String(divisor)}`,
      source: SOURCE,
    });
  },
  diagnose: (diagnosis) => diagnoseTwoAngles(diagnosis, { top, base, distance }),
};

/** A sight as a tangent, whatever its scale; only for readings on two different scales or in degrees. */
function sightTerm(reading: Reading, label: string, book: Workbook): Term {
  const divisor = isSlopeUnit(reading.unit) ? scaleDivisor(reading.unit) : null;
  if (divisor === null) return tangentTerm(reading, label, book);
  return book.step({
    terms: [book.given(reading.value), book.given(divisor)],
    compute: (value = 0, by = 1) => value / by,
    write: (value = '', by = '') => `${value} ÷ ${by}`,
    decimals: 4,
    unit: '',
    rule: `rise of the sight to the ${label} for each metre of distance`,
    source: SOURCE,
  });
}
