import { describe, expect, it } from 'vitest';
import { LOG_RULES } from '../log-rules/index.ts';
import { seededRandom } from '../statistics/index.ts';
import { ormerodProfile } from '../taper/profile.ts';
import { smalianM3, solidsProfile, underBark } from '../taper/index.ts';
import { bestCuts } from './buck.ts';
import { standLogs, type StandLogs, type StandToCut, type StandTree } from './stand-logs.ts';
import type { Product } from '../protocol/index.ts';
import { inEnglish } from '../testing/english.ts';

const PRODUCTS: readonly Product[] = [
  { name: 'sawlog', lengthsM: [4, 5], trimM: 0.1, smallestTopCm: 22, allows: [], unit: 'm3', price: 90 },
  { name: 'pulpwood', lengthsM: [2], trimM: 0, smallestTopCm: 7, allows: [], unit: 'm3', price: 30 },
];
const STAND: Omit<StandToCut, 'trees' | 'plots'> = {
  breastHeightM: 1.3,
  kinds: [
    { taper: { model: 'solids' }, barkRatio: 0.92 },
    { taper: { model: 'ormerod', p: 0.7 }, barkRatio: 0.92 },
  ],
  products: PRODUCTS,
  costs: [
    { name: 'felling', per: 'm3', amount: 14 },
    { name: 'marking', per: 'tree', amount: 2 },
    { name: 'bunching', per: 'log', amount: 0.5 },
  ],
  stumpM: 0.3,
  topCm: 7,
  stepM: 0.1,
};

function run(stand: StandToCut): { readonly result: StandLogs; readonly reports: readonly number[] } {
  const work = standLogs(stand);
  const reports: number[] = [];
  for (;;) {
    const step = work.next();
    if (step.done === true) return { result: step.value, reports };
    reports.push(step.value);
  }
}

const random = seededRandom(31);
const TREES: readonly StandTree[] = Array.from({ length: 60 }, (_, i) => ({
  plot: i % 3,
  dbhCm: 12 + 40 * random(),
  heightM: 12 + 18 * random(),
  kind: i % 2,
  perHa: 20 + (i % 3),
}));

describe('the logs of a stand', () => {
  it('are those of its trees, one by one, each for so many trees a hectare', () => {
    const { result } = run({ ...STAND, plots: 4, trees: TREES });
    const perPlot = [0, 0, 0, 0].map(() => ({ sawlogs: 0, m3: 0, gross: 0, costs: 0, doyle: 0 }));
    for (const { plot, dbhCm, heightM, kind, perHa } of TREES) {
      const outcome =
        kind === 0 ? solidsProfile({ dbhCm, heightM }, 1.3) : ormerodProfile({ dbhCm, heightM }, { p: 0.7 }, 1.3);
      if (!outcome.ok) throw new Error(inEnglish(outcome.problem.message));
      const { cuts } = bestCuts(
        { profile: underBark(outcome.profile, 0.92), stumpM: 0.3, topCm: 7, defects: [] },
        PRODUCTS,
      );
      const own = perPlot[plot];
      if (own === undefined) throw new Error('no plot');
      const m3 = cuts.reduce((sum, { buttCm, topCm, lengthM }) => sum + smalianM3(buttCm, topCm, lengthM), 0);
      own.sawlogs += perHa * cuts.filter(({ product }) => product === 0).length;
      own.m3 += perHa * m3;
      own.gross += perHa * cuts.reduce((sum, { value }) => sum + value, 0);
      own.costs += cuts.length === 0 ? 0 : perHa * (14 * m3 + 2 + 0.5 * cuts.length);
      own.doyle +=
        perHa *
        cuts.reduce((sum, { topCm, lengthM }) => sum + LOG_RULES.doyle.boardFeet(topCm / 2.54, lengthM / 0.3048), 0);
    }
    const mean = (of: (plot: (typeof perPlot)[number]) => number): number =>
      perPlot.reduce((sum, plot) => sum + of(plot), 0) / 4;
    const error = (of: (plot: (typeof perPlot)[number]) => number): number =>
      Math.sqrt(perPlot.reduce((sum, plot) => sum + (of(plot) - mean(of)) ** 2, 0) / 3 / 4);
    expect(result.products[0]?.logs.mean).toBeCloseTo(
      mean(({ sawlogs }) => sawlogs),
      9,
    );
    expect(result.volumeM3.mean).toBeCloseTo(
      mean(({ m3 }) => m3),
      9,
    );
    const net = ({ gross, costs }: (typeof perPlot)[number]): number => gross - costs;
    expect(result.net.mean).toBeCloseTo(mean(net), 7);
    expect(result.net.standardError).toBeCloseTo(error(net), 7);
    expect(result.gross.mean - result.costs.mean).toBeCloseTo(result.net.mean, 9);
    expect(result.boardFeet.find(({ rule }) => rule === 'doyle')?.perHa.mean).toBeCloseTo(
      mean(({ doyle }) => doyle),
      6,
    );
    expect(result.undrawn).toBe(0);
  });

  it('tells how far it is, and need not be ended', () => {
    const { reports } = run({ ...STAND, plots: 3, trees: TREES });
    expect(reports).toEqual([0, 25, 50, 60]);
    const work = standLogs({ ...STAND, plots: 3, trees: TREES });
    expect(work.next().value).toBe(0);
    expect(work.return(undefined as never).done).toBe(true);
  });

  it('has no standard error from one plot, counts what cannot be drawn, and is nothing without trees', () => {
    const low: StandTree = { plot: 0, dbhCm: 3, heightM: 1.2, kind: 0, perHa: 20 };
    const { result } = run({ ...STAND, plots: 1, trees: [low] });
    expect(result.undrawn).toBe(1);
    expect(result.net).toEqual({ mean: 0, standardError: null });
    expect(run({ ...STAND, plots: 0, trees: [] }).result.volumeM3).toEqual({ mean: 0, standardError: null });
  });

  it('leaves a stem as it is that is under bark already', () => {
    const tree: StandTree = { plot: 0, dbhCm: 40, heightM: 26, kind: 0, perHa: 1 };
    const of = (barkRatio: number): number =>
      run({ ...STAND, plots: 1, trees: [tree], kinds: [{ taper: { model: 'behre', formClassPct: 78 }, barkRatio }] })
        .result.volumeM3.mean;
    expect(of(0.9)).toBe(of(1));
  });
});
