import { describe, expect, it } from 'vitest';
import { seededRandom, weibull } from './random.ts';
import { fitWeibull, weibullShareBelow } from './weibull.ts';

describe('a Weibull distribution', () => {
  it('is found again from ten thousand draws of it', () => {
    const random = seededRandom(11);
    const values = Array.from({ length: 10_000 }, () => ({ value: weibull(random, 2.1, 19, 10), weight: 1 }));
    const fitted = fitWeibull(values, 10);
    expect(Math.abs((fitted?.shape ?? 0) - 2.1)).toBeLessThan(0.05);
    expect(Math.abs((fitted?.scale ?? 0) - 19)).toBeLessThan(0.3);
  });
  it('with shape 1 is the exponential one, whose scale is the mean: its equation holds', () => {
    // At the greatest likelihood Σ x^k ln x ÷ Σ x^k − 1 ÷ k is the mean logarithm.
    const values = [1, 2, 3, 5, 8, 13];
    const fitted = fitWeibull(
      values.map((value) => ({ value, weight: 1 })),
      0,
    );
    const k = fitted?.shape ?? NaN;
    const power = values.reduce((sum, x) => sum + x ** k, 0);
    const product = values.reduce((sum, x) => sum + x ** k * Math.log(x), 0);
    const meanLog = values.reduce((sum, x) => sum + Math.log(x), 0) / 6;
    expect(product / power - 1 / k).toBeCloseTo(meanLog, 9);
    expect(fitted?.scale).toBeCloseTo((power / 6) ** (1 / k), 9);
  });
  it('is found again where the values below a limit were not recorded', () => {
    const random = seededRandom(12);
    const values = Array.from({ length: 20_000 }, () => ({ value: weibull(random, 1.4, 16, 0), weight: 1 })).filter(
      ({ value }) => value >= 7,
    );
    const fitted = fitWeibull(values, 0, 7);
    expect(Math.abs((fitted?.shape ?? 0) - 1.4)).toBeLessThan(0.05);
    expect(Math.abs((fitted?.scale ?? 0) - 16)).toBeLessThan(0.6);
    // Without the limit the missing ones count as absent: the shape comes out far too steep.
    expect(fitWeibull(values, 0)?.shape ?? 0).toBeGreaterThan(1.8);
  });
  it('shares out what lies above its limit: all of it from there on', () => {
    const of = { location: 0, scale: 16, shape: 1, from: 7 };
    // Memoryless with shape 1: from 7 on it is the exponential distribution again.
    expect(weibullShareBelow(of, 7)).toBe(0);
    expect(weibullShareBelow(of, 23)).toBeCloseTo(1 - Math.exp(-1), 12);
  });
  it('counts a value of weight two as two of them', () => {
    const twice = [4, 4, 7, 9].map((value) => ({ value, weight: 1 }));
    const weighed = [
      { value: 4, weight: 2 },
      { value: 7, weight: 1 },
      { value: 9, weight: 1 },
    ];
    expect(fitWeibull(weighed, 0)?.shape).toBeCloseTo(fitWeibull(twice, 0)?.shape ?? NaN, 9);
  });
  it('has 1 − 1 ÷ e below location and scale, and nothing below its location', () => {
    const of = { location: 10, scale: 19, shape: 2.1 };
    expect(weibullShareBelow(of, 29)).toBeCloseTo(1 - Math.exp(-1), 12);
    expect(weibullShareBelow(of, 10)).toBe(0);
  });
  it.each([[[]], [[5, 5, 5, 5]], [[3, 4]]])('is not told from %j', (values) => {
    expect(
      fitWeibull(
        values.map((value) => ({ value, weight: 1 })),
        0,
      ),
    ).toBeNull();
  });
});
