import type { Term, Workbook } from '../uncertainty/index.ts';
import { type MethodContext, resultUnit } from '../measurement/index.ts';
import type { Text } from '../message/index.ts';

export const GIRTH_SOURCE = 'd = c ÷ π: circumference of a circle';

/** The final step of every method that goes round the stem: d = c ÷ π. */
export function girthOverPi(girth: Term, rule: Text, book: Workbook, context: MethodContext): Term {
  const { unit, decimals } = resultUnit('diameter', context.unitSystem);
  return book.step({
    terms: [girth],
    compute: (value = 0) => value / Math.PI,
    write: (value = '') => `${value} ÷ π`,
    decimals,
    final: true,
    unit,
    rule,
    source: GIRTH_SOURCE,
  });
}
