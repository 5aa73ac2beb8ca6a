import { describe, expect, it } from 'vitest';
import { interval } from './cells.ts';

const asIs = (value: number): number => value;

describe('the interval of a mean', () => {
  it('is printed by its ends, and drawn by its half width as a share of the mean', () => {
    // 200 ± 50: a quarter of the mean on each side.
    expect(interval({ mean: 200, halfWidth: 50 }, asIs, 1)).toMatchObject({
      text: '150.0 to 250.0',
      halfWidthShare: 0.25,
    });
  });

  it('has no bar when the mean is 0, and is a dash without a sample', () => {
    expect(interval({ mean: 0, halfWidth: 1 }, asIs, 0).halfWidthShare).toBeUndefined();
    expect(interval({ mean: 5, halfWidth: null }, asIs, 0).text).toBe('—');
    expect(interval(null, asIs, 0).text).toBe('—');
  });
});
