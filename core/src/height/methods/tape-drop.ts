import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { diagnoseHeight } from '../diagnose-height.ts';
import { groundLength, shortLength } from '../sights.ts';
import { message } from '../../message/index.ts';

const SOURCE = 'Sum of two lengths';

const description: MethodDescription = {
  id: 'height.tape-drop',
  version: 1,
  measure: 'height',
  name: message('height.tape-drop.name', 'Tape dropped by a climber'),
  summary: message(
    'height.tape-drop.summary',
    'A tape hung from the highest point the climber reaches, plus the rest to the tip.',
  ),
  help: [
    message(
      'height.only-trained-climbers-with-their',
      'Only trained climbers, with their own gear and a second person on the ground.',
    ),
    message(
      'height.measure-the-rest-to-the',
      'Measure the rest to the tip with a pole, or estimate it and enter a large ±.',
    ),
  ],
  safety: message('height.tape-drop.safety', 'Climbing is for trained people only. No one stands below.'),
  readings: [
    groundLength({
      key: 'drop',
      label: message('height.tape-drop.label', 'tape to the ground'),
      ask: message('height.tape-drop.ask', 'Read the tape at the ground'),
      place: 'ground',
      shortcut: 'd',
      callout: 'drop',
      range: { m: [1, 130], ft: [3.3, 426] },
      typicalError: { m: 0.05, ft: 0.15 },
    }),
    shortLength({
      key: 'rest',
      label: message('height.tape-drop.from-its-end-to-the', 'from its end to the tip'),
      ask: message('height.tape-drop.measure-from-the-end-of', 'Measure from the end of the tape up to the tip'),
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
      rule: message('height.tape-plus-the-rest-above', 'tape plus the rest above it'),
      source: SOURCE,
    });
  },
  diagnose: (diagnosis) => diagnoseHeight(diagnosis, 'drop'),
};
