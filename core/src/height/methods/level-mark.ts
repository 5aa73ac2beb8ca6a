import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { diagnoseHeight } from '../diagnose-height.ts';
import { levelDistance, shortLength, tangentTerm, topSight, TRIGONOMETRY } from '../sights.ts';
import { message } from '../../message/index.ts';

const description: MethodDescription = {
  id: 'height.level-mark',
  version: 1,
  measure: 'height',
  name: message('height.level-mark.name', 'Mark sighted level'),
  summary: message(
    'height.level-mark.summary',
    'The level sight meets the trunk at a mark or a hand of known height. That height is added to the rise to the top.',
  ),
  help: [
    message(
      'height.level-mark.hand',
      'Sight level: a second person moves a hand along the trunk to the line of sight and measures its height.',
    ),
    message('height.level-mark.no-base', 'The base need not be seen: use it above grass, ferns or a fence.'),
  ],
  safety: message(
    'height.level-mark.safety',
    'Look up before you look at the instrument, and before anybody walks to the trunk.',
  ),
  readings: [
    topSight,
    levelDistance,
    shortLength({
      key: 'levelMark',
      label: message('height.level-mark.label', 'height of the level mark'),
      ask: message('height.level-mark.ask', 'Measure from the base of the trunk up to the mark at the level sight'),
      place: 'side',
      shortcut: 'm',
      callout: 'datum',
    }),
  ],
  example: {
    top: { value: 76, unit: 'pct' },
    distance: { value: 25, unit: 'm' },
    levelMark: { value: 1.45, unit: 'm' },
  },
  picture: { observer: true, held: 'clinometer' },
  source: TRIGONOMETRY,
  order: 25,
};

/** H = d tan t + m. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('height', context.unitSystem);
    const rise = book.step({
      terms: [
        lengthIn(readingOf(readings, 'distance'), unit, 'distance', book),
        tangentTerm(readingOf(readings, 'top'), 'top', book),
      ],
      compute: (d = 0, t = 0) => d * t,
      write: (d = '', t = '') => `${d} × ${t}`,
      decimals: decimals + 1,
      unit,
      rule: message('height.level-mark.rise', 'rise from the mark to the top'),
      source: TRIGONOMETRY,
    });
    const mark = lengthIn(
      readingOf(readings, 'levelMark'),
      unit,
      message('height.level-mark.term', 'height of the mark'),
      book,
    );
    return book.step({
      terms: [rise, mark],
      compute: (r = 0, m = 0) => r + m,
      write: (r = '', m = '') => `${r} + ${m}`,
      decimals,
      final: true,
      unit,
      rule: message('height.level-mark.add', 'rise + height of the mark'),
      source: TRIGONOMETRY,
    });
  },
  diagnose: (diagnosis) => diagnoseHeight(diagnosis, 'top'),
};
