import { describe, expect, it } from 'vitest';
import { agreementsOf, type MeasuredPair } from './agreement.ts';

const pair = (firstValue: number, secondValue: number, over: Partial<MeasuredPair> = {}): MeasuredPair => ({
  first: 'clinometer',
  second: 'laser',
  firstValue,
  secondValue,
  ...over,
});

describe('two instruments on the same trees', () => {
  // Differences 0.5, 0.1, 0.3, 0.7: mean 0.4, s = √(0.2 ÷ 3) = 0.2582.
  const pairs = [pair(20, 20.5), pair(15, 15.1), pair(25, 25.3), pair(18, 18.7)];
  const [found] = agreementsOf(pairs, 'm');

  it('have their mean difference with its standard error and interval', () => {
    expect(found?.trees).toBe(4);
    expect(found?.meanDifference).toBeCloseTo(0.4, 9);
    expect(found?.standardError).toBeCloseTo(0.1291, 4);
    // t with 3 degrees of freedom: 3.182.
    expect(found?.halfWidth).toBeCloseTo(3.182 * 0.1291, 3);
  });

  it('have limits of agreement at 1.96 standard deviations', () => {
    expect(found?.limits[0]).toBeCloseTo(0.4 - 1.96 * 0.2582, 3);
    expect(found?.limits[1]).toBeCloseTo(0.4 + 1.96 * 0.2582, 3);
    expect(found?.points[0]).toEqual({ mean: 20.25, difference: 0.5 });
  });

  it('are one pair whichever was read first', () => {
    const turned = pairs.map(({ first, second, firstValue, secondValue }) => ({
      first: second,
      second: first,
      firstValue: secondValue,
      secondValue: firstValue,
    }));
    expect(agreementsOf([...pairs.slice(0, 2), ...turned.slice(2)], 'm')).toEqual(agreementsOf(pairs, 'm'));
  });

  it('say nothing of fewer than three trees, and of one instrument alone', () => {
    expect(agreementsOf(pairs.slice(0, 2), 'm')).toEqual([]);
    expect(
      agreementsOf(
        pairs.map((each) => ({ ...each, second: each.first })),
        'm',
      ),
    ).toEqual([]);
  });
});
