import { draws } from '../testing/draws.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  decimalsOf,
  formatToGraduation,
  printAsRead,
  printRounded,
  printStandardError,
  roundTo,
  toGraduation,
} from './round.ts';

describe('rounding as by hand', () => {
  it.each([
    [2.675, 2, 2.68],
    [1.005, 2, 1.01],
    [-2.5, 0, -3],
    [17.505, 2, 17.51],
    [0.049999, 1, 0],
    [-0.001, 2, 0],
    [1e21, 2, 1e21],
    [Infinity, 2, Infinity],
  ])('%d to %d decimals is %d', (value, decimals, expected) => {
    expect(roundTo(value, decimals)).toBe(expected);
  });

  it('is never further away than half of the last place', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -1e5, max: 1e5, noNaN: true }),
        fc.integer({ min: 0, max: 6 }),
        (value, decimals) => {
          expect(Math.abs(roundTo(value, decimals) - value)).toBeLessThanOrEqual(
            0.5 * 10 ** -decimals * (1 + 1e-6) + 1e-9,
          );
        },
      ),
    );
  });
});

describe('printing numbers', () => {
  it('keeps the decimals and wears a true minus', () => {
    expect(printRounded(17.5, 2)).toBe('17.50');
    expect(printRounded(-4.566, 1)).toBe('−4.6');
    expect(printRounded(-0.004, 2)).toBe('0.00');
  });

  it('shows a reading as it was read, with its sign where it has one', () => {
    expect(printAsRead(62, true)).toBe('+62');
    expect(printAsRead(-8, true)).toBe('−8');
    expect(printAsRead(0, true)).toBe('0');
    expect(printAsRead(12.4)).toBe('12.4');
    expect(printAsRead(0.1 + 0.2)).toBe('0.3');
    expect(printAsRead(0.0000005)).toBe('0.0000005');
    expect(printAsRead(1_250_000)).toBe('1250000');
  });

  it.each([
    [0.5, 1],
    [0.1, 1],
    [0.25, 2],
    [1, 0],
    [20, 0],
    [1e-3, 3],
    [5e-324, 12],
  ])('a graduation of %d has %d decimals', (graduation, decimals) => {
    expect(decimalsOf(graduation)).toBe(decimals);
  });

  it('counts the decimals of any reading that a person types, also where a sum of tenths has noise', () => {
    const digits = fc.integer({ min: 1, max: 99_999_999 }).filter((k) => k % 10 !== 0);
    fc.assert(
      fc.property(digits, fc.integer({ min: 0, max: 11 }), (k, decimals) => {
        expect(decimalsOf(k / 10 ** decimals)).toBe(decimals);
        expect(decimalsOf(-(k / 10 ** decimals))).toBe(decimals);
        expect(decimalsOf(k * 1000)).toBe(0);
      }),
    );
    expect(decimalsOf(0.1 + 0.2)).toBe(1);
    expect(decimalsOf(0)).toBe(0);
  });

  it('goes to the nearest mark of an instrument', () => {
    expect(toGraduation(12.37, 0.5)).toBe(12.5);
    expect(toGraduation(-12.2, 0.5)).toBe(-12);
    expect(formatToGraduation(36.04, 0.1)).toBe('36.0');
    expect(formatToGraduation(31.13, 0.25)).toBe('31.25');
  });

  it('gives a standard error two digits, and whole units from 10 on', () => {
    expect(printStandardError(0.3604)).toBe('0.36');
    expect(printStandardError(0.278)).toBe('0.28');
    expect(printStandardError(0.1149)).toBe('0.11');
    expect(printStandardError(26.8)).toBe('27');
    expect(printStandardError(12.4)).toBe('12');
    expect(printStandardError(9.96)).toBe('10');
    expect(printStandardError(0.0996)).toBe('0.10');
    expect(printStandardError(1234)).toBe('1234');
    expect(printStandardError(0)).toBe('0');
    expect(printStandardError(NaN)).toBe('0');
  });

  it('changes a standard error by at most 5 %', () => {
    fc.assert(
      fc.property(fc.double({ min: 1e-3, max: 5e2, noNaN: true }), (se) => {
        expect(Math.abs(Number(printStandardError(se)) / se - 1)).toBeLessThanOrEqual(0.05);
      }),
    );
  });
});

describe('rounding the short way', () => {
  /** The long way: by the digits of the number as text. */
  const byText = (value: number, decimals: number): number => {
    const whole = value === 0 ? 0 : Math.floor(Math.log10(Math.abs(value))) + 1;
    const clean = Math.abs(Number(value.toPrecision(Math.min(15, Math.max(12, whole + decimals + 3)))));
    const [digits = '0', exponent = '0'] = clean.toExponential().split('e');
    const shifted = Math.round(Number(`${digits}e${String(Number(exponent) + decimals)}`));
    const [figures = '0', power = '0'] = shifted.toExponential().split('e');
    const rounded = Number(`${figures}e${String(Number(power) - decimals)}`);
    return value < 0 && rounded !== 0 ? -rounded : rounded;
  };
  it('is the long way to the last bit', () => {
    fc.assert(
      fc.property(
        fc.oneof(
          fc.double({ min: -1e9, max: 1e9, noNaN: true }),
          // Halves and their neighbours, where the two could part.
          fc.integer({ min: -1e6, max: 1e6 }).map((n) => (n + 0.5) / 100),
          fc.integer({ min: -1e6, max: 1e6 }).map((n) => n / 1000),
        ),
        fc.integer({ min: 0, max: 8 }),
        (value, decimals) => {
          expect(Object.is(roundTo(value, decimals), byText(value, decimals) + 0)).toBe(true);
        },
      ),
      { numRuns: draws(5000, 50) },
    );
  });
});
