import { convert, printRounded, type UnitId, unitOf } from '../units/index.ts';

/** The known ways to misread the end of a tape. */
export type TapeReadingError = 'wrong-side' | 'from-one' | 'plain-side' | 'other-unit';

export interface TapeReading {
  readonly readingError: TapeReadingError;
  readonly title: string;
  /** What was done, and how to see it. */
  readonly words: string;
  /** What the tape says if this error was made, in the unit of the reading. */
  readonly meant: number;
  readonly unit: UnitId;
}

/** A tape is numbered in whole centimetres or inches, with ten divisions between. */
const DIVISIONS = 10;

const rounded = (value: number, decimals = 1): number => Number(value.toFixed(decimals));

/**
 * What a tape reads if a number was arrived at by an error: counted back from the next number, taken from the 1 instead of
 * the 0, read on the plain side instead of the diameter side, read in the other unit.
 *
 * @param value as read, above 0, in cm or in
 * @param unit unit of the reading
 */
export function tapeReadingErrors(value: number, unit: 'cm' | 'in'): readonly TapeReading[] {
  const symbol = unitOf(unit).symbol;
  const below = Math.floor(value + 1e-9);
  const marks = Math.round((value - below) * DIVISIONS);
  const back = rounded(below + (DIVISIONS - marks) / DIVISIONS);
  const other = unit === 'cm' ? 'in' : 'cm';
  const readings: TapeReading[] = [
    {
      readingError: 'from-one',
      title: 'From the 1 instead of the 0',
      words: `The 1 was laid at the overlap: every number is one ${symbol} too large. Look for the zero; on some tapes it lies behind a blank end.`,
      meant: rounded(value - 1),
      unit,
    },
    {
      readingError: 'plain-side',
      title: 'The plain side instead of the diameter side',
      words: `Turned over, the tape shows the girth: ${printRounded(value, 1)} ${symbol} round is ${printRounded(value / Math.PI, 1)} ${symbol} thick.`,
      meant: rounded(value / Math.PI),
      unit,
    },
    {
      readingError: 'other-unit',
      title: unit === 'cm' ? 'Inches taken for centimetres' : 'Centimetres taken for inches',
      words: `Some tapes carry both: ${printRounded(value, 1)} ${other} are ${printRounded(convert(value, other, unit), 1)} ${symbol}.`,
      meant: rounded(convert(value, other, unit)),
      unit,
    },
  ];
  // Nothing to count back over on a whole number, and the middle mark is the same from both sides.
  if (marks !== 0 && marks !== DIVISIONS / 2)
    readings.unshift({
      readingError: 'wrong-side',
      title: 'From the wrong side',
      words: `The marks were counted back from ${below + 1} instead of on from ${below}. Which way do the numbers run?`,
      meant: back,
      unit,
    });
  return readings.filter(({ meant }) => meant > 0);
}
