import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { degreesToRadians } from '../../units/index.ts';
import { diagnoseHeight } from '../diagnose-height.ts';
import { groundLength, shortLength } from '../sights.ts';
import { message } from '../../message/index.ts';

const SOURCE = 'Intercept theorem';

const description: MethodDescription = {
  id: 'height.sighting-triangle',
  version: 2,
  measure: 'height',
  name: message('height.sighting-triangle.name', 'Sighting triangle of any ratio'),
  summary: message(
    'height.sighting-triangle.summary',
    'A triangle held horizontal, such as 2 : 1. Where its edge meets the top: distance ÷ ratio, plus the height of its horizontal line on the stem.',
  ),
  help: [
    message('height.keep-the-lower-edge-horizontal', 'Keep the lower edge horizontal, with a plumb line or a level.'),
    message(
      'height.note-where-the-horizontal-line',
      'Note where the horizontal line meets the stem, and measure that height.',
    ),
  ],
  safety: message(
    'height.sighting-triangle.safety',
    'Look up before you look at the instrument. Do not walk backwards while sighting.',
  ),
  readings: [
    groundLength({
      key: 'run',
      label: message('height.sighting-triangle.label', 'distance'),
      ask: message('height.sighting-triangle.ask', 'Measure the horizontal distance to the middle of the trunk'),
      place: 'ground',
      shortcut: 'd',
      callout: 'run',
      isLevelDistance: true,
    }),
    groundLength({
      key: 'ratio',
      isSetting: true,
      label: message('height.sighting-triangle.ratio-length-height', 'ratio (length : height)'),
      ask: message(
        'height.sighting-triangle.enter-how-many-times-longer',
        'Enter how many times longer than high the triangle is',
      ),
      place: 'side',
      shortcut: 'g',
      callout: 'tri',
      quantity: 'count',
      units: ['one'],
      defaultUnit: { metric: 'one', imperial: 'one' },
      range: { one: [0.25, 10] },
      rangeHint: message('height.sighting-triangle.rangeHint', 'A 2 : 1 triangle has ratio 2; 45° has ratio 1.'),
      graduation: { one: 0.01 },
      typicalError: { one: 0.02 },
      instrument: 'sighting triangle',
    }),
    shortLength({
      key: 'line',
      label: message('height.sighting-triangle.horizontal-line-on-the-stem', 'horizontal line on the stem'),
      ask: message(
        'height.sighting-triangle.measure-the-height-at-which',
        'Measure the height at which the horizontal line meets the stem',
      ),
      place: 'base',
      shortcut: 'b',
      callout: 'line',
    }),
  ],
  proof: {
    lines: [
      message(
        'height.the-triangle-in-the-hand',
        'The triangle in the hand and the triangle from eye to tree have the same angle at the eye, and a right angle each.',
      ),
      message(
        'height.so-height-above-the-horizontal',
        'So height above the horizontal line ÷ distance = short side ÷ long side = 1 ÷ ratio.',
      ),
      message('height.the-height-of-the-horizontal', 'The height of the horizontal line above the ground is added.'),
    ],
    triangle: {
      near: message('height.sighting-triangle.near', 'short side'),
      reach: message('height.sighting-triangle.reach', 'long side'),
      far: message('height.sighting-triangle.far', 'above the line'),
      distance: 'distance',
    },
  },
  fixed: [
    {
      key: 'level',
      label: message('height.sighting-triangle.lower-edge-held-horizontal', 'lower edge held horizontal'),
      value: 0,
      unit: 'deg',
      standardError: 0.5,
    },
  ],
  example: { run: { value: 33, unit: 'm' }, ratio: { value: 2, unit: 'one' }, line: { value: 1.5, unit: 'm' } },
  picture: { observer: true, held: 'triangle' },
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
      rule: message(
        'height.rise-of-the-upper-edge',
        'rise of the upper edge per metre of distance, lower edge horizontal',
      ),
      source: SOURCE,
    });
    return book.step({
      terms: [
        lengthIn(readingOf(readings, 'run'), unit, 'distance', book),
        rise,
        lengthIn(readingOf(readings, 'line'), unit, message('height.horizontal-line', 'horizontal line'), book),
      ],
      compute: (d = 0, t = 0, h = 0) => d * t + h,
      write: (d = '', t = '', h = '') => `${d} × ${t} + ${h}`,
      decimals,
      final: true,
      unit,
      rule: message('height.height-above-the-horizontal-line', 'height above the horizontal line plus height below it'),
      source: SOURCE,
    });
  },
  diagnose: (diagnosis) => diagnoseHeight(diagnosis, 'run'),
};
