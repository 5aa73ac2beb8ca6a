import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { diagnoseHeight } from '../diagnose-height.ts';
import { FORTY_FIVE, groundLength, shortLength, tangentOf } from '../sights.ts';
import { message } from '../../message/index.ts';

const SOURCE = 'Right triangle with two equal legs';

const description: MethodDescription = {
  id: 'height.forty-five-level',
  version: 2,
  measure: 'height',
  name: message('height.forty-five-level.name', '45° sight, level ground'),
  summary: message(
    'height.forty-five-level.summary',
    'Walk away until the top is at 45°. The distance plus the eye height is the tree height.',
  ),
  help: [
    message('height.on-level-ground-only-on', 'On level ground only. On a slope sight the base as well.'),
    message(
      'height.eye-height-or-the-height',
      'Eye height, or the height of the hand held at eye level: measure the point you sight from.',
    ),
  ],
  safety: message(
    'height.forty-five-level.safety',
    'Look up before you look at the instrument. Do not walk backwards while sighting.',
  ),
  readings: [
    groundLength({
      key: 'back',
      label: message('height.forty-five-level.label', 'horizontal distance'),
      ask: message('height.forty-five-level.ask', 'Measure the horizontal distance to the middle of the trunk'),
      place: 'ground',
      shortcut: 'd',
      callout: 'back',
      isLevelDistance: true,
    }),
    shortLength({
      key: 'eye',
      label: message('height.forty-five-level.eye-height', 'eye height'),
      ask: message('height.forty-five-level.measure-your-eye-height-above', 'Measure your eye height above the ground'),
      place: 'side',
      shortcut: 'h',
      callout: 'eye',
    }),
  ],
  proof: {
    lines: [
      message(
        'height.at-45-the-two-legs',
        'At 45° the two legs of a right triangle are equal: the tip is as far above the eye as the trunk is away.',
      ),
      message('height.the-eye-height-above-the', 'The eye height above the ground is added.'),
    ],
    triangle: { far: message('height.forty-five-level.far', 'above the eye'), distance: 'distance' },
  },
  fixed: [FORTY_FIVE],
  example: { back: { value: 16, unit: 'm' }, eye: { value: 1.6, unit: 'm' } },
  picture: { observer: true, held: 'triangle' },
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
      rule: message(
        'height.at-45-the-top-is',
        'at 45° the top is as far above the eye as the tree is away; the eye height is added',
      ),
      source: SOURCE,
    });
  },
  diagnose: (diagnosis) => diagnoseHeight(diagnosis, 'back'),
};
