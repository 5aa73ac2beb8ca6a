import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { diagnoseHeight } from '../diagnose-height.ts';
import { groundLength, heldLength } from '../sights.ts';
import { message } from '../../message/index.ts';

const SOURCE = 'Intercept theorem: H = l d ÷ r';

const description: MethodDescription = {
  id: 'height.stick-ratio',
  version: 1,
  measure: 'height',
  name: message('height.stick-ratio.name', 'Stick of any length'),
  summary: message(
    'height.stick-ratio.summary',
    'A vertical stick at a known reach. The length covered by the tree, the reach and the distance give the height.',
  ),
  help: [
    message(
      'height.read-the-length-covered-from',
      'Read the length covered, from base to tip, without moving the head.',
    ),
    message(
      'height.measure-the-reach-from-the',
      'Measure the reach from the corner of the eye, along the sight to the base.',
    ),
  ],
  safety: message(
    'height.stick-ratio.safety',
    'Look up before you look at the instrument. Do not walk backwards while sighting.',
  ),
  readings: [
    heldLength({
      key: 'covered',
      label: message('height.stick-ratio.label', 'length covered'),
      ask: message('height.stick-ratio.ask', 'Read the length of stick covered by the tree'),
      place: 'tip',
      shortcut: 'v',
      callout: 'cov',
    }),
    heldLength({
      key: 'reach',
      isSetting: true,
      label: message('height.stick-ratio.reach', 'reach'),
      ask: message('height.stick-ratio.measure-from-the-corner-of', 'Measure from the corner of the eye to the stick'),
      place: 'side',
      shortcut: 'h',
      callout: 'hold',
      typicalError: { cm: 1, mm: 10, in: 0.4 },
      range: { cm: [20, 150], mm: [200, 1500], in: [8, 60] },
    }),
    groundLength({
      key: 'eyeToBase',
      label: message('height.stick-ratio.eye-to-base', 'eye to base'),
      ask: message(
        'height.stick-ratio.measure-from-your-eye-to',
        'Measure from your eye to the base of the trunk, along the sight',
      ),
      place: 'ground',
      shortcut: 'd',
      callout: 'off',
    }),
  ],
  proof: {
    lines: [
      message(
        'height.the-eye-with-the-ends-of',
        'The eye with the ends of the covered length, and the eye with the ends of the tree, form two triangles with the same angle at the eye.',
      ),
      message('height.so-height-distance-length-covered', 'So height ÷ distance = length covered ÷ reach.'),
      message(
        'height.height-distance-length-covered-reach',
        'Height = distance × length covered ÷ reach, for any stick and any reach.',
      ),
    ],
    triangle: {
      near: 'covered',
      reach: 'reach',
      far: 'height',
      distance: message('height.stick-ratio.distance', 'distance to the base'),
    },
  },
  example: {
    covered: { value: 40, unit: 'cm' },
    reach: { value: 64, unit: 'cm' },
    eyeToBase: { value: 29, unit: 'm' },
  },
  picture: { observer: true },
  source: SOURCE,
  order: 51,
};

/** H = l d ÷ r. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('height', context.unitSystem);
    const terms = (['covered', 'eyeToBase', 'reach'] as const).map((key) =>
      lengthIn(readingOf(readings, key), unit, key === 'eyeToBase' ? 'distance' : key, book),
    );
    return book.step({
      terms,
      compute: (l = 0, d = 0, r = 1) => (l * d) / r,
      write: (l = '', d = '', r = '') => `${l} × ${d} ÷ ${r}`,
      decimals,
      final: true,
      unit,
      rule: message('height.distance-length-covered-reach', 'distance × length covered ÷ reach'),
      source: SOURCE,
    });
  },
  diagnose: (diagnosis) => diagnoseHeight(diagnosis, 'covered'),
};
