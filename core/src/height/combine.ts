import { printRounded } from '../quantity/index.ts';

/** A figure with its error, as several methods or repeats give it. */
export interface Weighed {
  readonly name: string;
  readonly valueM: number;
  readonly standardErrorM: number;
}

export interface Combined {
  readonly valueM: number;
  readonly standardErrorM: number;
  /** Share of each figure in the mean, in their order. */
  readonly weights: readonly number[];
  /** The two that are farthest apart for their errors; null for one figure. */
  readonly apart: { readonly a: string; readonly b: string; readonly standardErrors: number } | null;
  /** Whether they can all be right: no two more than three standard errors apart. */
  readonly agree: boolean;
  readonly words: string;
}

/** Beyond so many standard errors two figures cannot both be right: once in 370 by chance. */
const CANNOT_BOTH_BE_RIGHT = 3;

/**
 * Puts several independent heights of one tree together, each weighing the inverse of its variance, and says whether
 * they can all be right.
 *
 * Source: ISO/IEC Guide 98-3:2008 (GUM), inverse-variance weights.
 *
 * @param figures one or more, with errors above 0
 * @throws RangeError for none, or an error that is not above 0
 */
export function combineHeights(figures: readonly Weighed[]): Combined {
  if (figures.length === 0 || !figures.every(({ standardErrorM }) => standardErrorM > 0))
    throw new RangeError('figures must be one or more, with standard errors above 0');
  const raw = figures.map(({ standardErrorM }) => 1 / standardErrorM ** 2);
  const total = raw.reduce((sum, weight) => sum + weight, 0);
  const weights = raw.map((weight) => weight / total);
  const valueM = figures.reduce((sum, figure, i) => sum + figure.valueM * (weights[i] ?? 0), 0);
  const pairs = figures.flatMap((a, i) =>
    figures.slice(i + 1).map((b) => ({
      a: a.name,
      b: b.name,
      standardErrors: Math.abs(a.valueM - b.valueM) / Math.hypot(a.standardErrorM, b.standardErrorM),
    })),
  );
  const apart = pairs.reduce<Combined['apart']>(
    (worst, pair) => (worst === null || pair.standardErrors > worst.standardErrors ? pair : worst),
    null,
  );
  const agree = apart === null || apart.standardErrors <= CANNOT_BOTH_BE_RIGHT;
  return {
    valueM,
    standardErrorM: Math.sqrt(1 / total),
    weights,
    apart,
    agree,
    words:
      apart === null
        ? 'One figure: nothing to compare it with.'
        : agree
          ? `They agree: at most ${printRounded(apart.standardErrors, 1)} standard errors apart.`
          : `${apart.a} and ${apart.b} cannot both be right: ${printRounded(apart.standardErrors, 1)} standard errors apart. Find the slip, and keep one.`,
  };
}
