import { type Estimation, notEstimated, ratioOfMeans } from '../statistics/index.ts';
import { message } from '../message/index.ts';

/** A line that was walked, with the pieces of lying wood that it crosses. */
export interface WoodLine {
  /** Level length, m, above 0. */
  readonly lengthM: number;
  /** Diameters where the line crosses them, square to the piece, cm, above 0. */
  readonly diametersCm: readonly number[];
}

const PER_LENGTH = Math.PI ** 2 / 8;

/**
 * Volume of lying dead wood by line intersect: V = π² Σ d² ÷ (8 L), d in cm and L in m giving m³/ha. Lines weigh their
 * lengths; the error is that of how they differ.
 *
 * Source: Van Wagner 1968, The line intersect method in forest fuel sampling, Forest Science 14:20.
 *
 * @param lines one or more; one alone has no standard error
 * @returns m³/ha with its standard error and 95 % interval
 * @example deadWoodM3PerHa([{ lengthM: 20, diametersCm: [10, 20] }]).mean // 30.84
 */
export function deadWoodM3PerHa(lines: readonly WoodLine[]): Estimation {
  if (lines.length === 0) return notEstimated('lines', message('plot.enter-a-line', 'Enter at least one line.'));
  if (lines.some(({ lengthM, diametersCm }) => !(lengthM > 0) || diametersCm.some((cm) => !(cm > 0))))
    return notEstimated('lines', message('plot.lengths-and-diameters', 'Lengths and diameters must be above 0.'));
  return ratioOfMeans(
    lines.map(({ lengthM }) => lengthM),
    lines.map(({ diametersCm }) => PER_LENGTH * diametersCm.reduce((sum, cm) => sum + cm * cm, 0)),
  );
}
