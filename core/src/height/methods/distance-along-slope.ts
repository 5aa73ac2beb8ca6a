import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { degreesTerm, groundLength, levelPart, sight, TRIGONOMETRY } from '../sights.ts';
import { LOOK_WHERE_YOU_WALK } from '../distances.ts';

const description: MethodDescription = {
  id: 'distance.along-slope',
  version: 1,
  measure: 'distance',
  name: 'Tape along the slope, with its angle',
  summary: 'The tape lies along the slope; its own angle turns it into the level distance.',
  help: ['Sight along the tape: from your eye to a mark at your eye’s height on the trunk.'],
  safety: LOOK_WHERE_YOU_WALK,
  readings: [
    groundLength({
      key: 'tape',
      label: 'along the slope',
      ask: 'Tape along the slope to the middle of the trunk',
      place: 'ground',
      shortcut: 'd',
      callout: 'xt',
    }),
    sight({
      key: 'along',
      label: 'angle of the tape',
      ask: 'Sight a mark at your eye’s height on the trunk',
      place: 'side',
      shortcut: 'l',
      callout: 'xta',
    }),
  ],
  example: { tape: { value: 26.4, unit: 'm' }, along: { value: 18, unit: 'deg' } },
  picture: { observer: false },
  source: TRIGONOMETRY,
  order: 10,
};

/** d = s cos β. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('distance', context.unitSystem);
    const tape = lengthIn(readingOf(readings, 'tape'), unit, 'tape', book);
    const along = degreesTerm(readingOf(readings, 'along'), 'tape', book);
    return levelPart(tape, along, unit, 'the level part of the tape', book, { decimals, final: true });
  },
  diagnose: () => [],
};
