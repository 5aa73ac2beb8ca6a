import { describe, expect, it } from 'vitest';
import { USUAL_LOGS } from '../protocol/index.ts';
import type { TalliedPlot, TalliedTree } from './tallied.ts';
import { fromTrees } from '../testing/sums-of-trees.ts';

const { boardFeetSums } = fromTrees;

const SORTING = {
  classes: { width: '5cm', place: 'down' },
  products: [
    { name: 'pulpwood', fromCm: 10 },
    { name: 'sawlogs', fromCm: 35 },
  ],
} as const;

const tree = (speciesCode: string, dbhCm: number, over: Partial<TalliedTree> = {}): TalliedTree => ({
  speciesCode,
  dbhCm,
  heightM: null,
  volumeM3: null,
  ...over,
});

/** Plots of 1,000 m²: each tree stands for ten per hectare. */
const plotOf = (...trees: readonly TalliedTree[]): TalliedPlot => ({ shape: { kind: 'circle', areaM2: 1000 }, trees });

const PLOTS = [
  plotOf(tree('sp', 40, { boardFeet: 200 }), tree('sp', 22, { boardFeet: 50 }), tree('po', 52)),
  plotOf(tree('po', 50, { boardFeet: 350, product: 'pulpwood' })),
];

describe('board feet of a survey', () => {
  const sums = boardFeetSums(PLOTS, SORTING, {
    ...USUAL_LOGS,
    perThousand: 400,
    products: [{ name: 'pulpwood', perThousand: 100 }],
  });

  it('are means over plots: 2,500 and 3,500 bf/ha are 3,000 ± 500', () => {
    expect(sums?.all.trees).toBe(3);
    expect(sums?.all.boardFeetPerHa.mean).toBeCloseTo(3000, 6);
    // Two plots 1,000 apart: s = 707, divided by √2.
    expect(sums?.all.boardFeetPerHa.standardError).toBeCloseTo(500, 6);
  });

  it('count trees without logs, which add nothing', () => {
    expect(sums?.without).toBe(1);
  });

  it('stand apart by species, class and product; a code moves a tree to another product', () => {
    expect(sums?.species.map(({ speciesCode, boardFeetPerHa }) => [speciesCode, boardFeetPerHa.mean])).toEqual([
      ['sp', 1250],
      ['po', 1750],
    ]);
    expect(sums?.classes.map(({ diameterClass, boardFeetPerHa }) => [diameterClass, boardFeetPerHa.mean])).toEqual([
      [20, 250],
      [40, 1000],
      [50, 1750],
    ]);
    expect(sums?.products.map(({ product, boardFeetPerHa }) => [product, boardFeetPerHa.mean])).toEqual([
      ['pulpwood', 2000],
      ['sawlogs', 1000],
    ]);
  });

  it('are worth the price of their product: 2,000 bf at 100 and 1,000 bf at 400 a thousand are 600', () => {
    expect(sums?.all.valuePerHa?.mean).toBeCloseTo(600, 6);
    expect(sums?.products[0]?.valuePerHa?.mean).toBeCloseTo(200, 6);
  });

  it('have no value without a price, and are null without logs', () => {
    expect(boardFeetSums(PLOTS, SORTING, USUAL_LOGS)?.all.valuePerHa).toBeNull();
    expect(boardFeetSums([plotOf(tree('sp', 40))], SORTING, USUAL_LOGS)).toBeNull();
  });
});
