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
import { message } from '../../message/index.ts';

const description: MethodDescription = {
  id: 'height.slope-tape',
  version: 1,
  measure: 'height',
  name: message('height.slope-tape.name', 'Two angles, distance taped along the slope'),
  summary: message(
    'height.slope-tape.summary',
    'The tape lies along the slope; its angle gives the horizontal distance.',
  ),
  help: [
    message(
      'height.sight-along-the-tape-from-your',
      'Sight along the tape: from your eye to a mark at eye height on the trunk. This is the angle of the tape, not of the base.',
    ),
    message(
      'height.the-tape-runs-from-below',
      'The tape runs from below your eye to the middle of the trunk, straight and clear of brush.',
    ),
  ],
  safety: message(
    'height.slope-tape.safety',
    'Look up before you look at the instrument. Do not walk backwards on a slope.',
  ),
  readings: [
    topSight,
    baseSight,
    groundLength({
      key: 'tape',
      label: message('height.slope-tape.label', 'slope distance'),
      ask: message('height.slope-tape.ask', 'Tape along the slope to the middle of the trunk'),
      place: 'ground',
      shortcut: 'd',
      callout: 'tape',
    }),
    sight({
      key: 'along',
      label: message('height.slope-tape.angle-of-the-tape', 'angle of the tape'),
      ask: message('height.slope-tape.sight-a-mark-at-your', 'Sight a mark at your eye height on the trunk'),
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
  picture: { observer: true, held: 'clinometer' },
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
    const level = levelPart(
      tape,
      along,
      result.unit,
      message('height.horizontal-part-of-the-tape', 'horizontal part of the tape'),
      book,
    );
    const sights = [
      tangentTerm(readingOf(readings, 'top'), 'top', book),
      tangentTerm(readingOf(readings, 'base'), 'base', book),
    ] as const;
    return timesDifference(level, sights, book, result);
  },
  diagnose: (diagnosis) => diagnoseHeight(diagnosis, 'top'),
};
