import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { diagnoseHeight } from '../diagnose-height.ts';
import {
  baseSight,
  degreesTerm,
  groundLength,
  levelPart,
  sight,
  tangentTerm,
  timesDifference,
  topSight,
  TRIGONOMETRY,
} from '../sights.ts';

const description: MethodDescription = {
  id: 'height.slope-tape',
  version: 1,
  measure: 'height',
  name: 'Two angles, distance taped along the slope',
  summary: 'The tape lies along the slope; its own angle turns it into the level distance.',
  help: [
    'Sight along the tape: from your eye to a mark at eye height on the trunk. That angle is the tape’s, not the base’s.',
    'The tape runs from below your eye to the middle of the trunk, straight and off the brush.',
  ],
  safety: 'Look up before you look at the instrument. Do not walk backwards on a slope.',
  readings: [
    topSight,
    baseSight,
    groundLength({
      key: 'tape',
      label: 'along the slope',
      ask: 'Tape along the slope to the middle of the trunk',
      place: 'ground',
      shortcut: 'd',
      callout: 'tape',
    }),
    sight({
      key: 'along',
      label: 'angle of the tape',
      ask: 'Sight a mark at your eye’s height on the trunk',
      place: 'side',
      shortcut: 'l',
      callout: 'along',
    }),
  ],
  example: {
    top: { value: 62, unit: 'pct' },
    base: { value: -8, unit: 'pct' },
    tape: { value: 26, unit: 'm' },
    along: { value: 12, unit: 'deg' },
  },
  picture: { observer: true },
  source: TRIGONOMETRY,
  order: 12,
};

/** H = s cos β (tan t − tan b), β being the angle of the tape. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const result = resultUnit('height', context.unitSystem);
    const tape = lengthIn(readingOf(readings, 'tape'), result.unit, 'tape', book);
    const along = degreesTerm(readingOf(readings, 'along'), 'tape', book);
    const level = levelPart(tape, along, result.unit, 'the level part of the tape', book);
    const sights = [
      tangentTerm(readingOf(readings, 'top'), 'top', book),
      tangentTerm(readingOf(readings, 'base'), 'base', book),
    ] as const;
    return timesDifference(level, sights, book, result);
  },
  diagnose: (diagnosis) => diagnoseHeight(diagnosis, 'top'),
};
