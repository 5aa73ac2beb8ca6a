import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { RULE_SETS, USUAL_LOGS } from '../protocol/index.ts';
import { draws } from '../testing/draws.ts';
import { biomassSums } from './biomass-sums.ts';
import { boardFeetSums } from './board-feet.ts';
import { standIndices } from './indices/stand-indices.ts';
import { FIGURE } from './plot-figures.ts';
import { plotTotaller } from './plot-totaller.ts';
import { figureOfPlot, onlyCondition, type PlotTotals, scaled } from './plot-totals.ts';
import { plotSums, surveySums } from './sums.ts';
import type { TalliedPlot, TalliedTree } from './tallied.ts';
import { volumeRatio } from './volume-ratio.ts';

const CIRCLE = { kind: 'circle', areaM2: 500 } as const;
const POINT = { kind: 'variable-radius', factorM2PerHa: 4 } as const;
const BIOMASS = { sp: 'pine', bt: 'hard-maple-oak-hickory-beech' } as const;
const RULES = { ...RULE_SETS.timber.rules, biomass: BIOMASS };
const STRATA = [
  { id: 'a', areaHa: 3 },
  { id: 'b', areaHa: 1 },
];

const tree = (dbhCm: number | null, more: Partial<TalliedTree> = {}): TalliedTree => ({
  speciesCode: 'sp',
  dbhCm,
  heightM: null,
  volumeM3: null,
  ...more,
});

describe('totals of a plot', () => {
  const plot: TalliedPlot = {
    shape: CIRCLE,
    trees: [
      tree(20, { volumeM3: 0.3, heightM: 15 }),
      tree(20, { multiplicity: 2 }),
      tree(40, { dead: true }),
      tree(null),
    ],
  };
  const totals = plotTotaller(RULES)(plot);
  const [live = totals] = onlyCondition([totals], 'live');

  it('are sums of what each tree stands for: 20 stems a hectare, one of them twice', () => {
    expect(figureOfPlot(live, FIGURE.stems)).toBeCloseTo(80, 9);
    // 60 stems of π 0.2² ÷ 4 m²; the tree without a dbh has none.
    expect(figureOfPlot(live, FIGURE.basalArea)).toBeCloseTo(60 * 0.01 * Math.PI, 9);
    expect(figureOfPlot(live, FIGURE.volume)).toBeCloseTo(6, 9);
    expect(figureOfPlot(live, FIGURE.basalAreaToFill)).toBeCloseTo(40 * 0.01 * Math.PI, 9);
    expect(figureOfPlot(live, FIGURE.stemsSquared)).toBeCloseTo(20 ** 2 + 40 ** 2 + 20 ** 2, 9);
    expect(figureOfPlot(live, FIGURE.withoutDbh)).toBe(1);
    expect(figureOfPlot(totals, FIGURE.trees)).toBe(4);
    expect([...live.sized.dbhCm]).toEqual([20, 20]);
  });

  it('grow with how often its trees count: stems as often, squares as its square, tallied trees not at all', () => {
    const often = scaled(live, 3);
    expect(figureOfPlot(often, FIGURE.stems)).toBeCloseTo(240, 9);
    expect(figureOfPlot(often, FIGURE.stemsSquared)).toBeCloseTo(9 * 2400, 9);
    expect(figureOfPlot(often, FIGURE.trees)).toBe(3);
  });

  it('keep trees of one species, class and kind in one row', () => {
    expect(totals.keys).toHaveLength(3);
    const points = plotTotaller(RULES)({ shape: POINT, trees: [tree(20), tree(null), tree(20)] });
    expect(points.keys).toHaveLength(2);
    // Each counted tree has the factor.
    expect(figureOfPlot(points, FIGURE.basalArea)).toBe(12);
    expect(figureOfPlot(points, FIGURE.basalAreaCounted)).toBe(4);
  });
});

const anyTree: fc.Arbitrary<TalliedTree> = fc.record({
  speciesCode: fc.constantFrom('sp', 'bt', 'po'),
  dbhCm: fc.option(fc.double({ min: 5, max: 90, noNaN: true }), { freq: 9 }),
  heightM: fc.option(fc.double({ min: 3, max: 40, noNaN: true })),
  volumeM3: fc.option(fc.double({ min: 0.01, max: 5, noNaN: true })),
  dead: fc.boolean(),
  multiplicity: fc.constantFrom(1, 1, 2),
  boardFeet: fc.option(fc.double({ min: 10, max: 900, noNaN: true }), { nil: undefined }),
});
const anyEdit = fc.record({
  plot: fc.nat(4),
  kind: fc.constantFrom('add', 'replace', 'remove'),
  at: fc.nat(9),
  tree: anyTree,
});

function edited(
  trees: readonly TalliedTree[],
  { kind, at, tree: other }: { kind: string; at: number; tree: TalliedTree },
) {
  if (kind === 'add' || trees.length === 0) return [...trees, other];
  const place = at % trees.length;
  return kind === 'replace' ? trees.with(place, other) : trees.filter((_, i) => i !== place);
}

/** All that is said of a survey, from the totals of its plots. */
function resultsOf(totals: readonly PlotTotals[]) {
  const sums = surveySums(totals, RULES, STRATA);
  const ratio = volumeRatio(totals);
  return {
    sums,
    plots: totals.map((plot) => plotSums(plot, ratio)),
    indices: standIndices(totals, sums, 'fractional', STRATA),
    biomass: biomassSums(totals, BIOMASS, STRATA),
    boardFeet: boardFeetSums(totals, RULES, USUAL_LOGS, STRATA),
  };
}

/** Whether two results are the same to 1e-9 of each figure. */
function expectSame(one: unknown, other: unknown): void {
  if (typeof one === 'number' && typeof other === 'number') {
    if (Number.isNaN(one)) expect(other).toBeNaN();
    else expect(Math.abs(one - other)).toBeLessThanOrEqual(1e-9 * Math.max(1, Math.abs(one)));
  } else if (typeof one === 'object' && one !== null && typeof other === 'object' && other !== null) {
    expect(Object.keys(other)).toEqual(Object.keys(one));
    for (const [key, value] of Object.entries(one)) expectSame(value, (other as Record<string, unknown>)[key]);
  } else expect(other).toBe(one);
}

describe('results after many edits', () => {
  it('are those of a survey that was summed up from the start, where only changed plots were summed up again', () => {
    fc.assert(
      fc.property(fc.array(anyEdit, { minLength: 1, maxLength: 40 }), (edits) => {
        const keeper = plotTotaller(RULES);
        let plots: readonly TalliedPlot[] = Array.from({ length: 5 }, (_, i) => ({
          shape: CIRCLE,
          stratumId: i < 3 ? 'a' : 'b',
          trees: [],
        }));
        let totals = plots.map(keeper);
        for (const edit of edits) {
          plots = plots.map((plot, i) => (i === edit.plot ? { ...plot, trees: edited(plot.trees, edit) } : plot));
          const changed = plots[edit.plot];
          if (changed !== undefined) totals = totals.with(edit.plot, keeper(changed));
        }
        expectSame(resultsOf(totals), resultsOf(plots.map(plotTotaller(RULES))));
      }),
      { numRuns: draws(60) },
    );
  });
});
