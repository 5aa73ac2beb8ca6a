import { convert, printRounded, type UnitId, unitOf } from '../units/index.ts';
import { message, type Text } from '../message/index.ts';

/** The known ways to misread the end of a tape. */
export type TapeReadingError = 'wrong-side' | 'from-one' | 'plain-side' | 'other-unit';

export interface TapeReading {
  readonly readingError: TapeReadingError;
  readonly title: Text;
  /** What was done, and how to see it. */
  readonly words: Text;
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
      title: message('diameter.started-at-the-1-instead', 'Started at the 1 instead of the 0'),
      words: message(
        'diameter.the-1-was-at-the',
        'The 1 was at the overlap: the reading is 1 {symbol} too large. Look for the zero; on some tapes it is behind a blank end.',
        { symbol },
      ),
      meant: rounded(value - 1),
      unit,
    },
    {
      readingError: 'plain-side',
      title: message('diameter.plain-side-read-instead-of', 'Plain side read instead of the diameter side'),
      words: message(
        'diameter.turned-over-the-tape-shows',
        'Turned over, the tape shows the girth: a girth of {value} {symbol} is a diameter of {value2} {symbol2}.',
        { value: printRounded(value, 1), symbol, value2: printRounded(value / Math.PI, 1), symbol2: symbol },
      ),
      meant: rounded(value / Math.PI),
      unit,
    },
    {
      readingError: 'other-unit',
      title:
        unit === 'cm'
          ? message('diameter.inches-read-as-centimetres', 'Inches read as centimetres')
          : message('diameter.centimetres-read-as-inches', 'Centimetres read as inches'),
      words: message(
        'diameter.some-tapes-show-both-is',
        'Some tapes show both: {value} {other} is {value2} {symbol}.',
        { value: printRounded(value, 1), other, value2: printRounded(convert(value, other, unit), 1), symbol },
      ),
      meant: rounded(convert(value, other, unit)),
      unit,
    },
  ];
  // Nothing to count back over on a whole number, and the middle mark is the same from both sides.
  if (marks !== 0 && marks !== DIVISIONS / 2)
    readings.unshift({
      readingError: 'wrong-side',
      title: message('diameter.read-from-the-wrong-side', 'Read from the wrong side'),
      words: message(
        'diameter.the-marks-were-counted-back',
        'The marks were counted back from {below} instead of on from {below2}. Check the direction of the numbers.',
        { below: below + 1, below2: below },
      ),
      meant: back,
      unit,
    });
  return readings.filter(({ meant }) => meant > 0);
}
