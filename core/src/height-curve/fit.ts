import { fitCurve } from '../statistics/index.ts';
import { CURVE_MODELS, type CurveModelId, modelOf } from './models.ts';
import { message, type Text } from '../message/index.ts';

/** A tree whose height was measured: cm and m. */
export interface CurveTree {
  readonly dbhCm: number;
  readonly heightM: number;
}

/** A height curve as it was fitted. */
export interface HeightCurve {
  readonly model: CurveModelId;
  /** Height of the dbh above the ground, m: where the curve starts. */
  readonly breastHeightM: number;
  readonly parameters: readonly number[];
  readonly trees: number;
  /** Of the parameters; null where they cannot be told apart. */
  readonly covariance: readonly (readonly number[])[] | null;
  /** Sum of the squares of what is left, in m². */
  readonly residualSum: number;
  /** Standard error of one tree about the curve, in m. */
  readonly residualErrorM: number;
  /** Share of the spread of heights that the curve takes up. */
  readonly rSquared: number;
  /** Criterion of Akaike with its correction for few trees: the less the better; infinite where trees are too few for it. */
  readonly aicc: number;
  /** Thinnest and thickest of its trees: beyond them it is drawn out. */
  readonly rangeCm: readonly [number, number];
  readonly heightM: (dbhCm: number) => number;
  /** Of the curve itself at a diameter, and of one more tree there, in m. */
  readonly errorsM: (dbhCm: number) => { readonly curve: number; readonly tree: number };
}

export type HeightCurveOutcome =
  { readonly ok: true; readonly curve: HeightCurve } | { readonly ok: false; readonly message: Text };

/** Fewer trees than this make no curve. */
export const LEAST_CURVE_TREES = 3;

const fail = (message: Text): HeightCurveOutcome => ({ ok: false, message });

/** What is wrong with a set of trees; null where a curve of so many parameters can be asked for. */
function treesProblem(trees: readonly CurveTree[], parameters: number, breastHeightM: number): Text | null {
  const wrong = trees.findIndex(({ dbhCm, heightM }) => !(dbhCm > 0 && heightM > breastHeightM && heightM <= 130));
  if (wrong >= 0)
    return message(
      'height-curve.tree-cannot-be-used-for',
      'Tree {wrong} cannot be used for a height curve: its dbh must be above 0 and its height above breast height, {breastHeightM} m.',
      { wrong: String(wrong + 1), breastHeightM: String(breastHeightM) },
    );
  const least = Math.max(LEAST_CURVE_TREES, parameters + 1);
  if (trees.length < least)
    return message(
      'height-curve.a-curve-with-parameters-needs',
      'A curve with {parameters} parameters needs at least {least} measured trees; there are {trees}.',
      { parameters: String(parameters), least: String(least), trees: String(trees.length) },
    );
  const diameters = new Set(trees.map(({ dbhCm }) => dbhCm));
  if (diameters.size < parameters)
    return diameters.size === 1
      ? message(
          'height-curve.all-measured-trees-have-the',
          'All measured trees have the same dbh: measure thin and thick ones.',
        )
      : message(
          'height-curve.the-measured-trees-have-different',
          'The measured trees have {size} different dbhs: this curve needs {parameters}.',
          { size: String(diameters.size), parameters: String(parameters) },
        );
  return null;
}

/** Standard error of a curve at a diameter, in m; infinite where its parameters cannot be told apart. */
export function curveErrorM(
  { model, parameters, covariance }: Pick<HeightCurve, 'model' | 'parameters' | 'covariance'>,
  dbhCm: number,
): number {
  const row = CURVE_MODELS[model].slopes(dbhCm, parameters);
  const variance =
    covariance?.reduce(
      (sum, line, i) => sum + line.reduce((part, each, j) => part + each * (row[i] ?? 0) * (row[j] ?? 0), 0),
      0,
    ) ?? Infinity;
  return Math.sqrt(Math.max(0, variance));
}

/**
 * Fits a model to the measured heights by least squares, from several starts.
 *
 * @param breastHeightM height of the dbh above the ground, m
 * @returns the curve; or why there is none: fewer trees than it needs, all of one diameter, a fit that falls
 */
export function fitHeightCurve(
  model: CurveModelId,
  trees: readonly CurveTree[],
  breastHeightM: number,
): HeightCurveOutcome {
  const { name, parameters: names, value, slopes, starts } = modelOf(model, breastHeightM);
  const problem = treesProblem(trees, names.length, breastHeightM);
  if (problem !== null) return fail(problem);
  const d = trees.map(({ dbhCm }) => dbhCm);
  const h = trees.map(({ heightM }) => heightM);
  const fitted = fitCurve({ value, slopes }, d, h, starts(d, h));
  if (fitted === null)
    return fail(
      message('height-curve.does-not-converge-for-these', '{name} does not converge for these trees.', { name }),
    );
  const { parameters, residualSum, covariance } = fitted;
  const heightM = (dbhCm: number): number => value(dbhCm, parameters);
  const n = trees.length;
  const k = parameters.length;
  const residualErrorM = Math.sqrt(residualSum / (n - k));
  const centre = h.reduce((sum, each) => sum + each, 0) / n;
  const spread = h.reduce((sum, each) => sum + (each - centre) ** 2, 0);
  const range = [Math.min(...d), Math.max(...d)] as const;
  if (heightM(range[1]) < heightM(range[0]) - 1e-9)
    return fail(
      message(
        'height-curve.gives-lower-heights-for-thicker',
        '{name} gives lower heights for thicker trees: check the heights, or measure more.',
        { name },
      ),
    );
  // The variance of the errors is one parameter more.
  const counted = k + 1;
  return {
    ok: true,
    curve: {
      model,
      breastHeightM,
      parameters,
      trees: n,
      covariance,
      residualSum,
      residualErrorM,
      rSquared: spread > 0 ? 1 - residualSum / spread : 0,
      aicc:
        n > counted + 1
          ? n * Math.log(Math.max(residualSum, Number.MIN_VALUE) / n) +
            2 * counted +
            (2 * counted * (counted + 1)) / (n - counted - 1)
          : Infinity,
      rangeCm: range,
      heightM,
      errorsM: (dbhCm) => {
        const ofCurve = curveErrorM({ model, parameters, covariance }, dbhCm);
        return { curve: ofCurve, tree: Math.hypot(ofCurve, residualErrorM) };
      },
    },
  };
}

/**
 * Every model fitted to the same trees, the best by Akaike's criterion first; those that find no curve are left out.
 *
 * Source: Burnham & Anderson 2002, Model selection and multimodel inference, for the criterion.
 */
export const fitEveryCurve = (trees: readonly CurveTree[], breastHeightM: number): HeightCurve[] =>
  (Object.keys(CURVE_MODELS) as CurveModelId[])
    .flatMap((model) => {
      const outcome = fitHeightCurve(model, trees, breastHeightM);
      return outcome.ok ? [outcome.curve] : [];
    })
    .sort((a, b) => a.aicc - b.aicc || a.residualSum - b.residualSum);
