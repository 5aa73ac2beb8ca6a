import { lengthIn, readingOf, resultUnit, type Method, type MethodDescription } from '../../method/index.ts';
import { diagnoseHeight } from '../height-slips.ts';
import { groundLength, shortLength } from '../sights.ts';

const SOURCE = 'Intercept theorem';

const description: MethodDescription = {
  id: 'height.sighting-triangle',
  version: 1,
  measure: 'height',
  name: 'Sighting triangle of any ratio',
  summary:
    'A triangle held level, such as 2 : 1; where its edge meets the top, the distance over the ratio, and the height of its level line on the stem.',
  help: [
    'Keep the lower edge level: by a plumb line or a level vial.',
    'Note where the level line meets the stem, and measure that height.',
  ],
  safety: 'Look up before you look at the instrument. Do not walk backwards while sighting.',
  readings: [
    groundLength({
      key: 'run',
      label: 'distance',
      ask: 'Measure the level distance to the middle of the trunk',
      place: 'ground',
      shortcut: 'd',
      callout: 'run',
    }),
    groundLength({
      key: 'ratio',
      label: 'ratio, so many to 1',
      ask: 'Look up how many times as long as it is high the triangle is',
      place: 'side',
      shortcut: 'r',
      callout: 'tri',
      quantity: 'count',
      units: ['one'],
      defaultUnit: { metric: 'one', imperial: 'one' },
      range: { one: [0.25, 10] },
      rangeHint: 'A triangle of 2 : 1 has the ratio 2; 1 for 45°.',
      graduation: { one: 0.01 },
      typicalError: { one: 0.02 },
      instrument: 'sighting triangle',
    }),
    shortLength({
      key: 'line',
      label: 'level line on the stem',
      ask: 'Measure how high the level line meets the stem',
      place: 'base',
      shortcut: 'b',
      callout: 'line',
    }),
  ],
  proof: {
    lines: [
      'The triangle in the hand and the one from the eye to the tree have the same angle at the eye, and both a right angle.',
      'So height above the level line ÷ distance = short side ÷ long side = 1 ÷ ratio.',
      'The level line meets the stem above the ground: that much is added.',
    ],
    triangle: { near: 'short side', reach: 'long side', far: 'above the line', distance: 'distance' },
  },
  example: { run: { value: 33, unit: 'm' }, ratio: { value: 2, unit: 'one' }, line: { value: 1.5, unit: 'm' } },
  picture: { observer: true },
  source: SOURCE,
  order: 53,
};

/** H = d ÷ ratio + height of the level line. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('height', context.unitSystem);
    return book.step({
      terms: [
        lengthIn(readingOf(readings, 'run'), unit, 'distance', book),
        book.given(readingOf(readings, 'ratio').value),
        lengthIn(readingOf(readings, 'line'), unit, 'level line', book),
      ],
      compute: (d = 0, r = 1, h = 0) => d / r + h,
      write: (d = '', r = '', h = '') => `${d} ÷ ${r} + ${h}`,
      decimals,
      final: true,
      unit,
      rule: 'the distance over the ratio, and what lies below the level line',
      source: SOURCE,
    });
  },
  diagnose: (diagnosis) => diagnoseHeight(diagnosis, 'run'),
};
