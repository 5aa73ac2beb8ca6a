import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { basalAreaM2 } from '../../diameter/index.ts';
import { seededRandom } from '../../statistics/index.ts';
import { isSelectedBy3P } from './three-p.ts';
import { estimateTwoPhase } from './estimate-two-phase.ts';
import { type TwoPhaseDesign } from '../../protocol/index.ts';
import { parseCallout, printCallout } from '../../callout/index.ts';
import type { SortingRules } from '../sums.ts';
import type { StratumArea, TalliedPlot, TalliedTree } from '../tallied.ts';
import { inEnglish } from '../../testing/english.ts';
import { fromTrees, totalsOf } from '../../testing/sums-of-trees.ts';

const { surveySums } = fromTrees;

const BY_FIVE: SortingRules = { classes: { width: '5cm', place: 'centred' }, products: [] };
/** A tenth of a hectare: a tree on it stands for ten. */
const CIRCLE = { kind: 'circle', areaM2: 1000 } as const;
const POINT = { kind: 'variable-radius', factorM2PerHa: 4 } as const;

const tree = (dbhCm: number | null, volumeM3: number | null, more: Partial<TalliedTree> = {}): TalliedTree => ({
  speciesCode: 'sp',
  dbhCm,
  heightM: null,
  volumeM3,
  ...more,
});

const sumsOf = (
  phases: TwoPhaseDesign,
  plots: readonly TalliedPlot[],
  auxiliaries: readonly number[] = [],
  strata: readonly StratumArea[] = [],
) =>
  surveySums(
    plots,
    BY_FIVE,
    strata,
    estimateTwoPhase(phases, totalsOf(plots, { ...BY_FIVE, phases }), strata, auxiliaries),
  );

