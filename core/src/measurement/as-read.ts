import type { Term, Workbook } from '../uncertainty/index.ts';
import { type Measure, type MethodContext, type ReadingValue, resultUnit } from './description.ts';
import { lengthIn } from './in-unit.ts';
import type { Text } from '../message/index.ts';

interface AsRead {
  readonly measure: Measure;
  readonly reading: ReadingValue;
  readonly label: Text;
  readonly rule: Text;
  readonly source: string;
}

/** The final step of a method whose instrument has done the sum: the reading itself, in the unit of the result. */
export function asRead(
  { measure, reading, label, rule, source }: AsRead,
  book: Workbook,
  context: MethodContext,
): Term {
  const { unit, decimals } = resultUnit(measure, context.unitSystem);
  return book.step({
    terms: [lengthIn(reading, unit, label, book)],
    compute: (value = 0) => value,
    write: (value = '') => value,
    decimals,
    final: true,
    unit,
    rule,
    source,
  });
}
