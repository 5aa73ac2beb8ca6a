import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { degreesToRadians } from '../../units/index.ts';
import { diagnoseHeight } from '../diagnose-height.ts';
import { groundLength, shortLength } from '../sights.ts';

const SOURCE = 'Intercept theorem';

const description: MethodDescription = {
  id: 'height.sighting-triangle',
  version: 2,
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
      shortcut: 'g',
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
  fixed: [{ key: 'level', label: 'lower edge held level', value: 0, unit: 'deg', standardError: 0.5 }],
  example: { run: { value: 33, unit: 'm' }, ratio: { value: 2, unit: 'one' }, line: { value: 1.5, unit: 'm' } },
  picture: { observer: true },
  source: SOURCE,
  order: 53,
};

/** H = d tan(atan(1 ÷ ratio) + level) + height of the level line, the level being 0. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('height', context.unitSystem);
    const rise = book.step({
      terms: [book.given(readingOf(readings, 'ratio').value), book.given(readingOf(readings, 'level').value)],
      compute: (r = 1, level = 0) => Math.tan(Math.atan(1 / r) + degreesToRadians(level)),
      write: (r = '', level = '') => `tan(atan(1 ÷ ${r}) + ${level})°`,
      decimals: 4,
      unit: '',
      rule: 'rise of the upper edge for each metre of distance, the lower edge held level',
      source: SOURCE,
    });
    return book.step({
      terms: [
        lengthIn(readingOf(readings, 'run'), unit, 'distance', book),
        rise,
        lengthIn(readingOf(readings, 'line'), unit, 'level line', book),
      ],
      compute: (d = 0, t = 0, h = 0) => d * t + h,
      write: (d = '', t = '', h = '') => `${d} × ${t} + ${h}`,
      decimals,
      final: true,
      unit,
      rule: 'what lies above the level line, and what lies below it',
      source: SOURCE,
    });
  },
  diagnose: (diagnosis) => diagnoseHeight(diagnosis, 'run'),
};
