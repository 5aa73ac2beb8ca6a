import { biomassSums as biomassOf } from '../inventory/biomass-sums.ts';
import { boardFeetSums as boardFeetOf } from '../inventory/board-feet.ts';
import { standIndices as indicesOf } from '../inventory/indices/stand-indices.ts';
import { plotTotaller, type TotalsRules } from '../inventory/plot-totaller.ts';
import { plotSums as ofPlot, surveySums as ofSurvey } from '../inventory/sums.ts';
import type { TalliedPlot } from '../inventory/tallied.ts';
import { ratioSums as ratioSumsOf, volumeRatio as ratioOf } from '../inventory/volume-ratio.ts';

/** Rules for tests of figures that hang on no classes. */
const PLAIN: TotalsRules = { classes: { width: '5cm', place: 'centred' }, products: [] };

/** Totals of plots from their trees. */
export const totalsOf = (plots: readonly TalliedPlot[], rules: TotalsRules = PLAIN) => plots.map(plotTotaller(rules));

type Rest<F extends (...args: never[]) => unknown> = Parameters<F> extends [unknown, ...infer R] ? R : never;

/** The functions of the same names, from the trees of the plots. */
export const fromTrees = {
  plotSums: (plot: TalliedPlot, ...rest: Rest<typeof ofPlot>) => ofPlot(plotTotaller(PLAIN)(plot), ...rest),
  volumeRatio: (plots: readonly TalliedPlot[]) => ratioOf(totalsOf(plots)),
  ratioSums: (plots: readonly TalliedPlot[]) => ratioSumsOf(totalsOf(plots)),
  surveySums: (plots: readonly TalliedPlot[], ...rest: Rest<typeof ofSurvey>) =>
    ofSurvey(totalsOf(plots, rest[0]), ...rest),
  standIndices: (plots: readonly TalliedPlot[], ...rest: Rest<typeof indicesOf>) => indicesOf(totalsOf(plots), ...rest),
  biomassSums: (plots: readonly TalliedPlot[], ...rest: Rest<typeof biomassOf>) =>
    biomassOf(totalsOf(plots, { ...PLAIN, biomass: rest[0] }), ...rest),
  boardFeetSums: (plots: readonly TalliedPlot[], ...rest: Rest<typeof boardFeetOf>) =>
    boardFeetOf(totalsOf(plots, rest[0]), ...rest),
};
