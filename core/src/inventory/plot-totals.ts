import { aboveGroundKg } from '../biomass/index.ts';
import { basalAreaM2 } from '../diameter/index.ts';
import { expansionFactorPerHa } from '../plot/index.ts';
import {
  type BiomassGroupId,
  type ClassRule,
  diameterClass,
  type ProductLimit,
  productOf,
  type TwoPhaseDesign,
} from '../protocol/index.ts';
import { reinekeShare } from './indices/reineke.ts';
import {
  hasDbh,
  heightOfTallied,
  multiplicityOf,
  type PlotOutline,
  readDbhOf,
  type TalliedPlot,
  type TalliedTree,
  type UsedCurve,
  type VolumeError,
} from './tallied.ts';

/**
 * Figures of a cell: sums over its trees, each tree with what it stands for per hectare of its plot. The place of each in
 * a row of `PlotTotals.figures`.
 */
export const FIGURE = {
  /** Trees that were tallied. */
  trees: 0,
  stems: 1,
  basalArea: 2,
  /** Volume of the trees whose volume is known, m³. */
  volume: 3,
  /** Basal area of the trees whose volume is by volume per basal area, m². */
  basalAreaToFill: 4,
  /** Basal area of trees that were counted and not taped, m²: their stems are by stems per basal area. */
  basalAreaCounted: 5,
  /** Trees whose volume is by volume per basal area. */
  treesToFill: 6,
  /** Σ stems · dbh², cm². */
  stemsDbhSquared: 7,
  /** Stems of the trees with a dbh. */
  stemsWithDbh: 8,
  heights: 9,
  heightSumM: 10,
  volumesMeasured: 11,
  volumesByCurve: 12,
  /** Trees with a dbh and without a volume. */
  volumesFilled: 13,
  treesByCurve: 14,
  /** Of those, trees thinner or thicker than all that the curve was made from. */
  outsideCurve: 15,
  /** Volume whose error is known, m³. */
  volumeOfModel: 16,
  /** Σ stems · error that trees of a curve share, m³. */
  curveSharedM3: 17,
  /** Trees, volume and basal area that volume per basal area is made from. */
  ratioTrees: 18,
  ratioVolume: 19,
  ratioBasalArea: 20,
  /** Taped trees of angle-count points, and Σ 1 ÷ basal area of one. */
  pointTrees: 21,
  pointStemsPerM2: 22,
  biomassTrees: 23,
  biomassStems: 24,
  dryKg: 25,
  boardFeetTrees: 26,
  boardFeetStems: 27,
  boardFeet: 28,
  /** Trees with a dbh whose logs nobody counted. */
  withoutLogs: 29,
  /** Σ stems · g and Σ stems · g · height of the trees with a height, for Lorey’s height. */
  loreyBasalArea: 30,
  loreyLifted: 31,
  /** Σ stems · (dbh ÷ 25.4)^1.605. */
  densityIndex: 32,
  /** Sums of squares of single trees, where measured trees stand for others. */
  stemsSquared: 33,
  basalAreaSquared: 34,
  volumeSquared: 35,
  basalAreaToFillSquared: 36,
  /** Σ (stems · error of the readings)², and the same of single trees about their curve. */
  measuredM3Squared: 37,
  curveTreeM3Squared: 38,
  withoutDbh: 39,
} as const;

/** Place of a figure in a row. */
export type Figure = (typeof FIGURE)[keyof typeof FIGURE];

/** Figures in a row. */
const WIDTH = Object.keys(FIGURE).length;

/** With which power of it a figure grows where each tree counts so many times as often: 0, 1 or 2. */
const POWER = new Uint8Array(WIDTH).fill(1);
for (const figure of [
  FIGURE.trees,
  FIGURE.treesToFill,
  FIGURE.heights,
  FIGURE.heightSumM,
  FIGURE.volumesMeasured,
  FIGURE.volumesByCurve,
  FIGURE.volumesFilled,
  FIGURE.treesByCurve,
  FIGURE.outsideCurve,
  FIGURE.ratioTrees,
  FIGURE.pointTrees,
  FIGURE.pointStemsPerM2,
  FIGURE.biomassTrees,
  FIGURE.boardFeetTrees,
  FIGURE.withoutLogs,
  FIGURE.withoutDbh,
])
  POWER[figure] = 0;
