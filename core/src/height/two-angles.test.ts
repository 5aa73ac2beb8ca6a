import { describe, expect, it } from 'vitest';
import type { Outcome } from '../estimate/index.ts';
import { evaluate, type Readings } from '../method/index.ts';
import { readQuantity, type SlopeUnit } from '../quantity/index.ts';
import { findMethod } from '../registry/index.ts';

const height = (top: number, base: number, unit: SlopeUnit, distanceM: number): Outcome => {
  const method = findMethod('height.two-angles');
  if (method === null) throw new Error('the method is not registered');
  const readings: Readings = {
    top: { value: top, unit },
    base: { value: base, unit },
    distance: { value: distanceM, unit: 'm' },
  };
  return evaluate(method, readings, { unitSystem: 'metric' });
};

const printed = (outcome: Outcome): string => (outcome.ok ? outcome.estimate.printed.value : 'none');

describe('height from two angles and a distance', () => {
  it('agrees with hand calculations on every scale', () => {
    expect(printed(height(62, -8, 'pct', 25))).toBe('17.50');
    expect(printed(height(12.4, -1.6, 'm20', 25))).toBe('17.50');
    expect(printed(height(-5, -62, 'pct', 30))).toBe('17.10');
    const degrees = height(31.8, -4.57, 'deg', 25);
    expect(Math.abs((degrees.ok ? degrees.estimate.value : 0) - 17.5)).toBeLessThan(0.01);
  });

  it('takes a base above the eye away and offers the other sign', () => {
    const outcome = height(62, 8, 'pct', 25);
    expect(printed(outcome)).toBe('13.50');
    const [finding] = outcome.ok ? outcome.estimate.findings : [];
    expect(finding?.code).toBe('height.base-above-eye');
    expect(finding?.mends[0]?.becomes).toBe('17.50 m');
  });

  it('refuses a top below the base, a right angle and no distance', () => {
    expect(height(-20, 5, 'pct', 25).ok).toBe(false);
    expect(height(90, -5, 'deg', 25).ok).toBe(false);
    expect(height(62, -8, 'pct', 0).ok).toBe(false);
  });
});

describe('reading what people type', () => {
  it.each([
    ['113,1', 113.1, 'cm'],
    ['3\' 8.5"', 44.5, 'in'],
    ['3 ft 8.5 in', 44.5, 'in'],
    ['44 1/2 in', 44.5, 'in'],
    ['1.3m', 1.3, 'm'],
  ])('%s', (text, value, unit) => {
    expect(readQuantity(text, { unit: 'cm', units: ['cm', 'm', 'in', 'ft'] })).toMatchObject({ ok: true, value, unit });
  });

  it.each([
    ['', 'empty'],
    ['12x4', 'letters'],
    ['1.2.3', 'two-marks'],
    ['NaN', 'letters'],
    ['1e400', 'exponent'],
  ])('refuses “%s”', (text, code) => {
    expect(readQuantity(text, { unit: 'cm' })).toMatchObject({ ok: false, code });
  });
});
