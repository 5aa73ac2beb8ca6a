import { convert, decimalsOf, type UnitId, unitOf } from '../units/index.ts';
import type { Term, Workbook } from '../uncertainty/index.ts';
import type { ReadingValue } from './description.ts';
import { message, type Text } from '../message/index.ts';

/** Whole-number factors and the unit they multiply: 1 ft is 0.3048 m. */
const factorText = (from: UnitId, to: UnitId): number => Number(convert(1, from, to).toPrecision(12));

/** A length reading as a term in `unit`, with a line that converts it where it was read in another one. */
export function lengthIn(reading: ReadingValue, unit: UnitId, label: Text, book: Workbook): Term {
  const read = book.given(reading.value);
  if (reading.unit === unit) return read;
  const exactFactor = factorText(reading.unit, unit);
  const inverse = factorText(unit, reading.unit);
  const divide = decimalsOf(inverse) < decimalsOf(exactFactor);
  return book.step({
    terms: [read, book.given(divide ? inverse : exactFactor)],
    compute: (value) => convert(value, reading.unit, unit),
    write: (value, factor) => (divide ? `${value} ÷ ${factor}` : `${value} × ${factor}`),
    decimals: 4,
    unit: unitOf(unit).symbol,
    rule: message('measurement.to', '{label}, {words} to {words2}', {
      label,
      words: unitOf(reading.unit).words,
      words2: unitOf(unit).words,
    }),
    source: 'International yard and pound agreement, 1959',
  });
}
