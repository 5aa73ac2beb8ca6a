import type { PlotShape } from '../protocol/index.ts';
import { basalAreaM2 } from '../diameter/index.ts';
import { areaFactorPerHa } from './circular-plot.ts';

/**
 * Level area on which trees of a dbh are tallied.
 *
 * @returns m²; null at a point, at a list of trees, and where the dbh decides and is not known
 * @example shapeAreaM2({ kind: 'circle', areaM2: 500 }, null) // 500
 */
export function shapeAreaM2(shape: PlotShape, dbhCm: number | null): number | null {
  switch (shape.kind) {
    case 'circle':
    case 'complete-tally':
      return shape.areaM2;
    case 'rectangle':
      return shape.widthM * shape.lengthM;
    case 'nested':
      return dbhCm === null ? null : (shape.rings.findLast(({ fromCm }) => dbhCm >= fromCm)?.areaM2 ?? null);
    case 'variable-radius':
    case 'tree-list':
      return null;
  }
}

/** The largest level area of a plot, in m²; null at a point and at a list of trees, which have none. */
export const plotAreaM2 = (shape: PlotShape): number | null =>
  shape.kind === 'nested' ? (shape.rings.at(-1)?.areaM2 ?? null) : shapeAreaM2(shape, null);

/**
 * Stems per ha that one tallied tree stands for. Source: Kershaw, Ducey, Beers & Husch 2016, Forest Mensuration, 9 and 11.
 *
 * @param shape of the plot; areas in m², basal area factor in m²/ha
 * @param dbhCm as read, above 0; null where it is not known
 * @returns stems per ha; null where that depends on a dbh that is not known; 0 for a tree too thin for the plot; 1 at a
 *   list of trees, whose figures are totals
 * @example expansionFactorPerHa({ kind: 'circle', areaM2: 500 }, null) // 20
 */
export function expansionFactorPerHa(shape: PlotShape, dbhCm: number | null): number | null {
  if (shape.kind === 'variable-radius') return dbhCm === null ? null : shape.factorM2PerHa / basalAreaM2(dbhCm);
  if (shape.kind === 'tree-list') return 1;
  const areaM2 = shapeAreaM2(shape, dbhCm);
  if (areaM2 !== null) return areaFactorPerHa(areaM2);
  return dbhCm === null ? null : 0;
}
