import { describe, expect, it } from 'vitest';
import { heightAgreement, type HeightPair } from './agreement.ts';

const pair = (firstM: number, secondM: number, over: Partial<HeightPair> = {}): HeightPair => ({
  first: 'clinometer',
  second: 'laser',
  firstM,
  secondM,
  ...over,
});

describe('two instruments on the same trees', () => {
  // Differences 0.5, 0.1, 0.3, 0.7: mean 0.4, s = √(0.2 ÷ 3) = 0.2582.
  const pairs = [pair(20, 20.5), pair(15, 15.1), pair(25, 25.3), pair(18, 18.7)];
  const [found] = heightAgreement(pairs);

  it('have their mean difference with its standard error and interval', () => {
    expect(found?.trees).toBe(4);
    expect(found?.meanDifferenceM).toBeCloseTo(0.4, 9);
    expect(found?.standardErrorM).toBeCloseTo(0.1291, 4);
    // t with 3 degrees of freedom: 3.182.
    expect(found?.halfWidthM).toBeCloseTo(3.182 * 0.1291, 3);
  });

  it('have limits of agreement at 1.96 standard deviations', () => {
    expect(found?.limitsM[0]).toBeCloseTo(0.4 - 1.96 * 0.2582, 3);
    expect(found?.limitsM[1]).toBeCloseTo(0.4 + 1.96 * 0.2582, 3);
    expect(found?.points[0]).toEqual({ meanM: 20.25, differenceM: 0.5 });
  });

  it('are one pair whichever was read first', () => {
    const turned = pairs.map(({ first, second, firstM, secondM }) => ({
      first: second,
      second: first,
      firstM: secondM,
      secondM: firstM,
    }));
    expect(heightAgreement([...pairs.slice(0, 2), ...turned.slice(2)])).toEqual(heightAgreement(pairs));
  });

  it('say nothing of fewer than three trees, and of one instrument alone', () => {
    expect(heightAgreement(pairs.slice(0, 2))).toEqual([]);
    expect(heightAgreement(pairs.map((each) => ({ ...each, second: each.first })))).toEqual([]);
  });
});
