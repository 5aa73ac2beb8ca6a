import { fitEveryCurve, fitHeightCurve, type HeightCurve } from '@arbolito/core/height-curve';
import type { Text } from '@arbolito/core/message';

/** A tree whose height was measured, with where to find it. */
export interface MeasuredTree {
  readonly treeId: string;
  readonly plotLabel: string;
  readonly tag: string;
  readonly speciesCode: string;
  readonly dbhCm: number;
  readonly heightM: number;
  /** Something speaks against its readings: it is shown, and left out of the curve. */
  readonly inDoubt: boolean;
}

export interface Curves {
  /** The best by Akaike first; empty where none can be fitted. */
  readonly curves: readonly HeightCurve[];
  /** Why there is none. */
  readonly message: Text | null;
}

/**
 * Every curve through these trees, those in doubt left out; or why there is none.
 *
 * @param breastHeightM where the survey measures dbh, m
 */
export function curvesOf(trees: readonly MeasuredTree[], breastHeightM: number): Curves {
  const sound = trees.filter(({ inDoubt }) => !inDoubt);
  const curves = fitEveryCurve(sound, breastHeightM);
  if (curves.length > 0) return { curves, message: null };
  const outcome = fitHeightCurve('michailoff', sound, breastHeightM);
  return { curves, message: outcome.ok ? null : outcome.message };
}

export interface FarTree extends MeasuredTree {
  readonly expectedM: number;
  /** Measured less expected, in standard errors of one tree. */
  readonly errorsOff: number;
}

/** Beyond so many standard errors a tree is worth a second look. */
const FAR = 2.5;

/** Trees that lie far from the curve, the farthest first. */
export const farTrees = (trees: readonly MeasuredTree[], curve: HeightCurve): FarTree[] =>
  trees
    .map((tree): FarTree => {
      const expectedM = curve.heightM(tree.dbhCm);
      return { ...tree, expectedM, errorsOff: (tree.heightM - expectedM) / curve.residualErrorM };
    })
    .filter(({ errorsOff }) => Math.abs(errorsOff) > FAR)
    .sort((a, b) => Math.abs(b.errorsOff) - Math.abs(a.errorsOff));
