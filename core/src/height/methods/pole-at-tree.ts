import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { diagnoseHeight } from '../diagnose-height.ts';
import { heldLength, shortLength } from '../sights.ts';

const SOURCE = 'Intercept theorem: H = staff × tree ÷ staff as seen';

const description: MethodDescription = {
  id: 'height.pole-at-tree',
  version: 1,
  measure: 'height',
  name: 'Marked pole at the trunk',
  summary: 'A pole of known length stands at the trunk; a scale held upright shows pole and tree. No distance needed.',
  help: [
    'Hold the scale upright and at the same reach for both.',
    'Works on a slope as well: pole and tree stand on the same foot.',
  ],
  safety: 'Look up before you look at the instrument. Do not walk backwards while sighting.',
  readings: [
    shortLength({
      key: 'pole',
      label: 'length of the pole',
      ask: 'Measure the pole',
      place: 'side',
      shortcut: 'k',
      callout: 'pole',
    }),
    heldLength({
      key: 'poleSeen',
      label: 'pole on the scale',
      ask: 'Read how long the pole looks on the scale',
      place: 'base',
      shortcut: 'b',
      callout: 'ps',
    }),
    heldLength({
      key: 'treeSeen',
      label: 'tree on the scale',
      ask: 'Read how long the tree looks on the scale',
      place: 'tip',
      shortcut: 't',
      callout: 'ts',
    }),
  ],
  proof: {
    lines: [
      'Pole and tree stand at one distance and are seen at one reach.',
      'Each has height ÷ distance = what it covers ÷ reach.',
      'Divide one by the other: height ÷ pole = tree covers ÷ pole covers. Distance and reach fall out.',
    ],
    triangle: { near: 'covers', reach: 'reach', far: 'pole or tree', distance: 'distance' },
  },
  example: { pole: { value: 4, unit: 'm' }, poleSeen: { value: 6, unit: 'cm' }, treeSeen: { value: 27, unit: 'cm' } },
  picture: { observer: true },
  source: SOURCE,
  order: 52,
};

/** H = pole × tree as seen ÷ pole as seen. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('height', context.unitSystem);
    const pole = lengthIn(readingOf(readings, 'pole'), unit, 'pole', book);
    const seen = lengthIn(readingOf(readings, 'poleSeen'), 'cm', 'pole on the scale', book);
    const tree = lengthIn(readingOf(readings, 'treeSeen'), 'cm', 'tree on the scale', book);
    return book.step({
      terms: [pole, tree, seen],
      compute: (p = 0, t = 0, s = 1) => (p * t) / s,
      write: (p = '', t = '', s = '') => `${p} × ${t} ÷ ${s}`,
      decimals,
      final: true,
      unit,
      rule: 'as often as the pole goes into the tree',
      source: SOURCE,
    });
  },
  diagnose: (diagnosis) => diagnoseHeight(diagnosis, 'treeSeen'),
};
