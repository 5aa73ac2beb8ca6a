import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { leastSquares } from './least-squares.ts';
import { studentT, studentTQuantile } from './student-t.ts';

describe('Student’s t', () => {
  // From printed tables, to the digits that they give.
  it.each([
    [0.975, 1, 12.706],
    [0.975, 5, 2.571],
    [0.975, 12.5, 2.169],
    [0.975, 28, 2.048],
    [0.95, 10, 1.812],
    [0.995, 30, 2.75],
    [0.975, 1e6, 1.96],
  ])('has its %d quantile at %d degrees of freedom at %d', (probability, df, quantile) => {
    expect(studentTQuantile(probability, df)).toBeCloseTo(quantile, 2);
  });

  it('is turned about by its quantile, and even', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.001, max: 0.999, noNaN: true }),
        fc.double({ min: 0.7, max: 300, noNaN: true }),
        (probability, df) => {
          const t = studentTQuantile(probability, df);
          expect(studentT(t, df)).toBeCloseTo(probability, 9);
          expect(studentTQuantile(1 - probability, df)).toBeCloseTo(-t, 6);
        },
      ),
    );
  });

  it('has no quantile at 0, 1, or without degrees of freedom', () => {
    for (const [probability, df] of [
      [0, 5],
      [1, 5],
      [0.5, 0],
    ] as const)
      expect(() => studentTQuantile(probability, df)).toThrow(RangeError);
  });
});

describe('least squares', () => {
  it('fits a line by hand: 1 2 3 4 → 2.1 3.9 6.2 7.8', () => {
    const fit = leastSquares(
      [1, 2, 3, 4].map((x) => [1, x]),
      [2.1, 3.9, 6.2, 7.8],
    );
    // Sxx = 5, Sxy = 9.7: slope 1.94, constant 5 − 2.5 × 1.94; residuals 0.01, −0.13, 0.23, −0.11
    expect(fit?.coefficients[0]).toBeCloseTo(0.15, 9);
    expect(fit?.coefficients[1]).toBeCloseTo(1.94, 9);
    expect(fit?.residualSum).toBeCloseTo(0.082, 9);
    expect(fit?.residualError).toBeCloseTo(Math.sqrt(0.041), 9);
    // s ÷ √Sxx
    expect(fit?.standardErrors[1]).toBeCloseTo(Math.sqrt(0.041 / 5), 9);
    expect(fit?.rSquared).toBeCloseTo(1 - 0.082 / 18.9, 9);
    expect((fit?.intervals[1]?.[1] ?? 0) - 1.94).toBeCloseTo(4.3027 * Math.sqrt(0.041 / 5), 4);
  });

  it('counts an observation of weight 2 as two', () => {
    const once = leastSquares(
      [
        [1, 1],
        [1, 2],
        [1, 3],
        [1, 3],
      ],
      [2, 3, 7, 7],
    );
    const weighted = leastSquares(
      [
        [1, 1],
        [1, 2],
        [1, 3],
      ],
      [2, 3, 7],
      [1, 1, 2],
    );
    expect(weighted?.coefficients[0]).toBeCloseTo(once?.coefficients[0] ?? NaN, 9);
    expect(weighted?.coefficients[1]).toBeCloseTo(once?.coefficients[1] ?? NaN, 9);
  });

  it('leaves residuals that are square to every column', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(fc.double({ min: 1, max: 100, noNaN: true }), fc.double({ min: -50, max: 50, noNaN: true })),
          {
            minLength: 6,
            maxLength: 20,
          },
        ),
        (points) => {
          const rows = points.map(([x]) => [1, x, x * x * 1000]);
          const fit = leastSquares(
            rows,
            points.map(([, y]) => y),
          );
          if (fit === null) return;
          for (const j of [0, 1, 2]) {
            const size = Math.sqrt(rows.reduce((sum, row) => sum + (row[j] ?? 0) ** 2, 0));
            const dot = rows.reduce((sum, row, i) => sum + (row[j] ?? 0) * (fit.residuals[i] ?? 0), 0);
            expect(Math.abs(dot / size)).toBeLessThan(1e-3);
          }
        },
      ),
    );
  });

  it('has no answer for too few points, or columns that depend on each other', () => {
    expect(
      leastSquares(
        [
          [1, 1],
          [1, 2],
        ],
        [1, 2],
      ),
    ).toBeNull();
    expect(leastSquares([], [])).toBeNull();
    expect(
      leastSquares(
        [1, 2, 3, 4].map((x) => [x, 2 * x]),
        [1, 2, 3, 4],
      ),
    ).toBeNull();
    expect(
      leastSquares(
        [1, 2, 3, 4].map(() => [1, 3]),
        [1, 2, 3, 4],
      ),
    ).toBeNull();
  });
});
