import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { diagnoseHeight } from '../diagnose-height.ts';
import { baseSight, FORTY_FIVE, groundLength, tangentOf, tangentTerm } from '../sights.ts';

const SOURCE = 'Right triangle with two equal legs, and the tangent of the base';

const description: MethodDescription = {
  id: 'height.forty-five-slope',
  version: 2,
  measure: 'height',
  name: 'Walked back to 45°, base sighted',
  summary: 'On a slope: the distance at which the top is seen under 45°, and the sight to the base.',
  help: ['The distance is level, not along the slope.', 'Below the eye the base is minus, and adds.'],
  safety: 'Look up before you look at the instrument. Do not walk backwards while sighting.',
  readings: [
    groundLength({
      key: 'back',
      label: 'distance walked back',
      ask: 'Measure the level distance to the middle of the trunk',
      place: 'ground',
      shortcut: 'd',
      callout: 'walk',
    }),
    baseSight,
  ],
  proof: {
    lines: [
      'At 45° the two short sides of a right triangle are equal: the tip is as far above the eye as the trunk is away.',
      'The base lies below or above the eye by distance × tangent of the sight to it.',
    ],
    triangle: { far: 'above the eye', distance: 'distance' },
  },
  fixed: [FORTY_FIVE],
  example: { back: { value: 16, unit: 'm' }, base: { value: -15, unit: 'pct' } },
  picture: { observer: true },
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
      rule: 'the tangent of 45° is 1; a base below the eye adds',
      source: SOURCE,
    });
  },
  diagnose: (diagnosis) => diagnoseHeight(diagnosis, 'base'),
};
