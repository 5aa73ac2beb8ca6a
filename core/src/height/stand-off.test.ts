import { describe, expect, it } from 'vitest';
import { seededRandom } from '../statistics/index.ts';
import { bestDistance, expectedError, leanCost, type Side, type Situation, standOff } from './observer-distance.ts';
import { inEnglish } from '../testing/english.ts';

const OPEN: Situation = {
  heightM: 22,
  crownRadiusM: 0,
  eyeM: 1.6,
  slopePct: 0,
  angleErrorDeg: 0.5,
  distanceErrorM: 0.1,
  distanceErrorShare: 0,
  space: { fromM: 5, toM: 60 },
};

describe('the error to expect from a place', () => {
  it('is that of the sum: 22 m from 20 m, half a degree on each sight and 10 cm on the tape', () => {
    // tan t = 20.4 ÷ 20, tan b = −1.6 ÷ 20
    const perSight = (20 * 0.5 * Math.PI) / 180;
    const byHand = Math.hypot(perSight * (1 + 1.02 ** 2), perSight * (1 + 0.08 ** 2), 1.1 * 0.1);
    expect(expectedError(OPEN, 'across', 20).standardErrorM).toBeCloseTo(byHand, 9);
    expect(expectedError(OPEN, 'across', 20).crownErrorM).toBe(0);
  });

  it('has the near edge of the crown in it, less from farther away', () => {
    const broad = { ...OPEN, crownRadiusM: 6 };
    const near = expectedError(broad, 'across', 18);
    const far = expectedError(broad, 'across', 40);
    expect(near.crownErrorM).toBeGreaterThan(far.crownErrorM);
    expect(near.totalM).toBeCloseTo(Math.hypot(near.standardErrorM, near.crownErrorM), 9);
  });
});

describe('where to stand', () => {
  it('agrees with a search of every centimetre within 5 %, over 200 seeded situations', () => {
    const random = seededRandom(77);
    const between = (low: number, high: number): number => low + (high - low) * random();
    const sides: readonly Side[] = ['across', 'uphill', 'downhill'];
    for (let trial = 0; trial < 200; trial += 1) {
      const heightM = between(6, 45);
      const fromM = between(3, 12);
      const situation: Situation = {
        heightM,
        crownRadiusM: random() < 0.3 ? 0 : heightM * between(0.05, 0.35),
        eyeM: between(1.4, 1.8),
        slopePct: between(0, 60),
        angleErrorDeg: between(0.1, 1),
        distanceErrorM: between(0, 0.5),
        distanceErrorShare: between(0, 0.03),
        space: { fromM, toM: fromM + between(5, 60) },
      };
      const side = sides[trial % 3] ?? 'across';
      let least = Infinity;
      for (let distanceM = fromM; distanceM <= situation.space.toM; distanceM += 0.01)
        least = Math.min(least, expectedError(situation, side, distanceM).totalM);
      expect(bestDistance(situation, side).totalM).toBeLessThanOrEqual(least * 1.05);
    }
  });

  it('stays in the space that there is', () => {
    const tight = standOff({ ...OPEN, space: { fromM: 5, toM: 9 } });
    expect(tight.best.distanceM).toBeLessThanOrEqual(9 + 1e-6);
    expect(tight.mark).toBeNull();
    expect(() => bestDistance({ ...OPEN, space: { fromM: 9, toM: 5 } }, 'across')).toThrow(RangeError);
  });

  it('offers a marked distance that is nearly as good', () => {
    const { mark, best } = standOff(OPEN);
    expect([15, 20, 25, 30]).toContain(mark?.distanceM);
    expect(mark?.totalM).toBeLessThanOrEqual(best.totalM * 1.1);
  });

  it('goes across the slope where the sides are alike, and away from a side that is worse', () => {
    expect(standOff(OPEN).side).toBe('across');
    expect(standOff(OPEN).good).toBe(true);
  });

  it('says when there is no good place, and what serves instead', () => {
    const underCrown = standOff({ ...OPEN, crownRadiusM: 7, space: { fromM: 4, toM: 12 } });
    expect(underCrown.good).toBe(false);
    expect(inEnglish(underCrown.instead)).toContain('near edge of the crown hides it');
    const rough = standOff({ ...OPEN, angleErrorDeg: 5 });
    expect(rough.good).toBe(false);
    expect(inEnglish(rough.instead)).toContain('laser');
  });
});

describe('what a lean costs', () => {
  it('is least across it: 22 m, top 2 m out, from 20 m', () => {
    const { towardsM, awayM, acrossM } = leanCost(OPEN, 20, 2);
    // 20.4 m above the eye: × 20 ÷ 18, × 20 ÷ 22, × 20 ÷ √404
    expect(towardsM).toBeCloseTo(20.4 * (20 / 18 - 1), 9);
    expect(awayM).toBeCloseTo(20.4 * (20 / 22 - 1), 9);
    expect(acrossM).toBeCloseTo(20.4 * (20 / Math.sqrt(404) - 1), 9);
    expect(Math.abs(acrossM)).toBeLessThan(Math.min(towardsM, -awayM) / 10);
  });
});