describe('a quick figure of every plot, and a tally of some', () => {
  const byRegression: TwoPhaseDesign = { kind: 'double-sampling', by: 'regression', auxiliary: 'basal area by eye' };
  /** Volumes of 5, 8, 14 and 17 m³ a plot: 50, 80, 140 and 170 m³/ha. */
  const plots: readonly TalliedPlot[] = [
    { shape: CIRCLE, auxiliary: 1, trees: [tree(30, 5)] },
    { shape: CIRCLE, auxiliary: 2, trees: [tree(30, 8, { speciesCode: 'bt' })] },
    { shape: CIRCLE, auxiliary: 4, trees: [tree(30, 14)] },
    { shape: CIRCLE, auxiliary: 5, trees: [tree(30, 17)] },
  ];

  it('follows the line of the tallied plots: y = 20 + 30 x at a mean of 4 is 140', () => {
    const sums = sumsOf(byRegression, plots, [1, 2, 4, 5, 6, 6]);
    expect(sums.volumeM3PerHa?.mean).toBeCloseTo(140, 9);
    // Every plot lies on the line: what is left is how six quick figures may lie, s² ÷ n′ = 3000 ÷ 6.
    expect(sums.volumeM3PerHa?.standardError).toBeCloseTo(Math.sqrt(3000 / 6), 9);
    expect(inEnglish(sums.phaseSummary)).toEqual({
      kind: 'double-sampling',
      firstPhaseSize: 6,
      measured: 4,
      excludedPlots: 0,
      problem: null,
    });
    // The four alone: a mean of 110, and s² = (60² + 30² + 30² + 60²) ÷ 3 = 3000.
    expect(sums.withoutAuxiliary?.volumeM3PerHa?.mean).toBeCloseTo(110, 9);
    expect(sums.withoutAuxiliary?.volumeM3PerHa?.standardError).toBeCloseTo(Math.sqrt(3000 / 4), 9);
  });

  it('raises by a ratio: 440 ÷ 12 a unit, 4 units a plot', () => {
    const sums = sumsOf({ ...byRegression, by: 'ratio' }, plots, [1, 2, 4, 5, 6, 6]);
    expect(sums.volumeM3PerHa?.mean).toBeCloseTo((440 / 12) * 4, 9);
  });

  it('adds up over species, whatever the plots weigh', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ auxiliary: fc.integer({ min: 1, max: 60 }), bt: fc.integer({ min: 1, max: 90 }) }), {
          minLength: 4,
          maxLength: 12,
        }),
        fc.integer({ min: 1, max: 60 }),
        (list, far) => {
          const some = list.map(({ auxiliary, bt }): TalliedPlot => ({
            shape: CIRCLE,
            auxiliary,
            trees: [tree(30, 1), tree(bt, bt / 10, { speciesCode: 'bt' })],
          }));
          const { volumeM3PerHa, species, phaseSummary } = sumsOf(byRegression, some, [
            ...list.map(({ auxiliary }) => auxiliary),
            far,
          ]);
          fc.pre(phaseSummary?.problem === null && volumeM3PerHa !== null);
          const parts = species.reduce((sum, row) => sum + (row.volumeM3PerHa ?? 0), 0);
          expect(parts).toBeCloseTo(volumeM3PerHa.mean, 6);
        },
      ),
    );
  });

  it('leaves plots without a quick figure out, and says so', () => {
    const { phaseSummary, volumeM3PerHa } = sumsOf(
      byRegression,
      [...plots, { shape: CIRCLE, trees: [tree(90, 900)] }],
      [1, 2, 4, 5, 6, 6],
    );
    expect(phaseSummary).toMatchObject({ measured: 4, excludedPlots: 1 });
    expect(volumeM3PerHa?.mean).toBeCloseTo(140, 9);
  });

  it.each([
    ['two plots only', plots.slice(0, 2), 'at least 3'],
    ['one quick figure for all', plots.map((plot) => ({ ...plot, auxiliary: 3 })), 'the same on all measured plots'],
  ])('takes the tallied plots alone with %s, and says why', (_, some, words) => {
    const { phaseSummary, volumeM3PerHa } = sumsOf(byRegression, some, [1, 2, 3, 4, 5]);
    expect(inEnglish(phaseSummary?.problem)).toContain(words);
    const volumes = some.map(({ trees }) => 10 * (trees[0]?.volumeM3 ?? 0));
    expect(volumeM3PerHa?.mean).toBeCloseTo(volumes.reduce((sum, each) => sum + each, 0) / volumes.length, 9);
  });
});

