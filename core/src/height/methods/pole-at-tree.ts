import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { diagnoseHeight } from '../diagnose-height.ts';
import { heldLength, shortLength } from '../sights.ts';
import { message } from '../../message/index.ts';

const SOURCE = 'Intercept theorem: H = staff × tree ÷ staff as seen';

const description: MethodDescription = {
  id: 'height.pole-at-tree',
  version: 1,
  measure: 'height',
  name: message('height.pole-at-tree.name', 'Marked pole at the trunk'),
  summary: message(
    'height.pole-at-tree.summary',
    'A pole of known length at the trunk; a vertical scale shows pole and tree. No distance needed.',
  ),
  help: [
    message('height.hold-the-scale-vertical-and', 'Hold the scale vertical and at the same reach for both readings.'),
    message('height.works-on-slopes-pole-and', 'Works on slopes: pole and tree have the same base.'),
  ],
  safety: message(
    'height.pole-at-tree.safety',
    'Look up before you look at the instrument. Do not walk backwards while sighting.',
  ),
  readings: [
    shortLength({
      key: 'pole',
      label: message('height.pole-at-tree.label', 'pole length'),
      ask: message('height.pole-at-tree.ask', 'Measure the pole'),
      place: 'side',
      shortcut: 'k',
      callout: 'pole',
    }),
    heldLength({
      key: 'poleSeen',
      label: message('height.pole-at-tree.pole-on-the-scale', 'pole on the scale'),
      ask: message('height.pole-at-tree.read-the-pole-on-the', 'Read the pole on the scale'),
      place: 'base',
      shortcut: 'b',
      callout: 'ps',
    }),
    heldLength({
      key: 'treeSeen',
      label: message('height.pole-at-tree.tree-on-the-scale', 'tree on the scale'),
      ask: message('height.pole-at-tree.read-the-tree-on-the', 'Read the tree on the scale'),
      place: 'tip',
      shortcut: 't',
      callout: 'ts',
    }),
  ],
  proof: {
    lines: [
      message('height.pole-and-tree-are-at', 'Pole and tree are at the same distance and seen at the same reach.'),
      message('height.for-each-height-distance-covered', 'For each, height ÷ distance = covered length ÷ reach.'),
      message(
        'height.dividing-one-by-the-other',
        'Dividing one by the other: height ÷ pole = tree on the scale ÷ pole on the scale. Distance and reach cancel.',
      ),
    ],
    triangle: {
      near: 'covers',
      reach: 'reach',
      far: message('height.pole-at-tree.far', 'pole or tree'),
      distance: 'distance',
    },
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
    const seen = lengthIn(
      readingOf(readings, 'poleSeen'),
      'cm',
      message('height.pole-on-the-scale', 'pole on the scale'),
      book,
    );
    const tree = lengthIn(
      readingOf(readings, 'treeSeen'),
      'cm',
      message('height.tree-on-the-scale', 'tree on the scale'),
      book,
    );
    return book.step({
      terms: [pole, tree, seen],
      compute: (p = 0, t = 0, s = 1) => (p * t) / s,
      write: (p = '', t = '', s = '') => `${p} × ${t} ÷ ${s}`,
      decimals,
      final: true,
      unit,
      rule: message('height.pole-length-tree-on-the', 'pole length × tree on the scale ÷ pole on the scale'),
      source: SOURCE,
    });
  },
  diagnose: (diagnosis) => diagnoseHeight(diagnosis, 'treeSeen'),
};
