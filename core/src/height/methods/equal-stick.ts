import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { diagnoseHeight } from '../diagnose-height.ts';
import { groundLength } from '../sights.ts';

const SOURCE = 'Intercept theorem, equal sides';

const description: MethodDescription = {
  id: 'height.equal-stick',
  version: 2,
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
  fixed: [
    { key: 'stick', label: 'stick', value: 64, unit: 'cm', standardError: 0.2 },
    { key: 'reach', label: 'reach', value: 64, unit: 'cm', standardError: 1 },
  ],
  example: { eyeToBase: { value: 18, unit: 'm' } },
  picture: { observer: true },
  source: SOURCE,
  order: 50,
};

/** H = distance from the eye to the foot × stick ÷ reach, which are equal. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('height', context.unitSystem);
    return book.step({
      terms: [
        lengthIn(readingOf(readings, 'eyeToBase'), unit, 'distance', book),
        book.given(readingOf(readings, 'stick').value),
        book.given(readingOf(readings, 'reach').value),
      ],
      compute: (d = 0, l = 1, r = 1) => (d * l) / r,
      write: (d = '', l = '', r = '') => `${d} × ${l} ÷ ${r}`,
      decimals,
      final: true,
      unit,
      rule: 'the stick is as long as its reach, here 64 cm each: the tree is as tall as you stand away',
      source: SOURCE,
    });
  },
  diagnose: (diagnosis) => diagnoseHeight(diagnosis, 'eyeToBase'),
};
