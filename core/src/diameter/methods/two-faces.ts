import type { Term, Workbook } from '../../estimate/index.ts';
import {
  lengthIn,
  readingOf,
  resultUnit,
  type Method,
  type MethodDescription,
  type TwoFaces,
} from '../../method/index.ts';
import { convert } from '../../quantity/index.ts';
import { DIAMETER_SLIPS } from '../slips.ts';
import { acrossStem } from '../stem-readings.ts';

/** Above this ratio of the faces one asks whether one of them was misread, or two stems were taken for one. */
export const LARGEST_FACE_RATIO = 1.5;

const description: MethodDescription = {
  id: 'diameter.two-faces',
  version: 1,
  measure: 'diameter',
  name: 'Caliper, two faces',
  summary: 'Two readings at right angles, for stems that are out of round; the survey settles which mean is taken.',
  help: [
    'Take the thickest face, then the one at right angles to it.',
    'Both at the same height, square to the stem.',
    'A girth tape on an oval stem never reads less than the mean of two faces.',
  ],
  safety: 'Look up before you look at the caliper: dead limbs fall without wind.',
  readings: [
    acrossStem({
      key: 'face',
      label: 'face',
      ask: 'Read the caliper on one face at breast height',
      shortcut: 'r',
      callout: '2x',
      instrument: 'caliper',
      errorCm: 0.3,
    }),
    acrossStem({
      key: 'cross',
      label: 'face at right angles',
      ask: 'Read the caliper at right angles to the first face',
      shortcut: 'x',
      callout: '/',
      instrument: 'caliper',
      errorCm: 0.3,
    }),
  ],
  picture: { observer: false },
  source: 'Loetsch, Zöhrer & Haller 1973, Forest Inventory II: mean of two diameters',
  order: 40,
};

type Mean = (a: Term, b: Term, book: Workbook, unit: string, decimals: number) => Term;

const step =
  (compute: (a: number, b: number) => number, write: (a: string, b: string) => string, rule: string): Mean =>
  (a, b, book, unit, decimals) =>
    book.step({
      terms: [a, b],
      compute: (x = 0, y = 0) => compute(x, y),
      write: (x = '', y = '') => write(x, y),
      decimals,
      final: true,
      unit,
      rule,
      source: description.source,
    });

const MEANS: Record<TwoFaces, Mean> = {
  arithmetic: step(
    (a, b) => (a + b) / 2,
    (a, b) => `(${a} + ${b}) ÷ 2`,
    'arithmetic mean of the two faces',
  ),
  geometric: step(
    (a, b) => Math.sqrt(a * b),
    (a, b) => `√(${a} × ${b})`,
    'geometric mean: the circle with the area of the ellipse',
  ),
  quadratic: step(
    (a, b) => Math.sqrt((a * a + b * b) / 2),
    (a, b) => `√((${a}² + ${b}²) ÷ 2)`,
    'quadratic mean: the mean of the two basal areas',
  ),
};

/** Mean of two diameters at right angles, by the survey's rule. */
export const method: Method = {
  description,
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('diameter', context.unitSystem);
    const face = lengthIn(readingOf(readings, 'face'), unit, 'face', book);
    const cross = lengthIn(readingOf(readings, 'cross'), unit, 'face at right angles', book);
    return MEANS[context.twoFaces ?? 'arithmetic'](face, cross, book, unit, decimals);
  },
  diagnose: ({ readings, print }) => {
    const inCm = (key: string): number => {
      const { value, unit } = readingOf(readings, key);
      return convert(value, unit, 'cm');
    };
    const [thin = 0, thick = 0] = [inCm('face'), inCm('cross')].sort((a, b) => a - b);
    const ratio = thick / thin;
    if (ratio <= LARGEST_FACE_RATIO) return [];
    return [
      {
        code: DIAMETER_SLIPS.facesApart,
        severity: 'check',
        reading: 'cross',
        title: 'The two faces are far apart',
        message: `${print(thick)} is ${ratio.toFixed(1)} times ${print(thin)}. A stem so flat is rare: look whether one face was misread, or whether two trees have grown together.`,
        mends: [
          {
            label: 'clear the second face and read it again',
            measure: 'diameter',
            changes: [{ reading: 'cross', text: '', unit: readingOf(readings, 'cross').unit }],
          },
        ],
      },
    ];
  },
};
