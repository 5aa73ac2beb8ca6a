import type { DominantRule } from '../../protocol/index.ts';
import { basalAreaM2 } from '../../diameter/index.ts';

/** A tree of a plot, as the figures of a stand ask for it. */
export interface SizedTree {
  readonly dbhCm: number;
  readonly heightM: number;
}

/** Mean height weighed by basal area, after Lorey: Σ g h ÷ Σ g. Null without trees. */
export function loreyHeightM(trees: readonly SizedTree[]): number | null {
  const whole = trees.reduce((sum, { dbhCm }) => sum + basalAreaM2(dbhCm), 0);
  return whole > 0 ? trees.reduce((sum, { dbhCm, heightM }) => sum + basalAreaM2(dbhCm) * heightM, 0) / whole : null;
}

/**
 * Mean height of the hundred thickest trees a hectare. Small plots make it too low against a whole hectare: tell the plot's
 * size with it.
 *
 * @param areaHa of the plot
 * @param rule what becomes of a part of a tree: counted in part, left out, or rounded
 * @returns null where the plot has fewer trees than that, or none are asked for
 */
export function dominantHeightM(
  trees: readonly SizedTree[],
  areaHa: number,
  rule: DominantRule = 'fractional',
): number | null {
  const asked = 100 * areaHa;
  const count = { fractional: asked, floor: Math.floor(asked), round: Math.round(asked) }[rule];
  if (!(count > 0) || trees.length < count) return null;
  const thickest = [...trees].sort((a, b) => b.dbhCm - a.dbhCm);
  const weighed = thickest.map(({ heightM }, i) => heightM * Math.min(1, Math.max(0, count - i)));
  return weighed.reduce((sum, each) => sum + each, 0) / count;
}

const REINEKE = { power: 1.605, standardCm: 25.4 } as const;

/**
 * Stand density index: trees a hectare that the stand would have at a mean diameter of 25.4 cm.
 *
 * Source: Reineke 1933, Journal of Agricultural Research 46:627.
 */
export const standDensityIndex = (stemsPerHa: number, quadraticMeanDiameterCm: number): number =>
  stemsPerHa * (quadraticMeanDiameterCm / REINEKE.standardCm) ** REINEKE.power;

/** The same summed tree by tree, for stands of many ages; never above the one by the mean diameter. */
export const summedDensityIndex = (diametersCm: readonly number[], expansionPerHa: number): number =>
  expansionPerHa * diametersCm.reduce((sum, d) => sum + (d / REINEKE.standardCm) ** REINEKE.power, 0);

/**
 * Relative spacing: mean distance between trees, as on a square grid, in percent of the dominant height.
 *
 * Source: Hart 1928; Becking 1954.
 */
export const relativeSpacingPct = (stemsPerHa: number, dominantM: number): number =>
  (100 * Math.sqrt(10_000 / stemsPerHa)) / dominantM;

/** Relative density: basal area (m²/ha) over the root of the quadratic mean diameter (cm). Source: Curtis 1982. */
export const relativeDensity = (basalAreaM2PerHa: number, quadraticMeanDiameterCm: number): number =>
  basalAreaM2PerHa / Math.sqrt(quadraticMeanDiameterCm);

/** Shannon's index of species from their shares, whatever they are shares of: −Σ p ln p. */
export function shannonIndex(amounts: readonly number[]): number {
  const whole = amounts.reduce((sum, each) => sum + each, 0);
  return amounts.reduce((sum, each) => (each > 0 ? sum - (each / whole) * Math.log(each / whole) : sum), 0);
}