describe('Count-measure: trees counted at every point, some of them measured', () => {
  const count: TwoPhaseDesign = { kind: 'count-measure' };
  const [thin, thick] = [20, 40];
  /** Counts of 6, 8, 7: a mean of 28 m²/ha. Volumes of 8, 9 and 10 m³ a square metre of basal area: 9. */
  const points: readonly TalliedPlot[] = [
    { shape: POINT, auxiliary: 6, trees: [tree(thin, 8 * basalAreaM2(thin)), tree(thick, 10 * basalAreaM2(thick))] },
    { shape: POINT, auxiliary: 8, trees: [] },
    { shape: POINT, auxiliary: 7, trees: [tree(thin, 9 * basalAreaM2(thin), { speciesCode: 'bt' })] },
  ];

  it('has 4 × 7 × 9 = 252 m³/ha, and both errors as squares', () => {
    const { volumeM3PerHa, basalAreaM2PerHa } = sumsOf(count, points);
    expect(volumeM3PerHa?.mean).toBeCloseTo(252, 9);
    // √((1 ÷ √3 ÷ 7)² + (1 ÷ √3 ÷ 9)²)
    expect(volumeM3PerHa?.standardError).toBeCloseTo(252 * Math.sqrt(1 / 147 + 1 / 243), 9);
    // The measured trees say nothing more of the basal area: it has the error of the counts alone.
    expect(basalAreaM2PerHa).toMatchObject({ mean: expect.closeTo(28, 9) as number });
    expect(basalAreaM2PerHa?.standardError).toBeCloseTo(4 / Math.sqrt(3), 9);
  });

  it('shares the stems out by the measured trees: 28 ÷ 3 ÷ g each', () => {
    const { stemsPerHa, species } = sumsOf(count, points);
    const ofThin = 28 / 3 / basalAreaM2(thin);
    expect(stemsPerHa?.mean).toBeCloseTo(2 * ofThin + 28 / 3 / basalAreaM2(thick), 6);
    expect(species.find(({ speciesCode }) => speciesCode === 'bt')?.basalAreaM2PerHa).toBeCloseTo(28 / 3, 9);
  });

  it('weighs strata by their areas: (3 × 16 + 1 × 32) ÷ 4 = 20 m²/ha', () => {
    const strata = [
      { id: 'a', areaHa: 3 },
      { id: 'b', areaHa: 1 },
    ];
    const some: readonly TalliedPlot[] = [
      { shape: POINT, stratumId: 'a', auxiliary: 3, trees: [tree(thin, 8 * basalAreaM2(thin))] },
      { shape: POINT, stratumId: 'a', auxiliary: 5, trees: [] },
      { shape: POINT, stratumId: 'b', auxiliary: 7, trees: [tree(thin, 10 * basalAreaM2(thin))] },
      { shape: POINT, stratumId: 'b', auxiliary: 9, trees: [] },
    ];
    const { basalAreaM2PerHa, volumeM3PerHa } = sumsOf(count, some, [], strata);
    expect(basalAreaM2PerHa?.mean).toBeCloseTo(20, 9);
    expect(volumeM3PerHa?.mean).toBeCloseTo(20 * 9, 9);
  });

  it.each([
    ['one point', points.slice(0, 1), 'two points'],
    ['nothing measured', points.map((point) => ({ ...point, trees: [] })), 'Measure at least two'],
    ['nothing counted', points.map((point) => ({ ...point, auxiliary: 0 })), 'No tree was counted'],
    ['a plot with an area', [...points, { shape: CIRCLE, auxiliary: 3, trees: [] }], 'factor'],
  ])('says why there are no sums with %s', (_, some, words) => {
    const sums = sumsOf(count, some);
    expect(inEnglish(sums.phaseSummary?.problem)).toContain(words);
    expect([sums.stemsPerHa, sums.basalAreaM2PerHa, sums.volumeM3PerHa]).toEqual([null, null, null]);
  });
});

describe('strata sized by counting points', () => {
  const strata: readonly StratumArea[] = [
    { id: 'old', areaHa: null, pointsCounted: 60 },
    { id: 'young', areaHa: null, pointsCounted: 40 },
  ];
  const plot = (stratumId: string, volumeM3: number): TalliedPlot => ({
    shape: CIRCLE,
    stratumId,
    trees: [tree(30, volumeM3)],
  });
  const plots = [plot('old', 20), plot('old', 22), plot('young', 9), plot('young', 11)];

  it('weigh what was counted: 0.6 × 210 + 0.4 × 100 = 166, and its error has that of the counting', () => {
    const { volumeM3PerHa } = sumsOf({ kind: 'stratification' }, plots, [], strata);
    expect(volumeM3PerHa?.mean).toBeCloseTo(166, 9);
    // s² = 200 in both, two plots each: 0.36 × 100 + 0.16 × 100; between: (0.6 × 44² + 0.4 × 66²) ÷ 100.
    expect(volumeM3PerHa?.standardError).toBeCloseTo(Math.sqrt(52 + 29.04), 9);
  });

  it('say which is without a plot', () => {
    const { phaseSummary } = sumsOf({ kind: 'stratification' }, plots.slice(0, 2), [], strata);
    expect(inEnglish(phaseSummary?.problem)).toContain('no measured plot');
    expect(inEnglish(sumsOf({ kind: 'stratification' }, plots, [], []).phaseSummary?.problem)).toContain(
      'number of points',
    );
  });
});

