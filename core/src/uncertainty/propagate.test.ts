import { describe, expect, it } from 'vitest';
import { propagate } from './propagate.ts';

describe('propagation of independent errors', () => {
  it('adds the errors of a sum in squares: 3 and 4 make 5', () => {
    const { standardError, curvature } = propagate(
      ([a = 0, b = 0]) => a + b,
      [
        { value: 10, standardError: 3 },
        { value: 20, standardError: 4 },
      ],
    );
    expect(standardError).toBeCloseTo(5, 8);
    expect(curvature).toBeCloseTo(0, 8);
  });

  it('adds the relative errors of a product in squares: 3 % and 4 % make 5 %', () => {
    const { standardError } = propagate(
      ([a = 0, b = 0]) => a * b,
      [
        { value: 10, standardError: 0.3 },
        { value: 20, standardError: 0.8 },
      ],
    );
    expect(standardError).toBeCloseTo(0.05 * 200, 6);
  });

  it('tells the rate and the effect of each input', () => {
    const { parts } = propagate(
      ([a = 0, b = 0]) => a ** 2 - 5 * b,
      [
        { value: 3, standardError: 0.1 },
        { value: 1, standardError: 0 },
      ],
    );
    expect(parts[0]?.rate).toBeCloseTo(6, 6);
    expect(parts[0]?.effect).toBeCloseTo(0.6, 6);
    expect(parts[1]).toEqual({ rate: expect.closeTo(-5, 6) as number, effect: 0 });
  });

  it('knows how much a bend adds: Var(x²) at 0.5 ± 0.5 is 4 m² s² + 2 s⁴ = 0.375', () => {
    const { standardError, curvature } = propagate(([x = 0]) => x * x, [{ value: 0.5, standardError: 0.5 }]);
    expect(standardError * (1 + curvature)).toBeCloseTo(Math.sqrt(0.375), 6);
  });

  it('knows how much a product adds: Var(xy) = a² t² + b² s² + s² t²', () => {
    const { standardError, curvature } = propagate(
      ([x = 0, y = 0]) => x * y,
      [
        { value: 2, standardError: 0.5 },
        { value: 3, standardError: 0.9 },
      ],
    );
    const exact = Math.sqrt(2 ** 2 * 0.9 ** 2 + 3 ** 2 * 0.5 ** 2 + 0.5 ** 2 * 0.9 ** 2);
    expect(standardError * (1 + curvature)).toBeCloseTo(exact, 6);
  });

  it('is silent where nothing is uncertain', () => {
    expect(propagate(([x = 0]) => Math.sin(x), [{ value: 1, standardError: 0 }])).toMatchObject({
      standardError: 0,
      curvature: 0,
    });
  });
});
