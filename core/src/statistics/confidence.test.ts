import { describe, expect, it } from 'vitest';
import { atConfidence, CONFIDENCES_PCT } from './confidence.ts';

const estimated = { mean: 10, standardError: 1, degreesOfFreedom: 9, halfWidth: 2.262 };

describe('another confidence level', () => {
  // Student's t with 9 degrees of freedom, as printed tables have it.
  it.each([
    [80, 1.383],
    [90, 1.833],
    [95, 2.262],
    [99, 3.25],
  ] as const)('%d %% has the interval of its t', (level, t) => {
    expect(atConfidence(estimated, level).halfWidth).toBeCloseTo(t, 3);
  });

  it('of 68 % is about one standard error', () => {
    expect(atConfidence({ ...estimated, degreesOfFreedom: 1000 }, 68).halfWidth).toBeCloseTo(0.995, 2);
  });

  it('reaches figures within lists and objects, and leaves the rest', () => {
    const deep = { name: 'a', rows: [{ sampling: { of: estimated }, none: null }] };
    expect(atConfidence(deep, 90)).toEqual({
      name: 'a',
      rows: [{ sampling: { of: { ...estimated, halfWidth: expect.closeTo(1.833, 3) as number } }, none: null }],
    });
    expect(CONFIDENCES_PCT).toContain(95);
  });

  it('leaves a figure without an error without an interval', () => {
    expect(atConfidence({ ...estimated, standardError: null, halfWidth: null }, 80).halfWidth).toBeNull();
  });
});
