import { describe, expect, it } from 'vitest';
import { isPlausibleHeight, oddness, plausibleHeight, slenderness } from './plausible-height.ts';

describe('the heights that trees of a dbh usually have', () => {
  it.each([
    // Ordinary trees: a pole, a sawlog pine, an avenue lime, an old oak, a spindly understorey stem.
    [8, 9],
    [34.5, 22],
    [55, 18],
    [120, 24],
    [12, 15],
  ])('takes a stem of %d cm and %d m', (dbhCm, heightM) => {
    expect(isPlausibleHeight(heightM, dbhCm)).toBe(true);
  });

  it.each([
    [12, 36],
    [34.5, 60],
    [60, 5],
  ])('asks about %d cm and %d m', (dbhCm, heightM) => {
    expect(isPlausibleHeight(heightM, dbhCm)).toBe(false);
  });

  it('rise with the dbh, low end and high end', () => {
    for (let dbhCm = 5; dbhCm < 150; dbhCm += 5) {
      const thinner = plausibleHeight(dbhCm);
      const thicker = plausibleHeight(dbhCm + 5);
      expect(thicker.lowM).toBeGreaterThan(thinner.lowM);
      expect(thicker.highM).toBeGreaterThan(thinner.highM);
      expect(thinner.lowM).toBeLessThan(thinner.highM);
    }
  });

  it('measure oddness from the middle of the band, alike on both sides', () => {
    const { lowM, highM } = plausibleHeight(30);
    const middle = Math.sqrt(lowM * highM);
    expect(oddness(middle, 30)).toBeCloseTo(0, 12);
    expect(oddness(middle * 1.5, 30)).toBeCloseTo(oddness(middle / 1.5, 30), 12);
    expect(oddness(0, 30)).toBe(Infinity);
    expect(oddness(NaN, 30)).toBe(Infinity);
  });

  it('compare height and diameter in the same unit: 20 m on 25 cm is 80', () => {
    expect(slenderness(20, 25)).toBe(80);
  });
});
