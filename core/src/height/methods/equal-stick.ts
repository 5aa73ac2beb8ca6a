import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { diagnoseHeight } from '../diagnose-height.ts';
import { groundLength } from '../sights.ts';
import { message } from '../../message/index.ts';

const SOURCE = 'Intercept theorem, equal sides';

const description: MethodDescription = {
  id: 'height.equal-stick',
  version: 2,
  measure: 'height',
  name: message('height.equal-stick.name', 'Stick as long as its reach'),
  summary: message(
    'height.equal-stick.summary',
    'A vertical stick as long as its distance from the corner of the eye. Where it covers the tree exactly, the distance is the height.',
  ),
  help: [
    message('height.the-length-of-the-stick', 'The length of the stick and the reach must be equal.'),
    message('height.cover-the-tree-from-base', 'Cover the tree from base to tip without moving the head.'),
    message(
      'height.measure-the-distance-from-the',
      'Measure the distance from the eye to the base of the trunk, along the sight: on a slope, along the slope.',
    ),
  ],
  safety: message(
    'height.equal-stick.safety',
    'Look up before you look at the instrument. Do not walk backwards while sighting.',
  ),
  readings: [
    groundLength({
      key: 'eyeToBase',
      label: message('height.equal-stick.label', 'eye to base'),
      ask: message('height.equal-stick.ask', 'Measure from your eye to the base of the trunk, along the sight'),
      place: 'ground',
      shortcut: 'd',
      callout: 'es',
    }),
  ],
  proof: {
    lines: [
      message(
        'height.the-eye-with-the-ends',
        'The eye with the ends of the stick, and the eye with the ends of the tree, form two triangles with the same angle at the eye.',
      ),
      message('height.so-height-distance-stick-reach', 'So height ÷ distance = stick ÷ reach.'),
      message(
        'height.the-stick-is-as-long',
        'The stick is as long as its reach: stick ÷ reach = 1, so the height is the distance.',
      ),
    ],
    triangle: {
      near: 'stick',
      reach: 'reach',
      far: 'height',
      distance: message('height.equal-stick.distance', 'distance to the base'),
    },
  },
  fixed: [
    { key: 'stick', label: message('height.equal-stick.stick', 'stick'), value: 64, unit: 'cm', standardError: 0.2 },
    { key: 'reach', label: message('height.equal-stick.reach', 'reach'), value: 64, unit: 'cm', standardError: 1 },
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
      rule: message('height.stick-reach-here-64-cm', 'stick = reach, here 64 cm each: height = distance'),
      source: SOURCE,
    });
  },
  diagnose: (diagnosis) => diagnoseHeight(diagnosis, 'eyeToBase'),
};
