import { grouped, simpleSample } from '../statistics/index.ts';

/** Two heights of one tree: by two instruments, or by two people. */
export interface HeightPair {
  /** What gave each height. */
  readonly first: string;
  readonly second: string;
  readonly firstM: number;
  readonly secondM: number;
}

/** How two instruments or people agree over the trees that both measured. Differences are second − first, m. */
export interface Agreement {
  readonly first: string;
  readonly second: string;
  readonly trees: number;
  /** The systematic difference. */
  readonly meanDifferenceM: number;
  readonly standardErrorM: number;
  /** Half the width of the 95 % interval of the systematic difference. */
  readonly halfWidthM: number;
  /** Between these lie about 95 of a hundred single differences. */
  readonly limitsM: readonly [low: number, high: number];
  /** For the plot: mean of both heights, and their difference. */
  readonly points: readonly { readonly meanM: number; readonly differenceM: number }[];
}

const LEAST_TREES = 3;
/** Quantile of the normal distribution for 95 of a hundred. */
const NORMAL_95 = 1.96;

/** The pair in one order, whichever was measured first. */
const inOrder = (pair: HeightPair): HeightPair =>
  pair.first <= pair.second
    ? pair
    : { first: pair.second, second: pair.first, firstM: pair.secondM, secondM: pair.firstM };

/**
 * Systematic difference and limits of agreement of every two instruments or people that measured three trees or more
 * together.
 *
 * Source: Bland & Altman 1986, Lancet 327:307.
 *
 * @param pairs heights of the same trees, m
 * @returns the pair with most trees first
 */
export function heightAgreement(pairs: readonly HeightPair[]): Agreement[] {
  const own = pairs.map(inOrder).filter(({ first, second }) => first !== second);
  return [...grouped(own, ({ first, second }) => JSON.stringify([first, second])).values()]
    .flatMap((list): Agreement[] => {
      const differences = list.map(({ firstM, secondM }) => secondM - firstM);
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
          meanDifferenceM: mean,
          standardErrorM: standardError ?? 0,
          halfWidthM: halfWidth ?? 0,
          limitsM: [mean - spread, mean + spread],
          points: list.map(({ firstM, secondM }) => ({
            meanM: (firstM + secondM) / 2,
            differenceM: secondM - firstM,
          })),
        },
      ];
    })
    .sort((a, b) => b.trees - a.trees);
}
