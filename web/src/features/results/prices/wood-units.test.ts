import { describe, expect, it } from 'vitest';
import { asTyped, WOOD_UNITS } from './wood-units.ts';

describe('units of wood', () => {
  it('read and show the same log: 16 ft, 14 in', () => {
    const { imperial, metric } = WOOD_UNITS;
    expect(imperial.readLength('16')).toBeCloseTo(4.8768, 9);
    expect(imperial.readDiameter('14')).toBeCloseTo(35.56, 9);
    expect(imperial.readLength('4.8768 m')).toBeCloseTo(4.8768, 9);
    expect([imperial.printLength(4.8768), imperial.printDiameter(35.56)]).toEqual(['16.0', '14.0']);
    expect([metric.printLength(4.8768), metric.printDiameter(35.56)]).toEqual(['4.9', '35.6']);
    // 0.0283168 m³ a cubic foot
    expect(imperial.printVolume(0.283168)).toBe('10.0');
    expect(metric.readLength('long')).toBeNaN();
  });

  it('lay the lengths that are asked for on the grid of the cuts', () => {
    for (const feet of [8, 8.5, 10, 12, 16, 16 + 1 / 3]) {
      const steps = (feet * 0.3048) / WOOD_UNITS.imperial.stepM;
      expect(steps).toBeCloseTo(Math.round(steps), 9);
    }
  });

  it('write no more decimals than there are', () => {
    expect([asTyped(4), asTyped(4.25), asTyped(1 / 3)]).toEqual(['4', '4.25', '0.33']);
  });
});
