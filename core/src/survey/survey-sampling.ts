import {
  bootstrapMean,
  plotsNeeded,
  simpleSample,
  stratifiedMean,
  stratumSample,
  type Estimated,
  type Resampled,
  type SimpleSample,
} from '../sampling/index.ts';

/** A plot's figure with the stratum that it lies in. */
export interface PlotFigure {
  readonly stratumId: string;
  readonly value: number;
}

export interface StratumSize {
  readonly id: string;
  readonly name: string;
  readonly areaHa: number | null;
}

/** What the plots of a survey say of one figure per hectare. */
export interface FigureSampling {
  /** As if the plots were strewn over the whole: every plot weighs the same. Null without plots. */
  readonly simple: SimpleSample | null;
  /** Every stratum weighing its area. Null where there is one stratum, or why it cannot be told, in words. */
  readonly stratified: Estimated | string | null;
  /** By drawing the plots again; null for fewer than two. */
  readonly resampled: Resampled | null;
  /** How the mean and its error went, plot by plot. */
  readonly steps: readonly SamplingStep[];
  /** Plots for a 95 % interval of ± 10 %; null where the spread is not known. */
  readonly plotsForTenPct: number | null;
}

const WISHED_PCT = 10;

/** The sample after so many plots. */
export interface SamplingStep {
  readonly plots: number;
  readonly mean: number;
  /** Half the width of the 95 % interval in percent of the mean; null for one plot, and for a mean of 0. */
  readonly errorPct: number | null;
}

/** Many plots make many steps: a chart shows no more than these. */
const MOST_STEPS = 200;

function stepsOf(values: readonly number[]): SamplingStep[] {
  const every = Math.max(1, Math.ceil(values.length / MOST_STEPS));
  return values.flatMap((_, i) => {
    if ((i + 1) % every !== 0 && i + 1 !== values.length) return [];
    const sample = simpleSample(values.slice(0, i + 1));
    if (!sample.ok) return [];
    const { mean, halfWidth } = sample;
    const errorPct = halfWidth === null || mean === 0 ? null : (100 * halfWidth) / Math.abs(mean);
    return [{ plots: i + 1, mean, errorPct }];
  });
}

function stratifiedOf(figures: readonly PlotFigure[], strata: readonly StratumSize[]): Estimated | string | null {
  if (strata.length < 2) return null;
  const without = strata.find(({ areaHa }) => areaHa === null);
  if (without !== undefined) return `${without.name} has no area: strata cannot be weighed.`;
  const samples = strata.map(({ id, name, areaHa }) => ({
    name,
    areaHa: areaHa ?? 0,
    values: figures.filter(({ stratumId }) => stratumId === id).map(({ value }) => value),
  }));
  const empty = samples.find(({ values }) => values.length === 0);
  if (empty !== undefined) return `${empty.name} has no plot yet: its part of the whole is not known.`;
  const outcome = stratifiedMean(samples.map(({ name, areaHa, values }) => stratumSample(name, areaHa, values)));
  return outcome.ok ? outcome : outcome.message;
}

/**
 * What the plots of a survey say of a figure per hectare, by simple random sampling, by strata and by drawing again.
 *
 * @param random for the drawing; the same source gives the same interval
 */
export function figureSampling(
  figures: readonly PlotFigure[],
  strata: readonly StratumSize[],
  random: () => number,
): FigureSampling {
  const values = figures.map(({ value }) => value);
  const simple = simpleSample(values);
  const resampled = bootstrapMean(values, random);
  const cvPct = simple.ok ? simple.cvPct : null;
  const needed = cvPct === null || cvPct === 0 ? null : plotsNeeded(cvPct, WISHED_PCT);
  return {
    simple: simple.ok ? simple : null,
    stratified: figures.length === 0 ? null : stratifiedOf(figures, strata),
    steps: stepsOf(values),
    resampled: resampled.ok ? resampled : null,
    plotsForTenPct: needed?.ok === true ? needed.plots : null,
  };
}
