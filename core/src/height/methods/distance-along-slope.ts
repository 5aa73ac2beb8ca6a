import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { degreesTerm, groundLength, levelPart, sight, TRIGONOMETRY } from '../sights.ts';
import { LOOK_WHERE_YOU_WALK } from '../distances.ts';
import { message } from '../../message/index.ts';

const description: MethodDescription = {
  id: 'distance.along-slope',
  version: 1,
  measure: 'distance',
  name: message('height.distance-along-slope.name', 'Tape along the slope, with its angle'),
  summary: message(
    'height.distance-along-slope.summary',
    'The tape lies along the slope; its angle gives the horizontal distance.',
  ),
  help: [
    message(
      'height.sight-along-the-tape-from',
      'Sight along the tape: from your eye to a mark at eye height on the trunk.',
    ),
  ],
  safety: LOOK_WHERE_YOU_WALK,
  readings: [
    groundLength({
      key: 'tape',
      label: message('height.distance-along-slope.label', 'slope distance'),
      ask: message('height.distance-along-slope.ask', 'Tape along the slope to the middle of the trunk'),
      place: 'ground',
      shortcut: 'd',
      callout: 'xt',
    }),
    sight({
      key: 'along',
      label: message('height.distance-along-slope.angle-of-the-tape', 'angle of the tape'),
      ask: message('height.distance-along-slope.sight-a-mark-at-your', 'Sight a mark at your eye height on the trunk'),
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
    return levelPart(
      tape,
      along,
      unit,
      message('height.horizontal-part-of-the-tape', 'horizontal part of the tape'),
      book,
      { decimals, final: true },
    );
  },
  diagnose: () => [],
};
