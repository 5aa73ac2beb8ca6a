import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { diagnoseHeight } from '../diagnose-height.ts';
import { groundLength, shortLength } from '../sights.ts';

const SOURCE = 'Sum of two lengths';

const description: MethodDescription = {
  id: 'height.tape-drop',
  version: 1,
  measure: 'height',
  name: 'Tape dropped by a climber',
  summary: 'A tape hung down from as high as the climber gets, and the rest up to the tip.',
  help: [
    'Only trained climbers, with their own gear and a second person on the ground.',
    'The rest to the tip is measured with a pole, or estimated and given a wide ±.',
  ],
  safety: 'Climbing is for trained people only. Nobody stands below.',
  readings: [
    groundLength({
      key: 'drop',
      label: 'tape to the ground',
      ask: 'Read the tape at the ground',
      place: 'ground',
      shortcut: 'd',
      callout: 'drop',
      range: { m: [1, 130], ft: [3.3, 426] },
      typicalError: { m: 0.05, ft: 0.15 },
    }),
    shortLength({
      key: 'rest',
      label: 'from its end to the tip',
      ask: 'Measure from the end of the tape up to the tip',
      place: 'tip',
      shortcut: 't',
      callout: 'tip',
      range: { m: [0, 12], cm: [0, 1200], ft: [0, 40], in: [0, 480] },
      typicalError: { m: 0.1, cm: 10, ft: 0.3, in: 4 },
    }),
  ],
  example: { drop: { value: 17, unit: 'm' }, rest: { value: 1.2, unit: 'm' } },
  picture: { observer: false },
  source: SOURCE,
  order: 88,
};

/** H = drop + rest. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('height', context.unitSystem);
    return book.step({
      terms: [
        lengthIn(readingOf(readings, 'drop'), unit, 'tape', book),
        lengthIn(readingOf(readings, 'rest'), unit, 'rest', book),
      ],
      compute: (a = 0, b = 0) => a + b,
      write: (a = '', b = '') => `${a} + ${b}`,
      decimals,
      final: true,
      unit,
      rule: 'the tape, and what is left above it',
      source: SOURCE,
    });
  },
  diagnose: (diagnosis) => diagnoseHeight(diagnosis, 'drop'),
};
