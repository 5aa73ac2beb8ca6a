import { convert, printAsRead, printRounded, roundTo, type UnitSystem } from '../../quantity/index.ts';
import { CLASS_WIDTHS, downTo } from './classes.ts';
import type { FieldRules } from './field-rules.ts';

/** A dbh as the rules write it down. */
export interface RecordedDbh {
  readonly value: number;
  readonly unit: 'cm' | 'in';
  readonly printed: string;
  /** What was done, with its numbers: `34.7 cm down to 34 cm, class of 2 cm`. */
  readonly words: string;
}

/**
 * The dbh that a survey's rounding rule writes down. The reading stays as it was read, and sums are made from it.
 *
 * @param dbhCm above 0
 */
export function recordedDbh(
  dbhCm: number,
  { rounding, classes }: Pick<FieldRules, 'rounding' | 'classes'>,
  system: UnitSystem,
): RecordedDbh {
  const own = system === 'metric' ? 'cm' : 'in';
  const exact = convert(dbhCm, 'cm', own);
  const read = `${printRounded(exact, 1)} ${own}`;
  switch (rounding) {
    case 'down-to-class': {
      const { width, unit } = CLASS_WIDTHS[classes.width];
      const value = downTo(convert(dbhCm, 'cm', unit), width);
      const printed = printAsRead(value);
      return {
        value,
        unit: unit === 'in' ? 'in' : 'cm',
        printed,
        words: `${read} down to ${printed} ${unit}, in classes of ${printAsRead(width)} ${unit}`,
      };
    }
    case 'to-graduation': {
      const value = roundTo(exact, 1);
      const printed = printRounded(value, 1);
      return { value, unit: own, printed, words: `${printed} ${own}, to the marks of the tape` };
    }
    case 'girth-up': {
      const girth = Math.ceil(Number((Math.PI * exact).toPrecision(9)));
      const value = girth / Math.PI;
      const printed = printRounded(value, 1);
      return {
        value,
        unit: own,
        printed,
        words: `girth ${printRounded(Math.PI * exact, 1)} up to ${printAsRead(girth)} ${own}: ${printed} ${own}`,
      };
    }
  }
}
