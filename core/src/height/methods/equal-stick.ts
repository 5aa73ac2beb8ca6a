import { asRead, readingOf, type Method, type MethodDescription } from '../../method/index.ts';
import { diagnoseHeight } from '../height-slips.ts';
import { groundLength } from '../sights.ts';

const SOURCE = 'Intercept theorem, equal sides';

const description: MethodDescription = {
  id: 'height.equal-stick',
  version: 1,
  measure: 'height',
  name: 'Stick as long as its reach',
  summary:
    'A stick held upright, as long as it is from the corner of the eye: where it covers the tree, the distance is the height.',
  help: [
    'Two equal sticks or one stick and its reach: both lengths must be the same.',
    'Cover the tree from foot to tip without moving the head.',
    'The distance runs from the eye to the foot of the trunk, along the sight: on a slope, along the slope.',
  ],
  safety: 'Look up before you look at the instrument. Do not walk backwards while sighting.',
  readings: [
    groundLength({
      key: 'eyeToBase',
      label: 'eye to the foot',
      ask: 'Measure from your eye to the foot of the trunk, along the sight',
      place: 'ground',
      shortcut: 'd',
      callout: 'es',
      typicalError: { m: 0.4, ft: 1.3 },
    }),
  ],
  proof: {
    lines: [
      'The eye, the two ends of the stick and the two ends of the tree make two triangles with the same angle at the eye.',
      'So height ÷ distance = stick ÷ reach.',
      'The stick is as long as its reach: stick ÷ reach = 1, and the height is the distance.',
    ],
    triangle: { near: 'stick', reach: 'reach', far: 'height', distance: 'distance to the base' },
  },
  example: { eyeToBase: { value: 18, unit: 'm' } },
  picture: { observer: true },
  source: SOURCE,
  order: 50,
};

/** H = distance from the eye to the foot. */
export const method: Method = {
  description,
  compute: (readings, book, context) =>
    asRead(
      {
        measure: 'height',
        reading: readingOf(readings, 'eyeToBase'),
        label: 'distance',
        rule: 'the stick is as long as it is far: the tree is as tall as you stand away',
        source: SOURCE,
      },
      book,
      context,
    ),
  diagnose: (diagnosis) => diagnoseHeight(diagnosis, 'eyeToBase'),
};
