import { coverageTolerance, draws } from '../../testing/draws.ts';
import { describe, expect, it } from 'vitest';
import { basalAreaM2 } from '../../diameter/index.ts';
import { normal, type Random, seededRandom, weibull } from '../../statistics/index.ts';
import { estimateTwoPhase } from './estimate-two-phase.ts';
import type { PlotShape, TwoPhaseDesign } from '../../protocol/index.ts';
import type { SortingRules, StandMean } from '../sums.ts';
import type { StratumArea, TalliedPlot, TalliedTree } from '../tallied.ts';
import { inEnglish } from '../../testing/english.ts';
import { fromTrees, totalsOf } from '../../testing/sums-of-trees.ts';

const { surveySums } = fromTrees;

const SURVEYS = draws(2_000, 300);
const PLACES = 3_000;
const BY_FIVE: SortingRules = { classes: { width: '5cm', place: 'centred' }, products: [] };
const CIRCLE: PlotShape = { kind: 'circle', areaM2: 500 };
const POINT: PlotShape = { kind: 'variable-radius', factorM2PerHa: 4 };

const made = seededRandom(1_906);
const mean = (values: readonly number[]): number => values.reduce((sum, each) => sum + each, 0) / values.length;

function standing(random: Random): TalliedTree & { readonly dbhCm: number; readonly volumeM3: number } {
  const dbhCm = Math.min(70, weibull(random, 2.4, 20, 10));
  const volumeM3 = Math.max(0.05, basalAreaM2(dbhCm) * normal(random, 9.2, 1.5));
  return { speciesCode: random() < 0.7 ? 'sp' : 'bt', dbhCm, heightM: null, volumeM3 };
}

/** Places of a wood in three strata: what stands on a circle there, and what an eye says of its basal area. */
const places = Array.from({ length: PLACES }, () => {
  const stratumId = ['old', 'young', 'open'][Math.floor(made() * made() * 3)] ?? 'old';
  const density = { old: 14, young: 10, open: 5 }[stratumId] ?? 0;
  const trees = Array.from({ length: Math.max(0, Math.round(normal(made, density, 3))) }, () => standing(made));
  const basalArea = trees.reduce((sum, { dbhCm }) => sum + 20 * basalAreaM2(dbhCm), 0);
  return { stratumId, trees, auxiliary: Math.max(0, Math.round(basalArea * normal(made, 1, 0.12) + 1)) };
});
const truth = {
  basalArea: mean(places.map(({ trees }) => trees.reduce((sum, { dbhCm }) => sum + 20 * basalAreaM2(dbhCm), 0))),
  volume: mean(places.map(({ trees }) => trees.reduce((sum, { volumeM3 }) => sum + 20 * volumeM3, 0))),
};

/** Points of another wood: the trees that each counts in. */
const points = Array.from({ length: PLACES }, () =>
  Array.from({ length: Math.max(0, Math.round(normal(made, 7, 2.5))) }, () => standing(made)),
);
const ofPoints = {
  basalArea: 4 * mean(points.map((trees) => trees.length)),
  volume:
    4 * mean(points.map((trees) => trees.reduce((sum, { dbhCm, volumeM3 }) => sum + volumeM3 / basalAreaM2(dbhCm), 0))),
};

/** A stand whose every tree is guessed; the eye is worse at thin ones. */
const stand = Array.from({ length: 360 }, () => {
  const tree = standing(made);
  return { ...tree, predictedVolumeM3: Math.max(0.05, tree.volumeM3 * normal(made, 0.93, 0.14)) };
});
const WHOLE: PlotShape = { kind: 'complete-tally', areaM2: 30_000 };
const SURELY_FROM_M3 = 5;
const ofStand = {
  basalArea: stand.reduce((sum, { dbhCm }) => sum + basalAreaM2(dbhCm), 0) / 3,
  volume: stand.reduce((sum, { volumeM3 }) => sum + volumeM3, 0) / 3,
};

const some = <T>(random: Random, from: readonly T[], n: number): T[] =>
  Array.from({ length: n }, () => from[Math.floor(random() * from.length)]).flatMap((each) =>
    each === undefined ? [] : [each],
  );

interface Drawn {
  readonly plots: readonly TalliedPlot[];
  readonly auxiliaries?: readonly number[];
  readonly strata?: readonly StratumArea[];
}