describe('every tree guessed, some measured', () => {
  const guess: TwoPhaseDesign = { kind: 'three-p', sureToMeasureM3: 2 };
  const whole = { kind: 'complete-tally', areaM2: 20_000 } as const;
  const trees = [
    tree(40, 1.1, { predictedVolumeM3: 1 }),
    tree(30, 0.45, { predictedVolumeM3: 0.5 }),
    tree(null, null, { predictedVolumeM3: 1 }),
    tree(null, null, { predictedVolumeM3: 0.5 }),
    tree(70, 3.3, { predictedVolumeM3: 3 }),
  ];

  it('raises the guesses, and lets a sure tree stand for itself: (3 × (1.1 + 0.9) ÷ 2 + 3.3) ÷ 2 ha', () => {
    const { volumeM3PerHa, phaseSummary } = sumsOf(guess, [{ shape: whole, trees }]);
    expect(volumeM3PerHa?.mean).toBeCloseTo((3 + 3.3) / 2, 9);
    // 3 m³ × s of 0.1414 ÷ √2, over 2 ha: the sure tree adds nothing to it.
    expect(volumeM3PerHa?.standardError).toBeCloseTo((3 * Math.SQRT2 * 0.1) / Math.SQRT2 / 2, 9);
    expect(phaseSummary).toMatchObject({ firstPhaseSize: 5, measured: 3, problem: null });
  });

  it.each([
    ['no guess', [...trees, tree(30, 0.4)], '1 tree has no predicted volume'],
    ['a sure tree that was not measured', [...trees, tree(null, null, { predictedVolumeM3: 2 })], 'above the limit'],
    ['one drawn tree', trees.slice(1), 'Measure at least two'],
    ['no tree', [], 'No volume'],
  ])('says why there are no sums with %s', (_, some, words) => {
    const sums = sumsOf(guess, [{ shape: whole, trees: some }]);
    expect(inEnglish(sums.phaseSummary?.problem)).toContain(words);
    expect(sums.volumeM3PerHa).toBeNull();
  });

  it('draws with a chance that goes with the guess, surely from the limit on', () => {
    const random = seededRandom(12);
    const ids = Array.from({ length: 20_000 }, () =>
      `${Math.floor(random() * 2 ** 48)
        .toString(16)
        .padStart(12, '0')}${'0'.repeat(20)}`.replace(/^(.{8})(.{4})(.{4})(.{4})/, '$1-$2-$3-$4-'),
    );
    const share = (predictedVolumeM3: number): number =>
      ids.filter((id) => isSelectedBy3P(id, predictedVolumeM3, 2)).length / ids.length;
    // Within 3.3 standard errors of √(p (1 − p) ÷ 20 000).
    expect(Math.abs(share(0.5) - 0.25)).toBeLessThan(0.0102);
    expect(Math.abs(share(1.8) - 0.9)).toBeLessThan(0.0071);
    expect([share(2), share(7)]).toEqual([1, 1]);
  });

  it('has a word on the line: `kpi0.8`, in feet `kpi25`, once', () => {
    const context = {
      species: [{ code: 'sp', name: 'Scots pine', crown: 'layered' as const }],
      slopeUnit: 'pct' as const,
    };
    const metric = parseCallout('sp kpi0.8', { ...context, unitSystem: 'metric' });
    expect(metric.draft.notes).toEqual({ predictedVolumeM3: 0.8 });
    expect(inEnglish(metric.tokens.at(-1)?.chip)).toBe('predicted 0.8 m³');
    expect(printCallout(metric.draft, { ...context, unitSystem: 'metric' })).toContain('kpi0.8');
    const imperial = parseCallout('sp kpi25', { ...context, unitSystem: 'imperial' });
    expect(imperial.draft.notes?.predictedVolumeM3).toBeCloseTo(0.7079, 4);
    expect(printCallout(imperial.draft, { ...context, unitSystem: 'imperial' })).toContain('kpi25');
    expect(parseCallout('sp kpi0.8 kpi1', { ...context, unitSystem: 'metric' }).ok).toBe(false);
    expect(parseCallout('sp kpi0', { ...context, unitSystem: 'metric' }).ok).toBe(false);
  });
});
