import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { decimalsOf, isSlopeUnit, scaleDivisor, unitOf } from '../../units/index.ts';
import { baseSight, levelDistance, tangentTerm, topSight, TRIGONOMETRY } from '../sights.ts';
import { diagnoseTwoAngles } from '../diagnose-two-angles.ts';
import { message, type Text } from '../../message/index.ts';

const description: MethodDescription = {
  id: 'height.two-angles',
  version: 1,
  measure: 'height',
  name: message('height.two-angles.name', 'Two angles and a distance'),
  summary: message(
    'height.two-angles.summary',
    'Sight the top and the base from a known horizontal distance. Works on any slope, with any scale.',
  ),
  help: [
    message('height.stand-at-least-one-tree', 'Stand at least one tree height away, level with the tree or above it.'),
    message(
      'height.sight-the-tip-itself-in',
      'Sight the tip itself. In a broad crown the near edge looks higher than the top.',
    ),
    message(
      'height.keep-the-signs-above-horizontal',
      'Keep the signs: above horizontal is plus, below is minus. A base below your eye adds, one above it subtracts.',
    ),
    message(
      'height.the-distance-is-horizontal-to',
      'The distance is horizontal, to the middle of the trunk. The 1:20 and 1:15 scales work at any distance.',
    ),
  ],
  safety: message(
    'height.two-angles.safety',
    'Look up before you look at the instrument: dead limbs fall without wind. Do not walk backwards while sighting.',
  ),
  readings: [topSight, baseSight, levelDistance],
  example: { top: { value: 62, unit: 'pct' }, base: { value: -8, unit: 'pct' }, distance: { value: 25, unit: 'm' } },
  picture: { observer: true, held: 'clinometer' },
  source: TRIGONOMETRY,
  order: 10,
};

const signRule = (topValue: number, baseValue: number): Text => {
  if (baseValue > 0) return message('height.base-above-the-eye-subtract', 'base above the eye: subtract');
  if (topValue < 0) return message('height.both-below-the-eye-the', 'both below the eye: the difference');
  return message('height.base-below-the-eye-add', 'base below the eye: add');
};

/**
 * Total height from the signed sights to top and base and the level distance: H = d (tan t − tan b).
 *
 * Linear scales divide by 100, 66, 30, 25, 20 or 15 instead of taking tangents, at any distance.
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
        terms: [tangentTerm(topReading, 'top', book), tangentTerm(baseReading, 'base', book)],
        compute: (t = 0, b = 0) => t - b,
        write: (t = '', b = '') => `${t} − ${b}`,
        decimals: 4,
        unit: '',
        rule,
        source: TRIGONOMETRY,
      });
      return book.step({
        terms: [d, difference],
        compute: (length = 0, rise = 0) => length * rise,
        write: (length = '', rise = '') => `${length} × ${rise}`,
        decimals,
        final: true,
        unit,
        rule: message('height.distance-difference-of-the-tangents', 'distance × difference of the tangents'),
        source: TRIGONOMETRY,
      });
    }
    const difference = book.step({
      terms: [book.given(topReading.value), book.given(baseReading.value)],
      compute: (t = 0, b = 0) => t - b,
      write: (t = '', b = '') => `${t} − ${b}`,
      decimals: Math.max(decimalsOf(topReading.value), decimalsOf(baseReading.value)),
      unit: unitOf(topReading.unit).symbol,
      rule,
      source: TRIGONOMETRY,
    });
    return book.step({
      terms: [d, difference, book.given(divisor)],
      compute: (length = 0, rise = 0, by = 1) => (length * rise) / by,
      write: (length = '', rise = '', by = '') => `${length} × ${rise} ÷ ${by}`,
      decimals,
      final: true,
      unit,
      rule:
        divisor === 100
          ? message('height.distance-percent', 'distance × percent')
          : message('height.distance-reading-scale', 'distance × reading ÷ {divisor} (scale)', {
              divisor: String(divisor),
            }),
      source: TRIGONOMETRY,
    });
  },
  diagnose: (diagnosis) => diagnoseTwoAngles(diagnosis, { top: topSight, base: baseSight, distance: levelDistance }),
};
