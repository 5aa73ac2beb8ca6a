import { grouped } from '../statistics/index.ts';
import { curveErrorM, type CurveTree, fitEveryCurve, fitHeightCurve, type HeightCurve } from './fit.ts';
import { modelOf } from './models.ts';

/** A tree with a measured height, its species and its plot. */
export interface StandCurveTree extends CurveTree {
  readonly speciesCode: string;
  readonly plotId: string;
}

/** What plots add to a curve: each by how much its trees are taller than the curve has them. */
export interface PlotEffects {
  /** Standard deviation between plots, in m. */
  readonly betweenM: number;
  /** Of one tree about the curve of its plot, in m. */
  readonly withinM: number;
  /** By plot, drawn towards nothing where few heights speak for it. */
  readonly ofPlotM: Readonly<Record<string, number>>;
  /** What is left of the error of a plot with its own heights, in m. */
  readonly leftM: Readonly<Record<string, number>>;
}

/** The chosen height curve of a species, or of all species, as plain data. */
export interface StandCurve extends Pick<
  HeightCurve,
  'model' | 'breastHeightM' | 'parameters' | 'covariance' | 'trees' | 'residualErrorM' | 'rangeCm'
> {
  /** The species; null where it is of all. */
  readonly speciesCode: string | null;
  /** Null where too few plots have heights, or plots do not differ more than their trees. */
  readonly plots: PlotEffects | null;
}

export interface StandCurves {
  readonly bySpecies: Readonly<Record<string, StandCurve>>;
  readonly pooled: StandCurve | null;
}

/** A species with fewer measured heights takes the curve of all species. */
export const LEAST_OWN_TREES = 8;
const LEAST_PLOTS = 3;
/** Models are told apart on so many trees, and the chosen one is fitted to so many: more change no decimal that is read. */
const TREES_TO_CHOOSE = 300;
const TREES_TO_FIT = 1_500;

/** Every so many-th tree, from the thinnest to the thickest. */
function thinned(trees: readonly StandCurveTree[], atMost: number): readonly StandCurveTree[] {
  if (trees.length <= atMost) return trees;
  const sorted = [...trees].sort((a, b) => a.dbhCm - b.dbhCm || a.heightM - b.heightM);
  return Array.from({ length: atMost }, (_, i) => sorted[Math.floor((i * sorted.length) / atMost)]).flatMap(
    (tree) => tree ?? [],
  );
}

/** The best curve by Akaike; of very many trees by a part of them. */
function bestCurve(trees: readonly StandCurveTree[], breastHeightM: number): HeightCurve | undefined {
  const [best] = fitEveryCurve(thinned(trees, TREES_TO_CHOOSE), breastHeightM);
  if (best === undefined || trees.length <= TREES_TO_CHOOSE) return best;
  const fitted = fitHeightCurve(best.model, thinned(trees, TREES_TO_FIT), breastHeightM);
  return fitted.ok ? fitted.curve : best;
}

/**
 * Effects of plots about a curve, as random ones: variances from the analysis of variance of what is left, effects drawn
 * towards nothing by their ratio.
 *
 * Source: Searle, Casella & McCulloch 1992, Variance Components, 3; Henderson 1975, Biometrics 31:423, for the effects.
 */
