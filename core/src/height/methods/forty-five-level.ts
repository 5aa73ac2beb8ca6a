import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { diagnoseHeight } from '../diagnose-height.ts';
import { FORTY_FIVE, groundLength, shortLength, tangentOf } from '../sights.ts';

const SOURCE = 'Right triangle with two equal legs';

const description: MethodDescription = {
  id: 'height.forty-five-level',
  version: 2,
  measure: 'height',
  name: 'Walked back to 45°, level ground',
  summary: 'Walk away until the top is seen under 45°; the distance and the height of the eye make the height.',
  help: [
    'On level ground only: on a slope sight the base as well.',
    'The eye, or the hand that is held at the level line: measure what you sight from.',
  ],
  safety: 'Look up before you look at the instrument. Do not walk backwards while sighting.',
  readings: [
    groundLength({
      key: 'back',
      label: 'distance walked back',
      ask: 'Measure the level distance to the middle of the trunk',
      place: 'ground',
      shortcut: 'd',
      callout: 'back',
    }),
    shortLength({
      key: 'eye',
      label: 'height of the eye',
      ask: 'Measure the height of your eye above the ground',
      place: 'side',
      shortcut: 'y',
      callout: 'eye',
    }),
  ],
  proof: {
    lines: [
      'At 45° the two short sides of a right triangle are equal: the tip is as far above the eye as the trunk is away.',
      'The eye stands above the ground: that much is added.',
    ],
    triangle: { far: 'above the eye', distance: 'distance' },
  },
  fixed: [FORTY_FIVE],
  example: { back: { value: 16, unit: 'm' }, eye: { value: 1.6, unit: 'm' } },
  picture: { observer: true },
  source: SOURCE,
  order: 40,
};

/** H = d tan 45° + e. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('height', context.unitSystem);
    return book.step({
      terms: [
        lengthIn(readingOf(readings, 'back'), unit, 'distance', book),
        tangentOf(book.given(readingOf(readings, FORTY_FIVE.key).value), 'top', book),
        lengthIn(readingOf(readings, 'eye'), unit, 'eye', book),
      ],
      compute: (d = 0, t = 1, e = 0) => d * t + e,
      write: (d = '', t = '', e = '') => `${d} × ${t} + ${e}`,
      decimals,
      final: true,
      unit,
      rule: 'under 45° the top is as far above the eye as you stand away; the eye’s own height is added',
      source: SOURCE,
    });
  },
  diagnose: (diagnosis) => diagnoseHeight(diagnosis, 'back'),
};
