import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { diagnoseHeight } from '../diagnose-height.ts';
import { baseSight, groundLength, levelDistance, tangentTerm, topSight } from '../sights.ts';

const SOURCE = 'Trigonometric height with the plumb point of the top';

const description: MethodDescription = {
  id: 'height.plumb-point',
  version: 1,
  measure: 'height',
  name: 'Leaning tree, by the point below its top',
  summary: 'Two distances: to the foot for the base, and to the point straight below the top for the top.',
  help: [
    'Find the plumb point of the top: walk under it, or drop it with a plumb line from afar.',
    'The mean of two opposite sides does not take the lean out; this does.',
  ],
  safety: 'Do not stand under a leaning tree longer than it takes: look for cracks, roots and dead limbs first.',
  readings: [
    topSight,
    baseSight,
    levelDistance,
    groundLength({
      key: 'below',
      label: 'to below the top',
      ask: 'Measure the level distance to the point straight below the top',
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
  picture: { observer: true },
  source: SOURCE,
  order: 35,
};

/** H = d tan t − d' tan b, d being the distance to the plumb point of the top. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('height', context.unitSystem);
    const below = lengthIn(readingOf(readings, 'below'), unit, 'plumb point', book);
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
      rule: 'the top over its plumb point, the base over the foot',
      source: SOURCE,
    });
  },
  diagnose: (diagnosis) => diagnoseHeight(diagnosis, 'top'),
};
