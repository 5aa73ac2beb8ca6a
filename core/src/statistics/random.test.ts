import { describe, expect, it } from 'vitest';
import { normal, pick, seededRandom, weibull } from './random.ts';

const DRAWS = 50_000;
const drawn = (draw: () => number): readonly [number, number] => {
  const values = Array.from({ length: DRAWS }, draw);
  const mean = values.reduce((sum, value) => sum + value, 0) / DRAWS;
  return [mean, Math.sqrt(values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / DRAWS)];
};

describe('chance that is passed in', () => {
  it('repeats itself from the same seed and not from another', () => {
    const first = (seed: number) => Array.from({ length: 5 }, seededRandom(seed));
    expect(first(1)).toEqual(first(1));
    expect(first(1)).not.toEqual(first(2));
  });

  it('is even: mean ½ and spread 1 ÷ √12', () => {
    const [mean, spread] = drawn(seededRandom(5));
    expect(mean).toBeCloseTo(0.5, 2);
    expect(spread).toBeCloseTo(1 / Math.sqrt(12), 2);
  });

  it('draws normal numbers with the mean and spread asked for', () => {
    const random = seededRandom(6);
    const [mean, spread] = drawn(() => normal(random, 10, 3));
    expect(mean).toBeCloseTo(10, 1);
    expect(spread).toBeCloseTo(3, 1);
  });

  it('draws Weibull numbers: of shape 2 and scale 20 the mean is 20 × √π ÷ 2 above the least', () => {
    const random = seededRandom(7);
    const [mean] = drawn(() => weibull(random, 2, 20, 10));
    expect(Math.abs(mean - (10 + 10 * Math.sqrt(Math.PI)))).toBeLessThan(0.3);
  });

  it('picks by shares', () => {
    const random = seededRandom(8);
    const [share] = drawn(() =>
      pick(random, [
        [1, 3],
        [0, 1],
      ] as const),
    );
    expect(share).toBeCloseTo(0.75, 1);
    expect(() => pick(random, [])).toThrow(RangeError);
  });
});
