import { type Figure, POWER, WIDTH } from './plot-figures.ts';
import type { PlotOutline, UsedCurve, VolumeError } from './tallied.ts';

/** What the trees of a cell have in common. */
export interface CellKey {
  readonly speciesCode: string;
  readonly dead: boolean;
  /** Null for trees without a dbh. */
  readonly diameterClass: number | null;
  readonly product: string | null;
  /** Equation or form factor whose error the trees share; null where none is known. */
  readonly model: VolumeError['model'] | null;
  /** Curve that their heights are from; null for measured ones. */
  readonly curve: (UsedCurve & { readonly errorName: string | null }) | null;
  /** Of trees drawn by their guesses: each counts as often as those it stands for. */
  readonly isDrawn: boolean;
}

/** The live trees with a dbh of a plot, thickest first. */
export interface SizedTrees {
  readonly dbhCm: Float64Array;
  /** Not a number where there is neither a measured height nor one by a curve. */
  readonly heightM: Float64Array;
  /** Stems per ha. */
  readonly stems: Float64Array;
  /** 1 for trees drawn by their guesses. */
  readonly isDrawn: Uint8Array;
  /** Whether each stands for itself alone: none stands in for trees beyond the edge. */
  readonly isSingle: boolean;
}

/** Guesses of a plot, where every tree is guessed and some are measured. */
export interface GuessTotals {
  readonly trees: number;
  readonly treesWithoutGuess: number;
  readonly treesWithDbh: number;
  /** Σ guesses of the trees below the limit, m³. */
  readonly guessesM3: number;
  readonly hasTreesBelowLimit: boolean;
  /** Trees above the limit without a diameter. */
  readonly sureWithoutDbh: number;
  /** Trees below the limit that were measured. */
  readonly drawn: number;
  /** The measured trees, a drawn one counting 1 ÷ its guess times. */
  readonly raised: PlotTotals;
}

/**
 * What the estimation needs of a plot: sums over its trees by species, class, product and condition. Plots put together give
 * the survey; a change of one plot asks for its totals alone.
 */
export interface PlotTotals extends PlotOutline {
  readonly keys: readonly CellKey[];
  /** A row of figures for each key. */
  readonly figures: Float64Array;
  /** Two rows: the sum of all cells but the drawn ones, and that of the drawn ones. */
  readonly whole: Float64Array;
  readonly sized: SizedTrees;
  /** How often each tree counts, and each drawn one. */
  readonly scale: number;
  readonly drawnScale: number;
  readonly guesses: GuessTotals | null;
}

/** Cells with the sums over them. */
export function withWhole(
  keys: readonly CellKey[],
  figures: Float64Array,
): Pick<PlotTotals, 'keys' | 'figures' | 'whole'> {
  const whole = new Float64Array(2 * WIDTH);
  keys.forEach(({ isDrawn }, cell) => {
    const row = isDrawn ? WIDTH : 0;
    for (let i = 0; i < WIDTH; i += 1) whole[row + i] = (whole[row + i] ?? 0) + (figures[cell * WIDTH + i] ?? 0);
  });
  return { keys, figures, whole };
}

/** Trees of a plot counting so many times as often. */
export const scaled = (plot: PlotTotals, factor: number): PlotTotals => ({
  ...plot,
  scale: plot.scale * factor,
  drawnScale: plot.drawnScale * factor,
});

/** The cells of a plot that are wanted, and no others. */
export function onlyCells(plot: PlotTotals, isWanted: (key: CellKey) => boolean): PlotTotals {
  if (plot.keys.every(isWanted)) return plot;
  const places = plot.keys.flatMap((key, i) => (isWanted(key) ? [i] : []));
  const figures = new Float64Array(places.length * WIDTH);
  places.forEach((place, i) => {
    figures.set(plot.figures.subarray(place * WIDTH, (place + 1) * WIDTH), i * WIDTH);
  });
  return {
    ...plot,
    ...withWhole(
      places.flatMap((place) => plot.keys[place] ?? []),
      figures,
    ),
  };
}

const isLive = ({ dead }: CellKey): boolean => !dead;

/** The live trees of plots that are asked for again whenever another plot has changed. */
const live = new WeakMap<PlotTotals, PlotTotals>();

function liveOf(plot: PlotTotals): PlotTotals {
  const known = live.get(plot);
  if (known !== undefined) return known;
  const made = onlyCells(plot, isLive);
  live.set(plot, made);
  live.set(made, made);
  return made;
}
const isDead = ({ dead }: CellKey): boolean => dead;

/** Live trees alone, or dead ones. */
export const onlyCondition = (plots: readonly PlotTotals[], condition: 'live' | 'dead'): readonly PlotTotals[] =>
  plots.map((plot) => (condition === 'live' ? liveOf(plot) : onlyCells(plot, isDead)));

const times = (value: number, scale: number, power: number): number =>
  power === 0 ? value : power === 1 ? value * scale : value * scale * scale;

/** A figure of one cell, its trees counting as often as they do. */
export const figureOfCell = (plot: PlotTotals, cell: number, figure: Figure): number =>
  times(
    plot.figures[cell * WIDTH + figure] ?? 0,
    plot.keys[cell]?.isDrawn === true ? plot.drawnScale : plot.scale,
    POWER[figure] ?? 1,
  );

/** A figure of a whole plot. */
export const figureOfPlot = ({ whole, scale, drawnScale }: PlotTotals, figure: Figure): number =>
  times(whole[figure] ?? 0, scale, POWER[figure] ?? 1) +
  times(whole[WIDTH + figure] ?? 0, drawnScale, POWER[figure] ?? 1);

/** A figure of every cell of some plots, one behind the other. */
export function figureOfCells(plots: readonly PlotTotals[], figure: Figure): Float64Array {
  const all = new Float64Array(plots.reduce((count, { keys }) => count + keys.length, 0));
  let at = 0;
  for (const plot of plots) {
    for (let cell = 0; cell < plot.keys.length; cell += 1) all[at + cell] = figureOfCell(plot, cell, figure);
    at += plot.keys.length;
  }
  return all;
}

/** Place of its plot for every cell of some plots. */
export function plotOfCells(plots: readonly PlotTotals[]): Uint32Array {
  const all = new Uint32Array(plots.reduce((count, { keys }) => count + keys.length, 0));
  let at = 0;
  plots.forEach(({ keys }, index) => {
    all.fill(index, at, at + keys.length);
    at += keys.length;
  });
  return all;
}
