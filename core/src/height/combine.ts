import { type Estimate, type Step, workOut } from '../uncertainty/index.ts';
import { convert, printRounded, printStandardError, type UnitSystem } from '../units/index.ts';
import { message, type Text } from '../message/index.ts';

/** A figure with its error, as several methods or repeats give it. */
export interface Weighed {
  readonly name: Text;
  readonly valueM: number;
  readonly standardErrorM: number;
  /**
   * Errors that it has in common with others of the same stand, in m by their reading: the distance and the base that
   * were read once for several tops.
   */
  readonly common?: { readonly stand: number; readonly errorsM: Readonly<Record<string, number>> };
}

export interface Combined {
  readonly valueM: number;
  readonly standardErrorM: number;
  /** Share of each figure in the mean, in their order. */
  readonly weights: readonly number[];
  /** The two that are farthest apart for their errors; null for one figure. */
  readonly apart: { readonly a: Text; readonly b: Text; readonly standardErrors: number } | null;
  /** Whether they can all be right: no two more than three standard errors apart. */
  readonly agree: boolean;
  readonly words: Text;
}

/** Beyond so many standard errors two figures cannot both be right: once in 370 by chance. */
const CANNOT_BOTH_BE_RIGHT = 3;

/** Covariance of two figures: what they share of a stand moves both the same way. */
function covariance(a: Weighed, b: Weighed): number {
  if (a.common === undefined || b.common?.stand !== a.common.stand) return 0;
  const others = b.common.errorsM;
  return Object.entries(a.common.errorsM).reduce((sum, [key, error]) => sum + error * (others[key] ?? 0), 0);
}

/**
 * Puts several heights of one tree together, each weighing the inverse of its variance, and says whether they can all
 * be right. Errors that they share do not shrink in the mean, and do not set them apart.
 *
 * Source: ISO/IEC Guide 98-3:2008 (GUM), inverse-variance weights; 5.2 for what is shared.
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
  const variance = figures.reduce(
    (sum, a, i) =>
      sum +
      figures.reduce((row, b, j) => {
        const shared = i === j ? a.standardErrorM ** 2 : covariance(a, b);
        return row + (weights[i] ?? 0) * (weights[j] ?? 0) * shared;
      }, 0),
    0,
  );
  const pairs = figures.flatMap((a, i) =>
    figures.slice(i + 1).map((b) => {
      const ofDifference = a.standardErrorM ** 2 + b.standardErrorM ** 2 - 2 * covariance(a, b);
      return {
        a: a.name,
        b: b.name,
        standardErrors: Math.abs(a.valueM - b.valueM) / Math.sqrt(Math.max(ofDifference, 1e-12)),
      };
    }),
  );
  const apart = pairs.reduce<Combined['apart']>(
    (worst, pair) => (worst === null || pair.standardErrors > worst.standardErrors ? pair : worst),
    null,
  );
  const agree = apart === null || apart.standardErrors <= CANNOT_BOTH_BE_RIGHT;
  return {
    valueM,
    standardErrorM: Math.sqrt(variance),
    weights,
    apart,
    agree,
    words:
      apart === null
        ? message('height.one-height-only-nothing-to', 'One height only: nothing to compare.')
        : agree
          ? message(
              'height.the-heights-agree-at-most',
              'The heights agree: at most {standardErrors} standard errors apart.',
              { standardErrors: printRounded(apart.standardErrors, 1) },
            )
          : message(
              'height.and-differ-by-standard-errors',
              '{A} and {b} differ by {standardErrors} standard errors. One of them is probably wrong: check the readings and remove it.',
              { A: apart.a, b: apart.b, standardErrors: printRounded(apart.standardErrors, 1) },
            ),
  };
}

const SOURCE = 'ISO/IEC Guide 98-3:2008 (GUM): inverse-variance weights';

/** The weighted mean as an estimate with its workings. */
export function combinedHeight(figures: readonly Weighed[], combined: Combined, system: UnitSystem): Estimate {
  const { unit, decimals } =
    system === 'metric' ? { unit: 'm' as const, decimals: 2 } : { unit: 'ft' as const, decimals: 1 };
  const worked = workOut((book) =>
    book.step({
      terms: figures.flatMap(({ valueM }, i) => [
        book.stated(combined.weights[i] ?? 0, 4),
        book.stated(convert(valueM, 'm', unit), decimals),
      ]),
      compute: (...values) =>
        values.reduce((sum, value, i) => (i % 2 === 0 ? sum + value * (values[i + 1] ?? 0) : sum), 0),
      write: (...texts) => figures.map((_, i) => `${texts[2 * i] ?? ''} × ${texts[2 * i + 1] ?? ''}`).join(' + '),
      decimals,
      final: true,
      unit,
      rule: message('height.weights-inverse-variance-of-each', 'weights: inverse variance of each height'),
      source: SOURCE,
    }),
  );
  const errorSteps: readonly Step[] = workOut((book) =>
    book.step({
      terms: [book.stated(convert(combined.standardErrorM, 'm', unit), 3)],
      compute: (error = 0) => error,
      write: (error = '') => error,
      decimals: 3,
      final: true,
      unit,
      rule: message(
        'height.errors-of-the-heights-by',
        'errors of the heights by their weights; errors shared by one station do not average out',
      ),
      source: SOURCE,
    }),
  ).steps;
  return {
    methodId: 'height.weighted-mean',
    methodVersion: 1,
    value: combined.valueM,
    unit: 'm',
    standardError: combined.standardErrorM,
    printed: {
      value: printRounded(worked.term.exact, decimals),
      standardError: printStandardError(convert(combined.standardErrorM, 'm', unit)),
      unit,
    },
    get workings() {
      return worked.steps;
    },
    errorWorkings: errorSteps,
    contributions: figures.map(({ name, standardErrorM }, i) => ({
      reading: null,
      label: name,
      readingStandardError: standardErrorM,
      readingUnit: 'm',
      effect: (combined.weights[i] ?? 0) * standardErrorM,
    })),
    findings: [],
  };
}
