import { describe, expect, it } from 'vitest';
import { normal, seededRandom } from '../statistics/index.ts';
import { type CurvePoint, curveSums, curveWithout, expectedByCurve } from './expected-height.ts';

const DIAMETERS = [12, 15, 18, 22, 26, 30, 35, 41, 48, 56];
/** h = 1.3 + 30 exp(−14 ÷ d), without any scatter. */
const heightOf = (dbhCm: number): number => 1.3 + 30 * Math.exp(-14 / dbhCm);
const EXACT: readonly CurvePoint[] = DIAMETERS.map((dbhCm) => ({ dbhCm, heightM: heightOf(dbhCm) }));

describe('the height curve of a survey', () => {
  it('without one of its trees is the curve of the others', () => {
    const random = seededRandom(31);
    const trees = DIAMETERS.map((dbhCm) => ({ dbhCm, heightM: heightOf(dbhCm) * (0.95 + 0.1 * random()) }));
    for (const own of trees) {
      const left = curveWithout(curveSums(trees, 1.3), own);
      const others = curveSums(
        trees.filter((tree) => tree !== own),
        1.3,
      );
      expect(left.n).toBe(others.n);
      expect(expectedByCurve(left, 28)?.heightM).toBeCloseTo(expectedByCurve(others, 28)?.heightM ?? NaN, 9);
      expect(expectedByCurve(curveSums(trees, 1.3), 28, own)?.heightM).toBeCloseTo(
        expectedByCurve(others, 28)?.heightM ?? NaN,
        9,
      );
    }
  });

  it('goes through trees that lie on it: at 28 cm 1.3 + 30 e^−0.5 = 19.496 m', () => {
    const expected = expectedByCurve(curveSums(EXACT, 1.3), 28);
    expect(expected?.heightM).toBeCloseTo(1.3 + 30 * Math.exp(-0.5), 6);
    // No scatter at all: the least error, 5 % of what is above breast height.
    expect(expected?.standardErrorM).toBeCloseTo(0.05 * 30 * Math.exp(-0.5), 6);
  });

  it('does not let a tree speak for itself', () => {
    const odd = { dbhCm: 28, heightM: 32 };
    const sums = curveSums([...EXACT, odd], 1.3);
    expect(expectedByCurve(sums, 28, odd)?.heightM).toBeCloseTo(19.496, 3);
    expect(expectedByCurve(sums, 28)?.heightM).toBeGreaterThan(20);
  });

  it('holds the next tree within two errors 93 to 97 times in 100', () => {
    const random = seededRandom(4711);
    const tree = (): CurvePoint => {
      const dbhCm = 10 + 45 * random();
      return { dbhCm, heightM: 1.3 + (heightOf(dbhCm) - 1.3) * Math.exp(normal(random, 0, 0.12)) };
    };
    let held = 0;
    const rounds = 4000;
    for (let round = 0; round < rounds; round += 1) {
      const sums = curveSums(Array.from({ length: 30 }, tree), 1.3);
      const next = tree();
      const { heightM = 0, standardErrorM = 0 } = expectedByCurve(sums, next.dbhCm) ?? {};
      // t with 28 degrees of freedom
      if (Math.abs(next.heightM - heightM) < 2.048 * standardErrorM) held += 1;
    }
    expect(held / rounds).toBeGreaterThan(0.93);
    expect(held / rounds).toBeLessThan(0.97);
  });

  it.each([
    ['seven trees', EXACT.slice(0, 7)],
    ['trees of one thickness', DIAMETERS.map((_, i) => ({ dbhCm: 30, heightM: 18 + (i % 3) }))],
    ['thicker trees that are lower', EXACT.map(({ dbhCm }, i) => ({ dbhCm, heightM: 30 - i }))],
    ['trees below breast height', EXACT.map(({ dbhCm }) => ({ dbhCm, heightM: 1.2 }))],
    ['no trees', []],
  ])('is none for %s', (_words, points) => {
    expect(expectedByCurve(curveSums(points, 1.3), 28)).toBeNull();
  });
});
