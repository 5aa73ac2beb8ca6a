import { draws } from '../testing/draws.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readQuantity } from './read-quantity.ts';
import type { UnitId } from './units.ts';
import { inEnglish } from '../testing/english.ts';

const LENGTHS: readonly UnitId[] = ['cm', 'mm', 'm', 'in', 'ft'];
const SLOPES: readonly UnitId[] = ['pct', 'deg', 'm20', 'm15'];
const length = (text: string) => readQuantity(text, { unit: 'cm', units: LENGTHS });
const slope = (text: string) => readQuantity(text, { unit: 'pct', units: SLOPES });

describe('reading what people type', () => {
  it.each([
    ['113.1', 113.1, 'cm'],
    ['113,1', 113.1, 'cm'],
    [' 113.1 cm ', 113.1, 'cm'],
    ['113.1CM', 113.1, 'cm'],
    ['3\' 8.5"', 44.5, 'in'],
    ["3'8.5", 44.5, 'in'],
    ['3′ 8.5″', 44.5, 'in'],
    ['3 ft 8.5 in', 44.5, 'in'],
    ['3ft 8,5in', 44.5, 'in'],
    ['5 feet 7 inches', 67, 'in'],
    ['3 ft 8 1/2 in', 44.5, 'in'],
    ['44 1/2 in', 44.5, 'in'],
    ['44½"', 44.5, 'in'],
    ['1/2 in', 0.5, 'in'],
    ['1.3m', 1.3, 'm'],
    ['.5 m', 0.5, 'm'],
    ['7.', 7, 'cm'],
    ['６２', 62, 'cm'],
    ['6 ft', 6, 'ft'],
  ] as const)('“%s” is %d %s', (text, value, unit) => {
    expect(length(text)).toMatchObject({ ok: true, value, unit });
  });

  it.each([
    ['-8 %', -8, 'pct'],
    ['−8%', -8, 'pct'],
    ['– 8', -8, 'pct'],
    ['+12.4', 12.4, 'pct'],
    ['31.8°', 31.8, 'deg'],
    ['-4,57 deg', -4.57, 'deg'],
    ['12.4:20', 12.4, 'm20'],
    ['-1.5 1:15', -1.5, 'm15'],
  ] as const)('the sight “%s” is %d %s', (text, value, unit) => {
    expect(slope(text)).toMatchObject({ ok: true, value, unit });
  });

  it('answers in feet where only feet were asked for: 5 ft 6 in is 5.5 ft', () => {
    expect(inEnglish(readQuantity('5 ft 6 in', { unit: 'ft' }))).toMatchObject({ ok: true, value: 5.5, unit: 'ft' });
  });

  it.each([
    ['', 'empty', 'centimetres'],
    ['   ', 'empty', 'centimetres'],
    ['abc', 'letters', 'Use digits'],
    ['12x4', 'letters', 'x4'],
    ['1l3', 'letters', 'l3'],
    ['NaN', 'letters', 'not a number'],
    ['Infinity', 'letters', 'not a number'],
    ['1.2.3', 'two-marks', 'more than one decimal sign'],
    ['1,234,567.8', 'two-marks', 'more than one decimal sign'],
    ['1,234', 'grouping', 'Enter 1234 or 1.234'],
    ['12,345 m', 'grouping', 'Enter 12345 or 12.345'],
    ['-1,234', 'grouping', 'Enter -1234 or -1.234'],
    ['1e400', 'exponent', 'plain number'],
    ['2E3', 'exponent', 'plain number'],
    ['9'.repeat(400), 'infinite', 'too large'],
    ['+-5', 'sign', 'two signs'],
    ['12 kg', 'unit', 'kg'],
    ['12 %', 'unit', 'Percent cannot be used here'],
    ['3\' 14"', 'feet', '12 or more inches'],
    ['.', 'letters', 'Use digits'],
  ])('“%s” is refused for its %s', (text, code, words) => {
    const read = length(text);
    expect(read).toMatchObject({ ok: false, code });
    expect(inEnglish(read.ok ? '' : read.message)).toContain(words);
  });

  it('does not take feet and inches for a sight', () => {
    expect(inEnglish(slope('3 ft 2 in'))).toMatchObject({ ok: false, code: 'unit' });
  });

  it('reads back any number that it could have printed, with a point or a comma', () => {
    fc.assert(
      fc.property(fc.integer({ min: -999_999, max: 999_999 }), fc.constantFrom('.', ','), (hundredths, mark) => {
        const text = (hundredths / 100).toFixed(2).replace('.', mark);
        expect(inEnglish(length(text))).toMatchObject({ ok: true, value: hundredths / 100 });
      }),
    );
  });

  it('never throws, whatever is typed', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 40 }), (text) => {
        const read = length(text);
        expect(read.ok ? Number.isFinite(read.value) : inEnglish(read.message).length > 10).toBe(true);
      }),
      { numRuns: draws(500, 50) },
    );
  });
});
