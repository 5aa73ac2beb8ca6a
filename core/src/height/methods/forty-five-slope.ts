import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { diagnoseHeight } from '../diagnose-height.ts';
import { baseSight, FORTY_FIVE, groundLength, tangentOf, tangentTerm } from '../sights.ts';
import { message } from '../../message/index.ts';

const SOURCE = 'Right triangle with two equal legs, and the tangent of the base';

const description: MethodDescription = {
  id: 'height.forty-five-slope',
  version: 2,
  measure: 'height',
  name: message('height.forty-five-slope.name', '45° sight, base sighted'),
  summary: message(
    'height.forty-five-slope.summary',
    'For slopes: the distance at which the top is at 45°, and the sight to the base.',
  ),
  help: [
    message('height.the-distance-is-horizontal-not', 'The distance is horizontal, not along the slope.'),
    message('height.a-base-below-the-eye', 'A base below the eye has a minus sign and adds.'),
  ],
  safety: message(
    'height.forty-five-slope.safety',
    'Look up before you look at the instrument. Do not walk backwards while sighting.',
  ),
  readings: [
    groundLength({
      key: 'back',
      label: message('height.forty-five-slope.label', 'horizontal distance'),
      ask: message('height.forty-five-slope.ask', 'Measure the horizontal distance to the middle of the trunk'),
      place: 'ground',
      shortcut: 'd',
      callout: 'walk',
      isLevelDistance: true,
    }),
    baseSight,
  ],
  proof: {
    lines: [
      message(
        'height.at-45-the-two-legs',
        'At 45° the two legs of a right triangle are equal: the tip is as far above the eye as the trunk is away.',
      ),
      message(
        'height.the-base-is-distance-tangent',
        'The base is distance × tangent of its sight below or above the eye.',
      ),
    ],
    triangle: { far: message('height.forty-five-slope.far', 'above the eye'), distance: 'distance' },
  },
  fixed: [FORTY_FIVE],
  example: { back: { value: 16, unit: 'm' }, base: { value: -15, unit: 'pct' } },
  picture: { observer: true, held: 'triangle' },
  source: SOURCE,
  order: 41,
};

/** H = d (tan 45° − tan b). */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('height', context.unitSystem);
    return book.step({
      terms: [
        lengthIn(readingOf(readings, 'back'), unit, 'distance', book),
        tangentOf(book.given(readingOf(readings, FORTY_FIVE.key).value), 'top', book),
        tangentTerm(readingOf(readings, 'base'), 'base', book),
      ],
      compute: (d = 0, t = 1, b = 0) => d * (t - b),
      write: (d = '', t = '', b = '') => `${d} × (${t} − ${b})`,
      decimals,
      final: true,
      unit,
      rule: message('height.the-tangent-of-45-is', 'the tangent of 45° is 1; a base below the eye adds'),
      source: SOURCE,
    });
  },
  diagnose: (diagnosis) => diagnoseHeight(diagnosis, 'base'),
};