for (const figure of [
  FIGURE.stemsSquared,
  FIGURE.basalAreaSquared,
  FIGURE.volumeSquared,
  FIGURE.basalAreaToFillSquared,
  FIGURE.measuredM3Squared,
  FIGURE.curveTreeM3Squared,
])
  POWER[figure] = 2;

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

/** What the totals of a plot hang on beside its trees. */
export interface TotalsRules {
  readonly classes: ClassRule;
  readonly products: readonly ProductLimit[];
  /** Equation of biomass by species code. */
  readonly biomass?: Readonly<Partial<Record<string, BiomassGroupId>>>;
  /** How the survey looks twice, where it does: guesses are summed up beside the trees. */
  readonly phases?: TwoPhaseDesign | undefined;
}

/** The product of a tree: by its code, else by its dbh. */
const productOfTallied = ({ product, dbhCm }: TalliedTree, products: readonly ProductLimit[]): string | null =>
  product === undefined ? (dbhCm === null ? null : productOf(dbhCm, products)) : product;

const add = (row: Float64Array, at: number, figure: Figure, value: number): void => {
  row[at + figure] = (row[at + figure] ?? 0) + value;
};

/** Adds a tree to the row of its cell. */
function addTree(
  row: Float64Array,
  at: number,
  shape: TalliedPlot['shape'],
  tree: TalliedTree,
  biomass: TotalsRules['biomass'] = {},
): void {
  const { speciesCode, dbhCm, heightM, volumeM3, curve, volumeError, boardFeet } = tree;
  const counts = multiplicityOf(tree);
  const factor = expansionFactorPerHa(shape, readDbhOf(tree));
  const isPoint = shape.kind === 'variable-radius';
  const stems = (factor ?? 0) * counts;
  const ownM2 = dbhCm === null ? 0 : basalAreaM2(dbhCm);
  // A tree counted at a point has its basal area whether it was taped or not.
  const basalArea = isPoint ? shape.factorM2PerHa * counts : stems * ownM2;
  const isFilled = dbhCm === null ? isPoint : volumeM3 === null;
  const volume = volumeM3 === null || isFilled ? 0 : dbhCm === null ? (factor ?? 0) * volumeM3 : stems * volumeM3;
  add(row, at, FIGURE.trees, 1);
  add(row, at, FIGURE.stems, stems);
  add(row, at, FIGURE.basalArea, basalArea);
  add(row, at, FIGURE.volume, volume);
  add(row, at, FIGURE.stemsSquared, stems * stems);
  add(row, at, FIGURE.basalAreaSquared, basalArea * basalArea);
  add(row, at, FIGURE.volumeSquared, volume * volume);
  if (isFilled) {
    add(row, at, FIGURE.treesToFill, 1);
    add(row, at, FIGURE.basalAreaToFill, basalArea);
    add(row, at, FIGURE.basalAreaToFillSquared, basalArea * basalArea);
  }
  if (factor === null) add(row, at, FIGURE.basalAreaCounted, basalArea);
  if (heightM !== null) {
    add(row, at, FIGURE.heights, 1);
    add(row, at, FIGURE.heightSumM, heightM);
  }
  if (volumeM3 !== null) add(row, at, tree.byCurve === true ? FIGURE.volumesByCurve : FIGURE.volumesMeasured, 1);
  if (volumeError !== undefined && volumeM3 !== null) {
    add(row, at, FIGURE.measuredM3Squared, (stems * volumeError.measuredM3) ** 2);
    add(row, at, FIGURE.volumeOfModel, volume);
    add(row, at, FIGURE.curveTreeM3Squared, (stems * (volumeError.curve?.treeM3 ?? 0)) ** 2);
    add(row, at, FIGURE.curveSharedM3, stems * (volumeError.curve?.sharedM3 ?? 0));
  }
  if (boardFeet !== undefined) {
    add(row, at, FIGURE.boardFeetTrees, 1);
    add(row, at, FIGURE.boardFeetStems, stems);
    add(row, at, FIGURE.boardFeet, stems * boardFeet);
  }
  if (dbhCm === null) {
    add(row, at, FIGURE.withoutDbh, 1);
    return;
  }
  add(row, at, FIGURE.stemsWithDbh, stems);
  add(row, at, FIGURE.stemsDbhSquared, stems * dbhCm * dbhCm);
  if (volumeM3 === null) add(row, at, FIGURE.volumesFilled, 1);
  if (boardFeet === undefined) add(row, at, FIGURE.withoutLogs, 1);
  if (curve !== undefined) {
    add(row, at, FIGURE.treesByCurve, 1);
    if (dbhCm < curve.rangeCm[0] || dbhCm > curve.rangeCm[1]) add(row, at, FIGURE.outsideCurve, 1);
  }
  if (volumeM3 !== null && stems !== 0) {
    add(row, at, FIGURE.ratioTrees, 1);
    add(row, at, FIGURE.ratioVolume, stems * volumeM3);
    add(row, at, FIGURE.ratioBasalArea, stems * ownM2);
  }
  if (isPoint) {
    add(row, at, FIGURE.pointTrees, 1);
    add(row, at, FIGURE.pointStemsPerM2, 1 / basalAreaM2(readDbhOf(tree) ?? dbhCm));
  }
  const group = biomass[speciesCode];
  const dryKg = group === undefined ? null : aboveGroundKg(group, dbhCm);
  if (dryKg !== null) {
    add(row, at, FIGURE.biomassTrees, 1);
    add(row, at, FIGURE.biomassStems, stems);
    add(row, at, FIGURE.dryKg, stems * dryKg);
  }
  const tallM = heightOfTallied(tree);
  if (tallM !== null) {
    add(row, at, FIGURE.loreyBasalArea, stems * ownM2);
    add(row, at, FIGURE.loreyLifted, stems * ownM2 * tallM);
  }
  add(row, at, FIGURE.densityIndex, stems * reinekeShare(dbhCm));
}

