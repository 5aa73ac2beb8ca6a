import {
  BOOTSTRAP_NARROW_BELOW,
  bootstrapStratifiedMean,
  type Estimated,
  plotsNeeded,
  type Resampled,
  simpleSample,
  type SimpleSample,
  stratifiedMean,
  stratumSample,
  withInterval,
} from '../statistics/index.ts';
import { message, type Text, isText } from '../message/index.ts';

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
  readonly stratified: Estimated | Text | null;
  /** By resampling the plots within their strata; null where a stratum has fewer than two. */
  readonly resampled: Resampled | null;
  /** The bootstrap interval is too narrow: there are few plots. */
  readonly resampledTooNarrow: boolean;
  /** How the mean and its error went, plot by plot. */
  readonly steps: readonly SamplingStep[];
  /** Plots for a 95 % interval of ± 10 % at the present allocation to strata; null where the spread is not known. */
  readonly plotsForTenPct: number | null;
}

const WISHED_PCT = 10;

/** The mean after so many plots, with its interval. */
export interface SamplingStep extends Estimated {
  readonly plots: number;
}

/** Many plots make many steps: a chart shows no more than these. */
const MOST_STEPS = 200;

function stepsOf(values: readonly number[]): SamplingStep[] {
  const every = Math.max(1, Math.ceil(values.length / MOST_STEPS));
  const steps: SamplingStep[] = [];
  // Running mean and squares about it: Welford 1962, Technometrics 4:419.
  let mean = 0;
  let squares = 0;
  values.forEach((value, i) => {
    const plots = i + 1;
    const before = value - mean;
    mean += before / plots;
    squares += before * (value - mean);
    if (plots % every !== 0 && plots !== values.length) return;
    const standardError = plots < 2 ? null : Math.sqrt(Math.max(0, squares) / (plots - 1) / plots);
    steps.push({ plots, ...withInterval(mean, standardError, plots - 1) });
  });
  return steps;
}

interface StratumFigures {
  readonly name: string;
  readonly areaHa: number;
  readonly values: readonly number[];
}

/** The plots of each stratum; null where there is one stratum, or why the strata cannot be weighed, in words. */
function strataOf(
  figures: readonly PlotFigure[],
  strata: readonly StratumSize[],
): readonly StratumFigures[] | Text | null {
  if (strata.length < 2) return null;
  const without = strata.find(({ areaHa }) => areaHa === null);
  if (without !== undefined)
    return message('inventory.has-no-area-strata-cannot', '{name} has no area: strata cannot be weighted.', {
      name: without.name,
    });
  const samples = strata.map(({ id, name, areaHa }) => ({
    name,
    areaHa: areaHa ?? 0,
    values: figures.filter(({ stratumId }) => stratumId === id).map(({ value }) => value),
  }));
  const empty = samples.find(({ values }) => values.length === 0);
  return empty === undefined
    ? samples
    : message('inventory.has-no-plots-yet-so', '{name} has no plots yet, so its mean is unknown.', {
        name: empty.name,
      });
}

function stratifiedOf(samples: readonly StratumFigures[]): Estimated | Text {
  const outcome = stratifiedMean(samples.map(({ name, areaHa, values }) => stratumSample(name, areaHa, values)));
  return outcome.ok ? outcome : outcome.message;
}

/**
 * Plots for the target error at the present allocation: with n plots the variance of the stratified mean is that of today
 * times today's plots ÷ n.
 */
function plotsForError(stratified: Estimated, plots: number, strata: number): number | null {
  const { mean, standardError } = stratified;
  if (standardError === null || standardError === 0 || mean === 0) return null;
  const cvPct = (100 * standardError * Math.sqrt(plots)) / Math.abs(mean);
  const needed = plotsNeeded(cvPct, WISHED_PCT, { strata });
  return needed.ok ? needed.plots : null;
}

/**
 * What the plots of a survey say of a figure per hectare: by simple random sampling, by strata, and by the bootstrap.
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
  const samples = figures.length === 0 ? null : strataOf(figures, strata);
  const isStratified = samples !== null && !isText(samples);
  const stratified = isStratified ? stratifiedOf(samples) : samples;
  const area = isStratified ? samples.reduce((sum, { areaHa }) => sum + areaHa, 0) : 1;
  const resampled = bootstrapStratifiedMean(
    isStratified
      ? samples.map(({ areaHa, values: own }) => ({ share: areaHa / area, values: own }))
      : [{ share: 1, values }],
    random,
  );
  const best = stratified !== null && !isText(stratified) ? stratified : simple.ok ? simple : null;
  return {
    simple: simple.ok ? simple : null,
    stratified,
    steps: stepsOf(values),
    resampled: resampled.ok ? resampled : null,
    resampledTooNarrow: resampled.ok && values.length < BOOTSTRAP_NARROW_BELOW,
    plotsForTenPct: best === null ? null : plotsForError(best, values.length, isStratified ? strata.length : 1),
  };
}