/** 120 places auxiliaries at, 30 of them tallied. */
const twice = (random: Random): Drawn => {
  const auxiliaries = some(random, places, 120);
  return {
    plots: auxiliaries.slice(0, 30).map(({ auxiliary, trees }) => ({ shape: CIRCLE, auxiliary, trees })),
    auxiliaries: auxiliaries.map(({ auxiliary }) => auxiliary),
  };
};

interface Design {
  readonly phases: TwoPhaseDesign;
  readonly truth: typeof truth;
  readonly draw: (random: Random) => Drawn;
  /** A line through few plots is a little off where the wood bends: by how much, at most, as a share of the truth. */
  readonly offBy?: number;
}

const DESIGNS: Readonly<Record<string, Design>> = {
  regression: {
    phases: { kind: 'double-sampling', by: 'regression', auxiliary: 'basal area by eye' },
    truth,
    draw: twice,
    offBy: 0.003,
  },
  ratio: { phases: { kind: 'double-sampling', by: 'ratio', auxiliary: 'basal area by eye' }, truth, draw: twice },
  'count and measure': {
    phases: { kind: 'count-measure' },
    truth: ofPoints,
    draw: (random) => ({
      plots: some(random, points, 30).map((trees) => ({
        shape: POINT,
        auxiliary: trees.length,
        trees: trees.filter(() => random() < 0.25),
      })),
    }),
  },
  'strata sized by points': {
    phases: { kind: 'stratification' },
    truth,
    draw: (random) => {
      const auxiliaries = some(random, places, 150);
      const of = (id: string) => auxiliaries.filter(({ stratumId }) => stratumId === id);
      return {
        plots: ['old', 'young', 'open'].flatMap((id) =>
          of(id)
            .slice(0, 10)
            .map(({ stratumId, trees }) => ({ shape: CIRCLE, stratumId, trees })),
        ),
        strata: ['old', 'young', 'open'].map((id) => ({ id, areaHa: null, pointsCounted: of(id).length })),
      };
    },
  },
  '3P': {
    phases: { kind: 'three-p', sureToMeasureM3: SURELY_FROM_M3 },
    truth: ofStand,
    draw: (random) => ({
      plots: [
        {
          shape: WHOLE,
          trees: stand.map((tree) =>
            random() * SURELY_FROM_M3 < tree.predictedVolumeM3 ? tree : { ...tree, dbhCm: null, volumeM3: null },
          ),
        },
      ],
    }),
  },
};

describe.each(Object.entries(DESIGNS))('two-phase surveys: %s', (_, { phases, truth: known, draw, offBy = 0 }) => {
  const random = seededRandom(2_026);
  const told = Array.from({ length: SURVEYS }, () => {
    const { plots, auxiliaries = [], strata = [] } = draw(random);
    const sums = surveySums(
      plots,
      BY_FIVE,
      strata,
      estimateTwoPhase(phases, totalsOf(plots, { ...BY_FIVE, phases }), strata, auxiliaries),
    );
    if (sums.phaseSummary?.problem !== null) throw new Error(inEnglish(sums.phaseSummary?.problem ?? ''));
    return { basalArea: sums.basalAreaM2PerHa, volume: sums.volumeM3PerHa };
  });
  const of = (figure: 'basalArea' | 'volume'): StandMean[] => told.flatMap((each) => each[figure] ?? []);

  it.each(['basalArea', 'volume'] as const)(
    'tells the %s without bias, within the error of the simulation',
    (figure) => {
      const means = of(figure).map((each) => each.mean);
      expect(means).toHaveLength(SURVEYS);
      const spread = Math.sqrt(mean(means.map((each) => (each - mean(means)) ** 2)) / SURVEYS);
      expect(Math.abs(mean(means) - known[figure])).toBeLessThan(3.3 * spread + offBy * known[figure]);
    },
  );

  it.each(['basalArea', 'volume'] as const)('holds the true %s in 93 to 97 of 100 intervals', (figure) => {
    const held = of(figure).filter(
      ({ mean: told, halfWidth }) => halfWidth !== null && Math.abs(told - known[figure]) <= halfWidth,
    ).length;
    expect(held / SURVEYS).toBeGreaterThanOrEqual(0.95 - coverageTolerance(SURVEYS));
    expect(held / SURVEYS).toBeLessThanOrEqual(0.95 + coverageTolerance(SURVEYS));
  });
});
