import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { silentWorkbook, type Term, type Workbook, workOut } from '../uncertainty/index.ts';
import type { ReadingValue } from '../measurement/index.ts';
import { convertSlope } from '../units/slope-scale.ts';
import { SLOPE_UNITS, slopeTangent } from '../units/index.ts';
import { wrongLines } from '../testing/redo.ts';
import { degreesTerm, levelPart, risePart, step, tangentTerm, timesDifference } from './sights.ts';
import { inEnglish } from '../testing/english.ts';

/** The lines that a term writes, and what it comes to. */
const written = (build: (book: Workbook) => Term) => {
  const { steps, term } = workOut((book) =>
    step(
      book,
      [build(book)],
      (value) => value,
      (value) => value,
      { decimals: 2, unit: '', rule: 'as it is' },
    ),
  );
  return { steps, value: term.exact };
};
const sighted = (value: number, unit: ReadingValue['unit']): ReadingValue => ({ value, unit });

describe('a sight', () => {
  it.each([
    [36, 'deg', 36],
    // A right angle has 100 gon.
    [40, 'gon', 36],
    [100, 'pct', 45],
    [66, 'ft66', 45],
    [20, 'm20', 45],
    [15, 'm15', 45],
    [25, 'm25', 45],
    [30, 'm30', 45],
    [-100, 'pct', -45],
  ] as const)('of %d %s is %d°', (value, unit, degrees) => {
    expect(degreesTerm(sighted(value, unit), 'top', silentWorkbook).exact).toBeCloseTo(degrees, 9);
    expect(tangentTerm(sighted(value, unit), 'top', silentWorkbook).exact).toBeCloseTo(
      Math.tan((degrees * Math.PI) / 180),
      9,
    );
  });

  it('has one tangent on every scale', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -60, max: 75, noNaN: true }),
        fc.constantFrom(...SLOPE_UNITS),
        fc.constantFrom(...SLOPE_UNITS),
        (degrees, from, to) => {
          const reading = convertSlope(degrees, 'deg', from);
          expect(slopeTangent(convertSlope(reading, from, to), to)).toBeCloseTo(slopeTangent(reading, from), 9);
        },
      ),
    );
  });

  it('is written such that a pocket calculator agrees', () => {
    for (const reading of [sighted(40, 'gon'), sighted(-8, 'pct'), sighted(12.4, 'm20'), sighted(-9.7, 'deg')]) {
      expect(wrongLines(written((book) => tangentTerm(reading, 'top', book)).steps)).toEqual([]);
      expect(wrongLines(written((book) => degreesTerm(reading, 'top', book)).steps)).toEqual([]);
    }
    expect(inEnglish(written((book) => degreesTerm(sighted(40, 'gon'), 'top', book)).steps[0]?.expression)).toBe(
      '40 × 0.9',
    );
  });
});

describe('a length along a sight', () => {
  const parts = (length: number, degrees: number) => {
    const book = silentWorkbook;
    const terms = [book.given(length), book.given(degrees)] as const;
    return { level: levelPart(...terms, 'm', '', book).exact, rise: risePart(...terms, 'm', '', book).exact };
  };

  it('has a level part and a rise: 26.40 m at 18° are 25.11 and 8.16 m', () => {
    const { level, rise } = parts(26.4, 18);
    expect(level).toBeCloseTo(25.108, 3);
    expect(rise).toBeCloseTo(8.158, 3);
  });

  it('makes a right triangle, whichever way it points', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 200, noNaN: true }),
        fc.double({ min: -80, max: 80, noNaN: true }),
        (length, degrees) => {
          const { level, rise } = parts(length, degrees);
          expect(Math.hypot(level, rise)).toBeCloseTo(length, 8);
          expect(rise * degrees).toBeGreaterThanOrEqual(0);
        },
      ),
    );
  });

  it('times the difference of two tangents is a height: 25 × (0.62 − (−0.08))', () => {
    const { steps } = workOut((book) =>
      timesDifference(book.given(25), [book.given(0.62), book.given(-0.08)], book, { unit: 'm', decimals: 2 }),
    );
    expect(inEnglish(steps[0])).toMatchObject({ expression: '25 × (0.62 − (−0.08))', result: '17.50' });
    expect(wrongLines(steps)).toEqual([]);
  });
});
