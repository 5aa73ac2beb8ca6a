import { lengthIn, readingOf, resultUnit, type Method, type MethodDescription } from '../../method/index.ts';
import { diagnoseHeight } from '../height-slips.ts';
import { groundLength } from '../sights.ts';

const SOURCE = 'Sum of vertical distances';

const description: MethodDescription = {
  id: 'height.laser-verticals',
  version: 1,
  measure: 'height',
  name: 'Laser, vertical distances',
  summary: 'The instrument gives how far the top lies above and the mark or foot below the eye.',
  help: [
    'Below the eye is minus, and adds.',
    'Where the foot is hidden, shoot a mark, and give its height above the ground that counts: mid-slope, or the foot.',
    'Shoot the top several times and take the mean: leaves in front of it read too low.',
  ],
  safety: 'Look up before you look at the instrument. Do not walk backwards while sighting.',
  readings: [
    groundLength({
      key: 'up',
      label: 'top above the eye',
      ask: 'Shoot the tip and read the vertical distance',
      place: 'tip',
      shortcut: 't',
      callout: 'up',
      range: { m: [-130, 130], ft: [-426, 426] },
      typicalError: { m: 0.1, ft: 0.3 },
      instrument: 'laser rangefinder',
      signed: true,
    }),
    groundLength({
      key: 'down',
      label: 'mark from the eye',
      ask: 'Shoot the mark or the foot and read the vertical distance; below the eye is minus',
      place: 'base',
      shortcut: 'b',
      callout: 'down',
      range: { m: [-130, 130], ft: [-426, 426] },
      typicalError: { m: 0.1, ft: 0.3 },
      instrument: 'laser rangefinder',
      signed: true,
    }),
    groundLength({
      key: 'mark',
      label: 'height of the mark',
      ask: 'Measure how high the mark is above the ground; 0 for the foot',
      place: 'side',
      shortcut: 'k',
      callout: 'lm',
      range: { m: [0, 12], ft: [0, 40] },
      typicalError: { m: 0.1, ft: 0.3 },
      instrument: 'laser rangefinder',
      rangeHint: '0 where the foot itself was shot.',
    }),
  ],
  picture: { observer: true },
  source: SOURCE,
  order: 80,
};

/** H = up − down + height of the mark. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('height', context.unitSystem);
    return book.step({
      terms: [
        lengthIn(readingOf(readings, 'up'), unit, 'top', book),
        lengthIn(readingOf(readings, 'down'), unit, 'mark', book),
        lengthIn(readingOf(readings, 'mark'), unit, 'height of the mark', book),
      ],
      compute: (up = 0, down = 0, mark = 0) => up - down + mark,
      write: (up = '', down = '', mark = '') => `${up} − ${down} + ${mark}`,
      decimals,
      final: true,
      unit,
      rule: 'from the mark to the top, and from the ground to the mark',
      source: SOURCE,
    });
  },
  diagnose: (diagnosis) => diagnoseHeight(diagnosis, 'down'),
};
