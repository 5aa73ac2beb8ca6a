import { describe, expect, it } from 'vitest';
import { bootstrapMean } from './bootstrap.ts';
import { atConfidence } from './confidence.ts';
import { CONFIDENCES_PCT } from './confidence-levels.ts';
import { seededRandom } from './random.ts';

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

  it('turns an interval by resampling as well: of two plots at 0 and 10 a half of the draws have one of each', () => {
    const resampled = bootstrapMean([0, 10], seededRandom(5));
    // The mean of two draws is 0, 5 or 10 with a quarter, a half and a quarter of the chance.
    expect(atConfidence({ resampled }, 90).resampled).toMatchObject({ low: 0, high: 10 });
    const even = bootstrapMean([0, 10, 0, 10, 0, 10, 0, 10, 0, 10, 0, 10, 0, 10, 0, 10], seededRandom(5));
    // Binomial of 16 at a half: 68 % lie within 6 to 10 tens of 16, 99 % within 3 to 13.
    expect(atConfidence({ even }, 68).even).toMatchObject({ low: 3.75, high: 6.25 });
    expect(atConfidence({ even }, 99).even).toMatchObject({ low: 1.875, high: 8.125 });
  });

  it('leaves a figure without an error without an interval', () => {
    expect(atConfidence({ ...estimated, standardError: null, halfWidth: null }, 80).halfWidth).toBeNull();
  });
});