export function plotEffects(
  residuals: readonly { readonly plotId: string; readonly residualM: number }[],
): PlotEffects | null {
  const list = [...grouped(residuals, ({ plotId }) => plotId)].map(
    ([plotId, own]) => [plotId, own.map(({ residualM }) => residualM)] as const,
  );
  const n = residuals.length;
  const k = list.length;
  if (k < LEAST_PLOTS || n <= k) return null;
  const meanOf = (values: readonly number[]): number => values.reduce((sum, each) => sum + each, 0) / values.length;
  const grand = meanOf(residuals.map(({ residualM }) => residualM));
  const within = list.reduce((sum, [, own]) => sum + own.reduce((part, e) => part + (e - meanOf(own)) ** 2, 0), 0);
  const between = list.reduce((sum, [, own]) => sum + own.length * (meanOf(own) - grand) ** 2, 0);
  const ofTrees = within / (n - k);
  const size = (n - list.reduce((sum, [, own]) => sum + own.length ** 2, 0) / n) / (k - 1);
  const ofPlots = (between / (k - 1) - ofTrees) / size;
  if (!(ofPlots > 0)) return null;
  const drawn = (own: readonly number[]): number => (own.length * ofPlots) / (ofTrees + own.length * ofPlots);
  return {
    betweenM: Math.sqrt(ofPlots),
    withinM: Math.sqrt(ofTrees),
    ofPlotM: Object.fromEntries(list.map(([plotId, own]) => [plotId, drawn(own) * meanOf(own)])),
    leftM: Object.fromEntries(list.map(([plotId, own]) => [plotId, Math.sqrt(ofPlots * (1 - drawn(own)))])),
  };
}

function chosen(
  trees: readonly StandCurveTree[],
  speciesCode: string | null,
  breastHeightM: number,
): StandCurve | null {
  const best = bestCurve(trees, breastHeightM);
  if (best === undefined) return null;
  const { model, parameters, covariance, residualErrorM, rangeCm } = best;
  if (covariance === null) return null;
  return {
    model,
    breastHeightM,
    parameters,
    covariance,
    trees: best.trees,
    residualErrorM,
    rangeCm,
    speciesCode,
    plots: plotEffects(
      trees.map((tree) => ({ plotId: tree.plotId, residualM: tree.heightM - best.heightM(tree.dbhCm) })),
    ),
  };
}

/**
 * The height curve of every species that has trees enough for its own, and the one of all, each the best by Akaike.
 *
 * @param breastHeightM height of the dbh above the ground, m
 */
export function standCurves(trees: readonly StandCurveTree[], breastHeightM: number): StandCurves {
  const sound = trees.filter(({ heightM, dbhCm }) => dbhCm > 0 && heightM > breastHeightM && heightM <= 130);
  const codes = [...new Set(sound.map(({ speciesCode }) => speciesCode))];
  return {
    bySpecies: Object.fromEntries(
      codes.flatMap((code) => {
        const own = sound.filter(({ speciesCode }) => speciesCode === code);
        const curve = own.length < LEAST_OWN_TREES ? null : chosen(own, code, breastHeightM);
        return curve === null ? [] : [[code, curve]];
      }),
    ),
    pooled: chosen(sound, null, breastHeightM),
  };
}

/** A height that was not measured, as a curve has it. */
export interface CurveHeight {
  readonly heightM: number;
  /** Standard error of this tree about the curve, in m. */
  readonly treeErrorM: number;
  /** Standard error of the curve there, which it has in common with the other trees of the curve, in m. */
  readonly sharedErrorM: number;
  readonly curve: StandCurve;
}

const TALLEST_M = 130;

/**
 * The height of a tree by the curve of its species, or by that of all, with the effect of its plot where there is one.
 *
 * @returns null where there is no curve, or it makes no height of this diameter
 */
export function heightByCurves(
  { bySpecies, pooled }: StandCurves,
  { speciesCode, dbhCm, plotId }: { readonly speciesCode: string; readonly dbhCm: number; readonly plotId: string },
): CurveHeight | null {
  const curve = bySpecies[speciesCode] ?? pooled;
  if (curve === null || !(dbhCm > 0)) return null;
  const { plots } = curve;
  const heightM =
    modelOf(curve.model, curve.breastHeightM).value(dbhCm, curve.parameters) + (plots?.ofPlotM[plotId] ?? 0);
  const sharedErrorM = curveErrorM(curve, dbhCm);
  if (!(heightM > curve.breastHeightM && heightM <= TALLEST_M && Number.isFinite(sharedErrorM))) return null;
  const treeErrorM =
    plots === null ? curve.residualErrorM : Math.hypot(plots.withinM, plots.leftM[plotId] ?? plots.betweenM);
  return { heightM, treeErrorM, sharedErrorM, curve };
}
