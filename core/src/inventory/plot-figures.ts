import { aboveGroundKg } from '../biomass/index.ts';
import { basalAreaM2 } from '../diameter/index.ts';
import { expansionFactorPerHa } from '../plot/index.ts';
import type { BiomassGroupId } from '../protocol/index.ts';
import { reinekeShare } from './indices/reineke.ts';
import { heightOfTallied, multiplicityOf, readDbhOf, type TalliedPlot, type TalliedTree } from './tallied.ts';

/**
 * Figures of a cell: sums over its trees, each times its expansion factor. The place of each in
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
export const WIDTH = Object.keys(FIGURE).length;

/** With which power of it a figure grows where each tree counts so many times as often: 0, 1 or 2. */
export const POWER = new Uint8Array(WIDTH).fill(1);
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

const add = (row: Float64Array, at: number, figure: Figure, value: number): void => {
  row[at + figure] = (row[at + figure] ?? 0) + value;
};

/** Adds a tree to the row of its cell. */
export function addTree(
  row: Float64Array,
  at: number,
  shape: TalliedPlot['shape'],
  tree: TalliedTree,
  biomass: Readonly<Partial<Record<string, BiomassGroupId>>> = {},
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
