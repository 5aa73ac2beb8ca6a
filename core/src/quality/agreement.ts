import { grouped, simpleSample } from '../statistics/index.ts';

/** Two figures of one tree: by two instruments, or by two people. Both are in the unit of the comparison. */
export interface MeasuredPair {
  /** What gave each figure. */
  readonly first: string;
  readonly second: string;
  readonly firstValue: number;
  readonly secondValue: number;
}

/** How two instruments or people agree over the trees that both measured. Differences are second − first. */
export interface Agreement {
  readonly first: string;
  readonly second: string;
  /** Of every figure below. */
  readonly unit: AgreementUnit;
  readonly trees: number;
  /** The systematic difference. */
  readonly meanDifference: number;
  readonly standardError: number;
  /** Half the width of the 95 % interval of the systematic difference. */
  readonly halfWidth: number;
  /** Between these lie about 95 of a hundred single differences. */
  readonly limits: readonly [low: number, high: number];
  /** For the plot: mean of both figures, and their difference. */
  readonly points: readonly { readonly mean: number; readonly difference: number }[];
}

/** Heights are compared in m, diameters in cm. */
export type AgreementUnit = 'm' | 'cm';

const LEAST_TREES = 3;
/** Quantile of the normal distribution for 95 of a hundred. */
const NORMAL_95 = 1.96;

/** The pair in one order, whichever was measured first. */
const inOrder = (pair: MeasuredPair): MeasuredPair =>
  pair.first <= pair.second
    ? pair
    : { first: pair.second, second: pair.first, firstValue: pair.secondValue, secondValue: pair.firstValue };

/**
 * Systematic difference and limits of agreement of every two instruments or people that measured three trees or more
 * together.
 *
 * Source: Bland & Altman 1986, Lancet 327:307.
 *
 * @param pairs figures of the same trees, in that unit
 * @returns the pair with most trees first
 */
export function agreementsOf(pairs: readonly MeasuredPair[], unit: AgreementUnit): Agreement[] {
  const own = pairs.map(inOrder).filter(({ first, second }) => first !== second);
  return [...grouped(own, ({ first, second }) => JSON.stringify([first, second])).values()]
    .flatMap((list): Agreement[] => {
      const differences = list.map(({ firstValue, secondValue }) => secondValue - firstValue);
      const sample = simpleSample(differences);
      const [pair] = list;
      if (pair === undefined || list.length < LEAST_TREES || !sample.ok) return [];
      const { mean, standardError, halfWidth, standardDeviation } = sample;
      const spread = NORMAL_95 * (standardDeviation ?? 0);
      return [
        {
          first: pair.first,
          second: pair.second,
          trees: list.length,
          unit,
          meanDifference: mean,
          standardError: standardError ?? 0,
          halfWidth: halfWidth ?? 0,
          limits: [mean - spread, mean + spread],
          points: list.map(({ firstValue, secondValue }) => ({
            mean: (firstValue + secondValue) / 2,
            difference: secondValue - firstValue,
          })),
        },
      ];
    })
    .sort((a, b) => b.trees - a.trees);
}
