import type { PlotShape } from '../protocol/index.ts';
import { type PlotGround, plotRadiusM, slopeCorrectedRadiusM } from './circular-plot.ts';
import { pointLimitingDistanceM } from './angle-count.ts';
import { shapeAreaM2 } from './expansion-factor.ts';

/** Whether distances to the trees of a plot lie along the ground, against one longer radius, instead of level. */
export const isAlongGround = (shape: PlotShape, { slopeRadius }: Pick<PlotGround, 'slopeRadius'>): boolean =>
  shape.kind === 'circle' && slopeRadius === 'circle';

/**
 * Distance from the middle within which the pith of a tree must stand: level, or along the ground where the survey lays out
 * circles so.
 *
 * @param shape of the plot; areas in m², basal area factor in m²/ha
 * @param dbhCm as read, above 0; null where it is not known
 * @param ground slope of the plot in percent, 0 to 150, and how the survey lays out circles on slopes
 * @returns m; null where the shape has no middle to measure from, or the dbh decides and is not known
 * @example limitingDistanceM({ kind: 'circle', areaM2: 500 }, 30, { slopeRadius: 'circle', slopePct: 50 }) // 13.34
 */
export function limitingDistanceM(shape: PlotShape, dbhCm: number | null, ground: PlotGround): number | null {
  if (shape.kind === 'variable-radius')
    return dbhCm === null ? null : pointLimitingDistanceM(dbhCm, shape.factorM2PerHa);
  if (shape.kind !== 'circle' && shape.kind !== 'nested') return null;
  const areaM2 = shapeAreaM2(shape, dbhCm);
  if (areaM2 === null) return null;
  return isAlongGround(shape, ground) ? slopeCorrectedRadiusM(areaM2, ground.slopePct) : plotRadiusM(areaM2);
}
