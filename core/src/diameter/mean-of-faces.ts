import type { Term, Workbook } from '../uncertainty/index.ts';
import type { TwoFaces } from '../measurement/index.ts';
import { message, type Text } from '../message/index.ts';

export const MEAN_OF_FACES_SOURCE = 'Loetsch, Zöhrer & Haller 1973, Forest Inventory II: mean of two diameters';

interface Mean {
  readonly compute: (a: number, b: number) => number;
  readonly write: (a: string, b: string) => string;
  readonly rule: Text;
}

const MEANS: Record<TwoFaces, Mean> = {
  arithmetic: {
    compute: (a, b) => (a + b) / 2,
    write: (a, b) => `(${a} + ${b}) ÷ 2`,
    rule: message('diameter.mean-of-faces.rule', 'arithmetic mean of the two diameters'),
  },
  geometric: {
    compute: (a, b) => Math.sqrt(a * b),
    write: (a, b) => `√(${a} × ${b})`,
    rule: message(
      'diameter.mean-of-faces.geometric-mean-circle-with-the',
      'geometric mean: circle with the area of the ellipse',
    ),
  },
  quadratic: {
    compute: (a, b) => Math.sqrt((a * a + b * b) / 2),
    write: (a, b) => `√((${a}² + ${b}²) ÷ 2)`,
    rule: message('diameter.mean-of-faces.quadratic-mean-mean-of-the', 'quadratic mean: mean of the two basal areas'),
  },
};

/** The final step of a method that takes two faces: their mean by the survey's rule. */
export function meanOfFaces(
  [a, b]: readonly [Term, Term],
  rule: TwoFaces,
  book: Workbook,
  { unit, decimals }: { readonly unit: string; readonly decimals: number },
): Term {
  const mean = MEANS[rule];
  return book.step({
    terms: [a, b],
    compute: (x = 0, y = 0) => mean.compute(x, y),
    write: (x = '', y = '') => mean.write(x, y),
    decimals,
    final: true,
    unit,
    rule: mean.rule,
    source: MEAN_OF_FACES_SOURCE,
  });
}
