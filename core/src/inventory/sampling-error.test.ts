import { describe, expect, it } from 'vitest';
import { seededRandom } from '../statistics/index.ts';
import { figureSampling, type PlotFigure, type StratumSize } from './sampling-error.ts';
import { inEnglish } from '../testing/english.ts';

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
    expect(inEnglish(stratified)).toMatchObject({
      mean: expect.closeTo(28.5, 9) as number,
      standardError: expect.closeTo(Math.sqrt((9 / 16) * (16 / 3) + (1 / 16) * 4), 9) as number,
    });
    // About the stratified mean, not about that of the plots.
    expect(resampled?.low).toBeLessThan(28.5);
    expect(resampled?.high).toBeGreaterThan(28.5);
  });

  it('tells how many plots ± 10 % would take', () => {
    // CV 38 %: 58 plots
    const spread = 38 / Math.sqrt(2);
    const { plotsForTenPct, simple } = sampling(figures([100 - spread, 100 + spread], []), STRATA.slice(0, 1));
    expect(simple?.cvPct).toBeCloseTo(38, 9);
    expect(plotsForTenPct).toBe(58);
  });

  it('tells the plots of a stratified sample by its own variance, at the present allocation', () => {
    // W = 0.75 and 0.25, s² = 36 and 144 on 8 and 4 plots about 60 and 180: mean 90, variance 0.75² × 36 ÷ 8 + 0.25² × 144 ÷ 4
    const spread = (mean: number, s: number, n: number): number[] =>
      Array.from({ length: n }, (_, i) => mean + (i % 2 === 0 ? s : -s) * Math.sqrt((n - 1) / n));
    const { stratified, plotsForTenPct } = sampling(figures(spread(60, 6, 8), spread(180, 12, 4)));
    const variance = 0.5625 * (36 / 8) + 0.0625 * (144 / 4);
    expect(stratified).toMatchObject({ standardError: expect.closeTo(Math.sqrt(variance), 9) as number });
    // √(4.78125 × 12) ÷ 90 = 8.416 %; t (n − 2) × 8.416 ÷ √n ≤ 10: 5 plots by t(3) = 3.182 give 11.98, 6 by t(4) = 2.776 give 9.54
    expect(plotsForTenPct).toBe(6);
  });

  it('resamples within strata of two plots and more alone, and warns where plots are few', () => {
    expect(sampling(figures([20, 24, 28], [40])).resampled).toBeNull();
    expect(sampling(figures([20, 24, 28], [40, 44])).resampledTooNarrow).toBe(true);
    const many = Array.from({ length: 20 }, (_, i) => 20 + (i % 5));
    expect(sampling(figures(many, [40, 44])).resampledTooNarrow).toBe(false);
    // No spread within the strata: every resample has the stratified mean, 0.75 × 20 + 0.25 × 40.
    expect(sampling(figures([20, 20, 20], [40, 40])).resampled).toMatchObject({ low: 25, high: 25 });
  });

  it('says why strata cannot be weighed, and nothing of one stratum', () => {
    expect(inEnglish(sampling(figures([20, 24], [])).stratified)).toBe(
      'south has no plots yet, so its mean is unknown.',
    );
    const [north] = STRATA;
    if (north === undefined) throw new Error('no stratum');
    const open = [north, { id: 's', name: 'south', areaHa: null }];
    expect(inEnglish(sampling(figures([20, 24], [30]), open).stratified)).toBe(
      'south has no area: strata cannot be weighted.',
    );
    expect(sampling(figures([20, 24], []), [north]).stratified).toBeNull();
  });

  it('has no error from one plot, and nothing from none', () => {
    expect(sampling(figures([20], []), STRATA.slice(0, 1))).toMatchObject({
      simple: { mean: 20, standardError: null },
      resampled: null,
      steps: [{ plots: 1, mean: 20, halfWidth: null }],
      plotsForTenPct: null,
    });
    expect(sampling([])).toMatchObject({
      simple: null,
      stratified: null,
      resampled: null,
      steps: [],
      plotsForTenPct: null,
    });
    expect(sampling(figures([0, 0], []), STRATA.slice(0, 1))).toMatchObject({ plotsForTenPct: null });
  });
});
