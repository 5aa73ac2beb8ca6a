import { describe, expect, it } from 'vitest';
import { seededRandom } from '../practice/index.ts';
import { figureSampling, type PlotFigure, type StratumSize } from './index.ts';

const STRATA: readonly StratumSize[] = [
  { id: 'n', name: 'north', areaHa: 30 },
  { id: 's', name: 'south', areaHa: 10 },
];
const figures = (n: readonly number[], s: readonly number[]): PlotFigure[] => [
  ...n.map((value) => ({ stratumId: 'n', value })),
  ...s.map((value) => ({ stratumId: 's', value })),
];
const sampling = (plots: readonly PlotFigure[], strata = STRATA) => figureSampling(plots, strata, seededRandom(1));

describe('what the plots of a survey say of a figure', () => {
  it('is the mean by plots, and the one that weighs the strata by their area', () => {
    const { simple, stratified, resampled } = sampling(figures([20, 24, 28], [40, 44]));
    expect(simple).toMatchObject({ n: 5, mean: expect.closeTo(31.2, 9) as number });
    // 0.75 × 24 + 0.25 × 42; variances 16 ÷ 3 and 8 ÷ 2
    expect(stratified).toMatchObject({
      mean: expect.closeTo(28.5, 9) as number,
      standardError: expect.closeTo(Math.sqrt((9 / 16) * (16 / 3) + (1 / 16) * 4), 9) as number,
    });
    expect(resampled?.low).toBeLessThan(31.2);
    expect(resampled?.high).toBeGreaterThan(31.2);
  });

  it('tells how many plots ± 10 % would take', () => {
    // CV 38 %: 58 plots
    const spread = 38 / Math.sqrt(2);
    const { plotsForTenPct, simple } = sampling(figures([100 - spread, 100 + spread], []));
    expect(simple?.cvPct).toBeCloseTo(38, 9);
    expect(plotsForTenPct).toBe(58);
  });

  it('says why strata cannot be weighed, and nothing of one stratum', () => {
    expect(sampling(figures([20, 24], [])).stratified).toBe(
      'south has no plot yet: its part of the whole is not known.',
    );
    const [north] = STRATA;
    if (north === undefined) throw new Error('no stratum');
    const open = [north, { id: 's', name: 'south', areaHa: null }];
    expect(sampling(figures([20, 24], [30]), open).stratified).toBe('south has no area: strata cannot be weighed.');
    expect(sampling(figures([20, 24], []), [north]).stratified).toBeNull();
  });

  it('has no error from one plot, and nothing from none', () => {
    expect(sampling(figures([20], []), STRATA.slice(0, 1))).toMatchObject({
      simple: { mean: 20, standardError: null },
      resampled: null,
      steps: [{ plots: 1, mean: 20, errorPct: null }],
      plotsForTenPct: null,
    });
    expect(sampling([])).toEqual({ simple: null, stratified: null, resampled: null, steps: [], plotsForTenPct: null });
    expect(sampling(figures([0, 0], []), STRATA.slice(0, 1))).toMatchObject({ plotsForTenPct: null });
  });
});