/** The live trees with a dbh that the plot takes, thickest first. */
function sizedTrees({ shape, trees }: TalliedPlot, isDrawn: (tree: TalliedTree) => boolean): SizedTrees {
  const sized = trees
    .flatMap((tree) => {
      const factor = expansionFactorPerHa(shape, readDbhOf(tree));
      if (tree.dbhCm === null || factor === null || factor === 0 || tree.dead === true) return [];
      return [{ tree, dbhCm: tree.dbhCm, stems: factor * multiplicityOf(tree) }];
    })
    .sort((a, b) => b.dbhCm - a.dbhCm);
  return {
    dbhCm: Float64Array.from(sized, ({ dbhCm }) => dbhCm),
    heightM: Float64Array.from(sized, ({ tree }) => heightOfTallied(tree) ?? NaN),
    stems: Float64Array.from(sized, ({ stems }) => stems),
    isDrawn: Uint8Array.from(sized, ({ tree }) => (isDrawn(tree) ? 1 : 0)),
    isSingle: trees.every((tree) => tree.dead === true || multiplicityOf(tree) === 1),
  };
}

const never = (): boolean => false;

/** Cells with the sums over them. */
function withWhole(keys: readonly CellKey[], figures: Float64Array): Pick<PlotTotals, 'keys' | 'figures' | 'whole'> {
  const whole = new Float64Array(2 * WIDTH);
  keys.forEach(({ isDrawn }, cell) => {
    const row = isDrawn ? WIDTH : 0;
    for (let i = 0; i < WIDTH; i += 1) whole[row + i] = (whole[row + i] ?? 0) + (figures[cell * WIDTH + i] ?? 0);
  });
  return { keys, figures, whole };
}

