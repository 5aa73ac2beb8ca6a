import { describe, expect, it } from 'vitest';
import { evaluateForm, parseCallout } from '../../callout/index.ts';
import { PINE_PROTOCOL, PINE_SURVEY } from '../../testing/pine-survey.ts';

const heightOf = (line: string): number | null => {
  const { height } = evaluateForm(parseCallout(line, PINE_SURVEY).draft, { ...PINE_SURVEY, ...PINE_PROTOCOL });
  return height?.ok === true ? height.estimate.value : null;
};

describe('a protractor with 0 at level', () => {
  it('adds the base that it shows without a sign: 24 × (tan 35° + tan 4°)', () => {
    const expected = 24 * (Math.tan((35 * Math.PI) / 180) + Math.tan((4 * Math.PI) / 180));
    expect(heightOf('sp 30 lt35 lb4 @24')).toBeCloseTo(expected, 2);
    expect(heightOf('sp 30 lt35 lb-4 @24')).toBeCloseTo(expected, 2);
  });

  it('subtracts a base with a plus: it is above the eye', () => {
    const expected = 24 * (Math.tan((35 * Math.PI) / 180) - Math.tan((4 * Math.PI) / 180));
    expect(heightOf('sp 30 lt35 lb+4 @24')).toBeCloseTo(expected, 2);
  });

  it('gives the height of the one with 90 at level: lines at 55° and 94°', () => {
    expect(heightOf('sp 30 lt35 lb4 @24')).toBeCloseTo(heightOf('sp 30 pt55 pb94 @24') ?? NaN, 9);
  });
});

describe('the 1:40 scale', () => {
  it('reads metres at 40 m: 40 × (22 + 2) ÷ 40 = 24 m', () => {
    expect(heightOf('sp 60 +22:40 -2 @40')).toBeCloseTo(24, 9);
  });
});
