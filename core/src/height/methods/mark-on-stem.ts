import { lengthIn, type Method, type MethodDescription, readingOf, resultUnit } from '../../measurement/index.ts';
import { convert, isSlopeUnit, printRounded, slopeTangent } from '../../units/index.ts';
import { diagnoseHeight } from '../diagnose-height.ts';
import { baseSight, shortLength, sight, tangentTerm, topSight, TRIGONOMETRY } from '../sights.ts';
import { HEIGHT_FINDINGS, heightFinding } from '../height-findings.ts';

/** Below this share of the tree a mark magnifies its own error so much that it is worth a word. */
const LOW_MARK_SHARE = 0.15;

const description: MethodDescription = {
  id: 'height.mark-on-stem',
  version: 1,
  measure: 'height',
  name: 'Three sights and a mark on the stem',
  summary: 'No distance needed: a mark or a staff of known height at the trunk is sighted with the top and the base.',
  help: [
    'The higher the mark, the better: one reading at a quarter of the tree is worth sixteen at a sixteenth.',
    'The mark is measured along the stem from the foot that you sight.',
  ],
  safety: 'Do not climb to set the mark. Look up before you look at the instrument.',
  readings: [
    topSight,
    baseSight,
    sight({
      key: 'mark',
      label: 'mark',
      ask: 'Sight the mark on the stem and read the scale',
      place: 'side',
      shortcut: 'm',
      callout: 'ms',
    }),
    shortLength({
      key: 'markHeight',
      label: 'height of the mark',
      ask: 'Measure how high the mark is above the foot of the trunk',
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
  picture: { observer: true },
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
      rule: 'the level distance at which the mark is seen so high',
      source: TRIGONOMETRY,
    });
    return book.step({
      terms: [distance, top, base],
      compute: (d = 0, t = 0, b = 0) => d * (t - b),
      write: (d = '', t = '', b = '') => `${d} × (${t} − ${b})`,
      decimals,
      final: true,
      unit,
      rule: 'that distance times the difference of the tangents',
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
          'The mark lies below the base',
          'The mark is on the stem, above its foot: its reading must be higher than that of the base. A sign was dropped, or the two changed places.',
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
        'A low mark',
        `The mark is at ${printRounded(share * 100, 0)} % of the tree: its error comes out ${printRounded(1 / share, 0)} times as large at the top. Set it higher, or tape the distance.`,
      ),
    ];
  },
};
