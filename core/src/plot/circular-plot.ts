import type { SlopeRadius } from '../protocol/index.ts';

/** The ground of a plot, and how its survey lays out circles on slopes. */
export interface PlotGround {
  readonly slopeRadius: SlopeRadius;
  readonly slopePct: number;
}

/**
 * Radius of a circular plot on the map.
 *
 * @param areaM2 horizontal area, above 0
 * @example plotRadiusM(500) // 12.616
 */
export function plotRadiusM(areaM2: number): number {
  if (!(areaM2 > 0)) throw new RangeError(`areaM2 must be above 0, not ${String(areaM2)}`);
  return Math.sqrt(areaM2 / Math.PI);
}

/**
 * Radius to lay out along the ground, in all directions, so that the plot covers its horizontal area: r ÷ √cos a.
 *
 * Source: Kramer & Akça 1995, Leitfaden zur Waldmesslehre: circular plots on slopes.
 *
 * @param slopePct steepest slope of the plot in percent, 0 or more
 */
export function slopeCorrectedRadiusM(areaM2: number, slopePct: number): number {
  if (!(slopePct >= 0)) throw new RangeError(`slopePct must be 0 or more, not ${String(slopePct)}`);
  const cosine = 1 / Math.hypot(1, slopePct / 100);
  return plotRadiusM(areaM2) / Math.sqrt(cosine);
}

/**
 * Stems per hectare that one tallied tree stands for: 10 000 over the horizontal plot area.
 *
 * @example expansionFactorPerHa(500) // 20
 */
export function areaFactorPerHa(areaM2: number): number {
  if (!(areaM2 > 0)) throw new RangeError(`areaM2 must be above 0, not ${String(areaM2)}`);
  return 10_000 / areaM2;
}
