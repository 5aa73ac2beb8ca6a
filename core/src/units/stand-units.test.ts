import { describe, expect, it } from 'vitest';
import { printDiameters, printLength, printMean, printOr, STAND_UNITS } from './stand-units.ts';
import { inEnglish } from '../testing/english.ts';

const { metric, imperial } = STAND_UNITS;

describe('the figures of a stand', () => {
  it('stay as they are in the metric system', () => {
    expect(metric.stems(293)).toBe(293);
    expect(metric.volumePer(168)).toBe(168);
  });

  it.each([
    // 1 ha = 2.4710538 acres; 1 m² = 10.7639104 ft²; 1 m³ = 35.3146667 ft³
    ['stems', imperial.stems(247.10538), 100],
    ['basal area, m²/ha in ft²/acre', imperial.basalAreaPer(1), 4.356],
    ['volume, m³/ha in ft³/acre', imperial.volumePer(1), 14.29133],
    ['diameter, cm in inches', imperial.diameterOf(25.4), 10],
    ['height, m in feet', imperial.heightOf(30.48), 100],
  ])('%s', (_words, found, expected) => {
    expect(found).toBeCloseTo(expected, 3);
  });

  it('are printed with their ±, or with the reason why there is none', () => {
    expect(inEnglish(printMean({ mean: 293.4, standardError: 16.44 }, metric.stems, 0))).toEqual({
      value: '293',
      error: '± 16',
    });
    expect(inEnglish(printMean({ mean: 40, standardError: null }, metric.stems, 0).error)).toBe(
      '± needs a second plot',
    );
    expect(inEnglish(printMean(null, metric.stems, 0))).toEqual({ value: '—', error: '' });
    expect(printOr(null, metric.stems, 0)).toBe('—');
    expect(printOr(31.496, metric.diameterOf, 1)).toBe('31.5');
  });

  it('name the dbh, or each stem that counts by itself', () => {
    expect(printDiameters([35], 'metric')).toBe('35.0');
    expect(printDiameters([28, 21], 'metric')).toBe('28.0 · 21.0');
    // 25.4 cm = 10 in
    expect(printDiameters([25.4], 'imperial')).toBe('10.0');
    expect(printDiameters([], 'metric')).toBe('—');
  });

  it('say a short length in the units of the crew', () => {
    expect(printLength(1.3, 'metric')).toBe('1.30 m');
    expect(printLength(1.3716, 'imperial')).toBe('4.5 ft');
  });
});
