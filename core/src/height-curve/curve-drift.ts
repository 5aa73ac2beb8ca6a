import { modelOf } from './models.ts';
import { LEAST_OWN_TREES, type StandCurve, type StandCurves } from './stand-curves.ts';
import type { CurvePoint } from './expected-height.ts';

/** A measured height of a species. */
export interface SpeciesHeight extends CurvePoint {
  readonly speciesCode: string;
}

/** How far one curve has moved by some heights that came in or went: each moves it by its residual × p ÷ n. */
function driftOfCurve(curve: StandCurve, changed: readonly SpeciesHeight[]): number {
  const { value } = modelOf(curve.model, curve.breastHeightM);
  const residualsM = changed.reduce(
    (sum, { dbhCm, heightM }) => sum + Math.abs(heightM - value(dbhCm, curve.parameters)),
    0,
  );
  return (residualsM * curve.parameters.length) / curve.trees;
}

/**
 * How far the height curves of a survey can have moved since they were fitted, all changes pulling the same way. A height
 * moves its curve by about its residual times the mean leverage, p ÷ n.
 *
 * Source: Cook & Weisberg 1982, Residuals and Influence in Regression, 2.
 *
 * @param changed heights that came in since, and those that went
 * @param heightsNow heights of each species that there are now
 * @returns m, of the curve that moved farthest; infinite where a curve is missing that could be fitted now
 * @example curveDriftM(curves, [], new Map()) // 0
 */
export function curveDriftM(
  { bySpecies, pooled }: StandCurves,
  changed: readonly SpeciesHeight[],
  heightsNow: ReadonlyMap<string, number>,
): number {
  if (changed.length === 0) return 0;
  if (pooled === null) return Infinity;
  const codes = [...new Set(changed.map(({ speciesCode }) => speciesCode))];
  const drifts = codes.map((code) => {
    const curve = bySpecies[code];
    if (curve === undefined) return (heightsNow.get(code) ?? 0) < LEAST_OWN_TREES ? 0 : Infinity;
    return driftOfCurve(
      curve,
      changed.filter(({ speciesCode }) => speciesCode === code),
    );
  });
  return Math.max(driftOfCurve(pooled, changed), ...drifts);
}
