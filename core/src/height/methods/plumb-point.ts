import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { diagnoseHeight } from '../diagnose-height.ts';
import { baseSight, groundLength, levelDistance, tangentTerm, topSight } from '../sights.ts';
import { message } from '../../message/index.ts';

const SOURCE = 'Trigonometric height with the plumb point of the top';

const description: MethodDescription = {
  id: 'height.plumb-point',
  version: 1,
  measure: 'height',
  name: message('height.plumb-point.name', 'Leaning tree, by the point below its top'),
  summary: message(
    'height.plumb-point.summary',
    'Two distances: to the base for the base, and to the point straight below the top for the top.',
  ),
  help: [
    message(
      'height.find-the-plumb-point-of',
      'Find the plumb point of the top: stand under it, or use a plumb line from a distance.',
    ),
    message(
      'height.the-mean-from-two-opposite',
      'The mean from two opposite sides does not correct the lean; this does.',
    ),
  ],
  safety: message(
    'height.plumb-point.safety',
    'Do not stay under a leaning tree longer than needed: look for cracks, roots and dead limbs first.',
  ),
  readings: [
    topSight,
    baseSight,
    levelDistance,
    groundLength({
      key: 'below',
      label: message('height.plumb-point.label', 'distance to the plumb point'),
      ask: message('height.plumb-point.ask', 'Measure the horizontal distance to the point straight below the top'),
      place: 'side',
      shortcut: 'f',
      callout: 'plumb',
    }),
  ],
  example: {
    top: { value: 80, unit: 'pct' },
    base: { value: -7, unit: 'pct' },
    distance: { value: 24, unit: 'm' },
    below: { value: 21, unit: 'm' },
  },
  picture: { observer: true, held: 'clinometer' },
  source: SOURCE,
  order: 35,
};

/** H = d tan t − d' tan b, d being the distance to the plumb point of the top. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('height', context.unitSystem);
    const below = lengthIn(readingOf(readings, 'below'), unit, message('height.plumb-point', 'plumb point'), book);
    const foot = lengthIn(readingOf(readings, 'distance'), unit, 'distance', book);
    const top = tangentTerm(readingOf(readings, 'top'), 'top', book);
    const base = tangentTerm(readingOf(readings, 'base'), 'base', book);
    return book.step({
      terms: [below, top, foot, base],
      compute: (p = 0, t = 0, d = 0, b = 0) => p * t - d * b,
      write: (p = '', t = '', d = '', b = '') => `${p} × ${t} − ${d} × ${b}`,
      decimals,
      final: true,
      unit,
      rule: message('height.top-over-its-plumb-point', 'top over its plumb point, base over the foot'),
      source: SOURCE,
    });
  },
  diagnose: (diagnosis) => diagnoseHeight(diagnosis, 'top'),
};
