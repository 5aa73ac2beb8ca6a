import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { diagnoseHeight } from '../diagnose-height.ts';
import { groundLength, heldLength } from '../sights.ts';

const SOURCE = 'Intercept theorem: H = l d ÷ r';

const description: MethodDescription = {
  id: 'height.stick-ratio',
  version: 1,
  measure: 'height',
  name: 'Stick of any length',
  summary: 'A stick held upright at a known reach; what it covers, its reach and the distance make the height.',
  help: [
    'Read what the tree covers of the stick, foot to tip, without moving the head.',
    'Measure the reach from the corner of the eye, along the sight to the foot.',
  ],
  safety: 'Look up before you look at the instrument. Do not walk backwards while sighting.',
  readings: [
    heldLength({
      key: 'covered',
      label: 'covered of the stick',
      ask: 'Read how much of the stick the tree covers',
      place: 'tip',
      shortcut: 'v',
      callout: 'cov',
    }),
    heldLength({
      key: 'reach',
      label: 'reach',
      ask: 'Measure from the corner of the eye to the stick',
      place: 'side',
      shortcut: 'h',
      callout: 'hold',
      typicalError: { cm: 1, mm: 10, in: 0.4 },
      range: { cm: [20, 150], mm: [200, 1500], in: [8, 60] },
    }),
    groundLength({
      key: 'eyeToBase',
      label: 'eye to the foot',
      ask: 'Measure from your eye to the foot of the trunk, along the sight',
      place: 'ground',
      shortcut: 'd',
      callout: 'off',
    }),
  ],
  proof: {
    lines: [
      'The eye, the two ends of what the tree covers and the two ends of the tree make two triangles with the same angle at the eye.',
      'So height ÷ distance = covered ÷ reach.',
      'Height = distance × covered ÷ reach, for any stick and any reach.',
    ],
    triangle: { near: 'covered', reach: 'reach', far: 'height', distance: 'distance to the base' },
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
      rule: 'as the stick to its reach, so the tree to its distance',
      source: SOURCE,
    });
  },
  diagnose: (diagnosis) => diagnoseHeight(diagnosis, 'covered'),
};
