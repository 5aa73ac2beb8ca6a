import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { convert, isSlopeUnit, printRounded, slopeTangent } from '../../units/index.ts';
import { diagnoseHeight } from '../diagnose-height.ts';
import { baseSight, shortLength, sight, tangentTerm, topSight, TRIGONOMETRY } from '../sights.ts';
import { HEIGHT_FINDINGS, heightFinding } from '../height-findings.ts';
import { message } from '../../message/index.ts';

/** Below this share of the tree a mark magnifies its own error so much that it is worth a word. */
const LOW_MARK_SHARE = 0.15;

const description: MethodDescription = {
  id: 'height.mark-on-stem',
  version: 1,
  measure: 'height',
  name: message('height.mark-on-stem.name', 'Three sights and a mark on the stem'),
  summary: message(
    'height.mark-on-stem.summary',
    'No distance needed: sight the top, the base, and a mark or staff of known height at the trunk.',
  ),
  help: [
    message(
      'height.the-higher-the-mark-the',
      'The higher the mark, the smaller the error: at a quarter of the height it is a quarter of that at a sixteenth.',
    ),
    message('height.measure-the-mark-along-the', 'Measure the mark along the stem from the base that you sight.'),
  ],
  safety: message(
    'height.mark-on-stem.safety',
    'Do not climb to set the mark. Look up before you look at the instrument.',
  ),
  readings: [
    topSight,
    baseSight,
    sight({
      key: 'mark',
      label: message('height.mark-on-stem.label', 'mark'),
      ask: message('height.mark-on-stem.ask', 'Sight the mark on the stem and read the scale'),
      place: 'side',
      shortcut: 'm',
      callout: 'ms',
    }),
    shortLength({
      key: 'markHeight',
      label: message('height.mark-on-stem.height-of-the-mark', 'height of the mark'),
      ask: message(
        'height.mark-on-stem.measure-the-height-of-the',
        'Measure the height of the mark above the base of the trunk',
      ),
      place: 'side',
      shortcut: 'k',
      callout: 'mark',
    }),
  ],
  example: {
    top: { value: 76, unit: 'pct' },
    base: { value: -14, unit: 'pct' },
    mark: { value: 12, unit: 'pct' },
    markHeight: { value: 5, unit: 'm' },
  },
  picture: { observer: true, held: 'clinometer' },
  source: TRIGONOMETRY,
  order: 30,
};

/** H = h (tan t − tan b) ÷ (tan m − tan b). */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('height', context.unitSystem);
    const height = lengthIn(readingOf(readings, 'markHeight'), unit, 'mark', book);
    const top = tangentTerm(readingOf(readings, 'top'), 'top', book);
    const base = tangentTerm(readingOf(readings, 'base'), 'base', book);
    const mark = tangentTerm(readingOf(readings, 'mark'), 'mark', book);
    const distance = book.step({
      terms: [height, mark, base],
      compute: (h = 0, m = 0, b = 0) => h / (m - b),
      write: (h = '', m = '', b = '') => `${h} ÷ (${m} − ${b})`,
      decimals: 3,
      unit,
      rule: message('height.horizontal-distance-at-which-the', 'horizontal distance at which the mark has this angle'),
      source: TRIGONOMETRY,
    });
    return book.step({
      terms: [distance, top, base],
      compute: (d = 0, t = 0, b = 0) => d * (t - b),
      write: (d = '', t = '', b = '') => `${d} × (${t} − ${b})`,
      decimals,
      final: true,
      unit,
      rule: message('height.this-distance-difference-of-the', 'this distance × difference of the tangents'),
      source: TRIGONOMETRY,
    });
  },
  diagnose: (diagnosis) => {
    const { readings, value } = diagnosis;
    const tangent = (key: string): number => {
      const { value: read, unit } = readingOf(readings, key);
      return isSlopeUnit(unit) ? slopeTangent(read, unit) : 0;
    };
    if (tangent('mark') <= tangent('base')) {
      return [
        heightFinding(
          HEIGHT_FINDINGS.topBelowBase,
          'stop',
          'mark',
          message('height.the-mark-is-below-the', 'The mark is below the base'),
          message(
            'height.the-mark-is-on-the',
            'The mark is on the stem above the base, so its reading must be higher. A sign is missing, or the two readings are exchanged.',
          ),
        ),
      ];
    }
    const found = diagnoseHeight(diagnosis, 'top');
    const { value: read, unit } = readingOf(readings, 'markHeight');
    const share = convert(read, unit, 'm') / value;
    if (!(share < LOW_MARK_SHARE) || found.some(({ severity }) => severity === 'stop')) return found;
    return [
      ...found,
      heightFinding(
        HEIGHT_FINDINGS.lowMark,
        'note',
        'markHeight',
        message('height.the-mark-is-low', 'The mark is low'),
        message(
          'height.the-mark-is-at-of',
          'The mark is at {share} % of the tree height: its error is {printRounded} times as large at the top. Set it higher, or tape the distance.',
          { share: printRounded(share * 100, 0), printRounded: printRounded(1 / share, 0) },
        ),
      ),
    ];
  },
};