/**
 * Makes the totals of plots.
 *
 * @param rules of the survey; totals made by one maker share their keys
 * @returns the totals of a plot from its trees
 * @example plotTotaller({ classes, products: [] })({ shape, trees })
 */
export function plotTotaller(rules: TotalsRules): (plot: TalliedPlot) => PlotTotals {
  const keys = new Map<string, CellKey>();
  const keyOf = (tree: TalliedTree, isDrawn: boolean): CellKey => {
    const { speciesCode, dbhCm, dead = false, curve, volumeError } = tree;
    const named = dbhCm === null ? null : diameterClass(dbhCm, rules.classes);
    const product = productOfTallied(tree, rules.products);
    const { model = null, curve: error } = volumeError ?? {};
    const name = [
      speciesCode,
      named ?? '',
      dead,
      isDrawn,
      product ?? '\u0000',
      model?.name ?? '\u0000',
      curve === undefined ? '\u0000' : (curve.speciesCode ?? ''),
      error?.name ?? '\u0000',
    ].join('\u0001');
    const known = keys.get(name);
    if (known !== undefined) return known;
    const made: CellKey = {
      speciesCode,
      dead,
      diameterClass: named,
      product,
      model,
      curve:
        curve === undefined && error === undefined
          ? null
          : { speciesCode: null, rangeCm: [0, Infinity], ...curve, errorName: error?.name ?? null },
      isDrawn,
    };
    keys.set(name, made);
    return made;
  };
  const totalsOf = (plot: TalliedPlot, isDrawn: (tree: TalliedTree) => boolean): PlotTotals => {
    const { trees, ...rest } = plot;
    const places = new Map<CellKey, number>();
    const own = trees.map((tree) => {
      const key = keyOf(tree, isDrawn(tree));
      const place = places.get(key) ?? places.size;
      places.set(key, place);
      return place;
    });
    const figures = new Float64Array(places.size * WIDTH);
    trees.forEach((tree, i) => {
      addTree(figures, (own[i] ?? 0) * WIDTH, plot.shape, tree, rules.biomass);
    });
    return {
      ...rest,
      ...withWhole([...places.keys()], figures),
      sized: sizedTrees(plot, isDrawn),
      scale: 1,
      drawnScale: 1,
      guesses: null,
    };
  };
  const { phases } = rules;
  if (phases?.kind !== 'three-p') return (plot) => totalsOf(plot, never);
  const { sureToMeasureM3 } = phases;
  const isSure = ({ predictedVolumeM3 = 0 }: TalliedTree): boolean => predictedVolumeM3 >= sureToMeasureM3;
  const isBelow = (tree: TalliedTree): boolean => !isSure(tree);
  const guessesOf = (plot: TalliedPlot): GuessTotals => {
    const measured = plot.trees.filter(hasDbh);
    const below = plot.trees.filter(isBelow);
    return {
      trees: plot.trees.length,
      treesWithoutGuess: plot.trees.filter(({ predictedVolumeM3 }) => predictedVolumeM3 === undefined).length,
      treesWithDbh: measured.length,
      guessesM3: below.reduce((sum, tree) => sum + (tree.predictedVolumeM3 ?? 0) * multiplicityOf(tree), 0),
      hasTreesBelowLimit: below.length > 0,
      sureWithoutDbh: plot.trees.filter((tree) => isSure(tree) && !hasDbh(tree)).length,
      drawn: measured.filter(isBelow).length,
      raised: totalsOf(
        {
          ...plot,
          trees: measured.map((tree) =>
            isSure(tree) ? tree : { ...tree, multiplicity: 1 / (tree.predictedVolumeM3 ?? NaN) },
          ),
        },
        isBelow,
      ),
    };
  };
  return (plot) => ({ ...totalsOf(plot, never), guesses: guessesOf(plot) });
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
export const figureOf = (plot: PlotTotals, cell: number, figure: Figure): number =>
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
    for (let cell = 0; cell < plot.keys.length; cell += 1) all[at + cell] = figureOf(plot, cell, figure);
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
