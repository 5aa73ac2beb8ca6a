import { describe, expect, it } from 'vitest';
import { expansionFactorPerHa, plotAreaM2, shapeWords } from '../plot/index.ts';
import { inEnglish } from '../testing/english.ts';
import type { SortingRules } from './sums.ts';
import type { StratumArea, TalliedPlot, TalliedTree } from './tallied.ts';
import { fromTrees } from '../testing/sums-of-trees.ts';

const { standIndices, surveySums } = fromTrees;

const LIST = { kind: 'tree-list' } as const;
const BY_FIVE: SortingRules = { classes: { width: '5cm', place: 'centred' }, products: [] };

const tree = (speciesCode: string, dbhCm: number, volumeM3: number | null, dead = false): TalliedTree => ({
  speciesCode,
  dbhCm,
  heightM: null,
  volumeM3,
  dead,
});

/** Two streets: 20 and 40 cm with 0.3 and 1.2 m³, then 30 cm without a height, and a dead tree of 50 cm. */
const streets: readonly TalliedPlot[] = [
  { shape: LIST, stratumId: 'north', trees: [tree('li', 20, 0.3), tree('li', 40, 1.2)] },
  { shape: LIST, stratumId: 'south', trees: [tree('pl', 30, null), tree('pl', 50, 2, true)] },
];
const strata: readonly StratumArea[] = [
  { id: 'north', areaHa: null },
  { id: 'south', areaHa: null },
];

describe('lists of trees without an area', () => {
  const sums = surveySums(streets, BY_FIVE, strata);

  it('count every live tree once: totals without an error of sampling', () => {
    expect(sums.weighing).toBe('list');
    expect(sums.stemsPerHa).toMatchObject({ mean: 3, standardError: null });
    // π ÷ 4 × (0.2² + 0.4² + 0.3²) = 0.2278 m²
    expect(sums.basalAreaM2PerHa?.mean).toBeCloseTo(0.2278, 4);
    // The third tree has the volume per basal area of the others: 1.5 ÷ 0.15708 × 0.070686 = 0.675 m³
    expect(sums.volumeM3PerHa?.mean).toBeCloseTo(2.175, 6);
    // √((20² + 40² + 30²) ÷ 3)
    expect(sums.quadraticMeanDiameterCm).toBeCloseTo(31.0913, 4);
  });

  it('keep dead trees and strata apart', () => {
    expect(sums.dead?.stemsPerHa?.mean).toBe(1);
    expect(sums.strata.map(({ stratumId, stemsPerHa }) => [stratumId, stemsPerHa])).toEqual([
      ['north', 2],
      ['south', 1],
    ]);
    expect(sums.species.map(({ speciesCode, stemsPerHa }) => [speciesCode, stemsPerHa])).toEqual([
      ['li', 2],
      ['pl', 1],
    ]);
  });

  it('have no figure that needs an area', () => {
    const indices = standIndices(streets, sums, 'fractional', strata);
    expect(indices.densityIndex).toBeNull();
    expect(indices.dominantHeightM).toBeNull();
    expect(indices.relativeSpacingPct).toBeNull();
    // Basal areas of lime and plane are as 20 to 9: −(20⁄29 ln 20⁄29 + 9⁄29 ln 9⁄29)
    expect(indices.shannon).toBeCloseTo(0.6193, 3);
    expect(plotAreaM2(LIST)).toBeNull();
    expect(expansionFactorPerHa(LIST, null)).toBe(1);
    expect(inEnglish(shapeWords(LIST, 'metric'))).toBe('list of trees, no area');
  });

  it('are no mean of plots, however many there are', () => {
    const doubled = surveySums([...streets, ...streets], BY_FIVE, strata);
    expect(doubled.stemsPerHa?.mean).toBe(6);
    expect(doubled.volumeM3PerHa?.mean).toBeCloseTo(4.35, 6);
  });
});
