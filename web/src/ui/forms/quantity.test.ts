import { describe, expect, it } from 'vitest';
import { type QuantitySpec, parseQuantity } from './quantity.ts';
import { inEnglish } from '../../../../core/src/testing/english.ts';

const height: QuantitySpec = { label: 'height', unit: 'm', low: 1.5, high: 130 };

describe('a figure as it is typed', () => {
  it.each([
    ['22', 22],
    ['22,5', 22.5],
    ['2250 cm', 22.5],
    // 72.2 × 0.3048
    ['72.2 ft', 22.00656],
  ])('“%s” is %d m', (text, value) => {
    const read = parseQuantity(height, text);
    expect('value' in read ? read.value : NaN).toBeCloseTo(value, 9);
  });

  it.each([
    ['', 'Nothing is entered'],
    ['tall', 'does not start with a number'],
    ['1', 'Height must be 1.5 to 130 m.'],
    ['22 %', 'not'],
  ])('“%s” is refused in words', (text, words) => {
    const read = parseQuantity(height, text);
    expect(inEnglish('problem' in read ? read.problem : '')).toContain(words);
  });

  it('takes percent and degrees in their own unit only', () => {
    expect(parseQuantity({ label: 'slope', unit: 'pct', low: 0, high: 150 }, '35 %')).toEqual({ value: 35 });
    expect('problem' in parseQuantity({ label: 'angle', unit: 'deg', low: -84, high: 84 }, '35 %')).toBe(true);
  });
});
