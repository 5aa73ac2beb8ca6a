import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { convertSlope, SLOPE_UNITS, slopeReading, slopeTangent, slopeTangentRate } from './slope-scale.ts';

describe('scales of slope', () => {
  it.each([
    [45, 'deg', 1],
    [100, 'pct', 1],
    [20, 'm20', 1],
    [15, 'm15', 1],
    [-8, 'pct', -0.08],
    [0, 'deg', 0],
  ] as const)('%d on the %s scale has the tangent %d', (reading, unit, tangent) => {
    expect(slopeTangent(reading, unit)).toBeCloseTo(tangent, 12);
  });

  it('turn into each other and back', () => {
    const unit = fc.constantFrom(...SLOPE_UNITS);
    fc.assert(
      fc.property(fc.double({ min: -8, max: 8, noNaN: true }), unit, unit, (tangent, a, b) => {
        const reading = slopeReading(tangent, a);
        expect(convertSlope(convertSlope(reading, a, b), b, a)).toBeCloseTo(reading, 9);
        expect(slopeTangent(reading, a)).toBeCloseTo(tangent, 9);
      }),
    );
  });

  it('rise at the rate that a small step shows', () => {
    fc.assert(
      fc.property(fc.double({ min: -80, max: 80, noNaN: true }), fc.constantFrom(...SLOPE_UNITS), (reading, unit) => {
        const step = 1e-5;
        const seen = (slopeTangent(reading + step, unit) - slopeTangent(reading - step, unit)) / (2 * step);
        expect(slopeTangentRate(reading, unit)).toBeCloseTo(seen, 6);
      }),
    );
  });
});
