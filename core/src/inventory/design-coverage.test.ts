import { coverageTolerance, draws } from '../testing/draws.ts';
import { describe, expect, it } from 'vitest';
import { basalAreaM2 } from '../diameter/index.ts';
import { type Random, seededRandom, simpleSample, weibull } from '../statistics/index.ts';
import { limitingDistanceM } from '../plot/index.ts';
import type { PlotShape } from '../protocol/index.ts';
import type { TalliedTree } from './tallied.ts';
import { fromTrees } from '../testing/sums-of-trees.ts';

const { plotSums, surveySums, volumeRatio } = fromTrees;

/** A forest on a ring-shaped world: what leaves on one side comes in on the other, so that no plot has an edge. */
const SIDE_M = 500;
const CELL_M = 25;
const CELLS = SIDE_M / CELL_M;

interface Standing {
  readonly x: number;
  readonly y: number;
  readonly tree: TalliedTree & { readonly dbhCm: number; readonly volumeM3: number };
}

function forest(random: Random): readonly Standing[] {
  // Clumps of unequal size: plots differ, as they do in woods.
  return Array.from({ length: 700 }, () => ({ x: random() * SIDE_M, y: random() * SIDE_M })).flatMap((clump) =>
    Array.from({ length: 6 + Math.floor(random() * 14) }, (): Standing => {
      const dbhCm = Math.min(80, weibull(random, 2.2, 18, 8));
      const turn = random() * 2 * Math.PI;
      const away = 30 * Math.sqrt(random());
      return {
        x: (clump.x + away * Math.cos(turn) + SIDE_M) % SIDE_M,
        y: (clump.y + away * Math.sin(turn) + SIDE_M) % SIDE_M,
        tree: {
          speciesCode: random() < 0.6 ? 'sp' : 'bt',
          dbhCm,
          heightM: null,
          volumeM3: 0.45 * basalAreaM2(dbhCm) * (5 + 0.5 * dbhCm),
        },
      };
    }),
  );
}

const around = (distance: number): number => {
  const half = SIDE_M / 2;
  return ((((distance + half) % SIDE_M) + SIDE_M) % SIDE_M) - half;
};

const random = seededRandom(406);
const trees = forest(random);
const index = new Map<number, Standing[]>();
for (const standing of trees) {
  const cell = Math.floor(standing.x / CELL_M) * CELLS + Math.floor(standing.y / CELL_M);
  index.set(cell, [...(index.get(cell) ?? []), standing]);
}

/** Trees within 25 m of a place, by the cells about it. */
function near(x: number, y: number): Standing[] {
  const found: Standing[] = [];
  for (let i = -2; i <= 2; i += 1) {
    for (let j = -2; j <= 2; j += 1) {
      const column = (Math.floor(x / CELL_M) + i + CELLS) % CELLS;
      const row = (Math.floor(y / CELL_M) + j + CELLS) % CELLS;
      found.push(...(index.get(column * CELLS + row) ?? []));
    }
  }
  return found;
}

/** The trees that a plot takes at a place, by where they stand. */
function talliedAt(shape: PlotShape, x: number, y: number): TalliedTree[] {
  return near(x, y).flatMap(({ x: treeX, y: treeY, tree }) => {
    const east = around(treeX - x);
    const north = around(treeY - y);
    if (shape.kind === 'rectangle')
      return Math.abs(east) <= shape.widthM / 2 && Math.abs(north) <= shape.lengthM / 2 ? [tree] : [];
    const limit = limitingDistanceM(shape, tree.dbhCm, { slopeRadius: 'level', slopePct: 0 });
    return limit !== null && Math.hypot(east, north) <= limit ? [tree] : [];
  });
}

const hectares = (SIDE_M * SIDE_M) / 10_000;
const truth = {
  stems: trees.length / hectares,
  basalArea: trees.reduce((sum, { tree }) => sum + basalAreaM2(tree.dbhCm), 0) / hectares,
  volume: trees.reduce((sum, { tree }) => sum + tree.volumeM3, 0) / hectares,
};

const DESIGNS: readonly (readonly [string, PlotShape])[] = [
  ['circles of 500 m²', { kind: 'circle', areaM2: 500 }],
  [
    'circles within each other',
    {
      kind: 'nested',
      rings: [
        { fromCm: 0, areaM2: 100 },
        { fromCm: 20, areaM2: 500 },
      ],
    },
  ],
  ['strips of 10 × 40 m', { kind: 'rectangle', widthM: 10, lengthM: 40 }],
  ['squares of 20 m', { kind: 'rectangle', widthM: 20, lengthM: 20 }],
  ['angle-count points of factor 4', { kind: 'variable-radius', factorM2PerHa: 4 }],
];

const PLACES = 6_000;
const SURVEYS = draws(2_000, 300);
const PLOTS = 36;

describe.each(DESIGNS)('%s in a forest that is known', (_, shape) => {
  const ratio = volumeRatio([]);
  const draw = seededRandom(77);
  const values = Array.from({ length: PLACES }, () => {
    const sums = plotSums({ shape, trees: talliedAt(shape, draw() * SIDE_M, draw() * SIDE_M) }, ratio);
    return { stems: sums.stemsPerHa, basalArea: sums.basalAreaM2PerHa, volume: sums.volumeM3PerHa ?? 0 };
  });
  const figures = ['stems', 'basalArea', 'volume'] as const;

  it.each(figures)('tells the %s without bias, within the error of the simulation', (figure) => {
    const all = simpleSample(values.map((value) => value[figure]));
    if (!all.ok || all.standardError === null) throw new Error('no sample');
    expect(Math.abs(all.mean - truth[figure])).toBeLessThan(3.3 * all.standardError);
  });

  it.each(figures)('holds the true %s in 93 to 97 of 100 intervals', (figure) => {
    const choose = seededRandom(2_000);
    let held = 0;
    for (let survey = 0; survey < SURVEYS; survey += 1) {
      const sample = simpleSample(
        Array.from({ length: PLOTS }, () => values[Math.floor(choose() * PLACES)]?.[figure] ?? 0),
      );
      if (sample.ok && sample.halfWidth !== null && Math.abs(sample.mean - truth[figure]) <= sample.halfWidth)
        held += 1;
    }
    expect(held / SURVEYS).toBeGreaterThanOrEqual(0.95 - coverageTolerance(SURVEYS));
    expect(held / SURVEYS).toBeLessThanOrEqual(0.95 + coverageTolerance(SURVEYS));
  });
});

describe('a tally of every tree', () => {
  it('is the truth itself, and has no error of sampling', () => {
    const whole: PlotShape = { kind: 'complete-tally', areaM2: SIDE_M * SIDE_M };
    const sums = surveySums([{ shape: whole, trees: trees.map(({ tree }) => tree) }], {
      classes: { width: '2cm', place: 'down' },
      products: [],
    });
    expect(sums.stemsPerHa).toMatchObject({ standardError: null });
    expect(sums.stemsPerHa?.mean).toBeCloseTo(truth.stems, 9);
    expect(sums.basalAreaM2PerHa?.mean).toBeCloseTo(truth.basalArea, 9);
    expect(sums.volumeM3PerHa?.mean).toBeCloseTo(truth.volume, 8);
  });
});
