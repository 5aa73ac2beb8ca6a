import type { GuessTotals, PlotTotals } from '../plot-totals.ts';
import type { PlotOutline, StratumArea } from '../tallied.ts';
import { cells, ofMeasuredTrees, type TwoPhaseEstimate } from './two-phase-estimate.ts';
import { type Estimation, notEstimated, spreadOf, sum, valuesProblem, withInterval } from '../../statistics/index.ts';
import { message, type Text } from '../../message/index.ts';

const DRAW_DIGITS = 12;

/**
 * Whether a guessed tree is measured: with a chance that goes with its guess. The draw is the identifier itself, made at
 * random before anybody guessed, so that it can be done again.
 *
 * @param treeId UUID
 */
export function isSelectedBy3P(treeId: string, predictedVolumeM3: number, sureToMeasureM3: number): boolean {
  const digits = treeId.replaceAll('-', '').slice(0, DRAW_DIGITS);
  return predictedVolumeM3 > sureToMeasureM3 * (Number.parseInt(digits, 16) / 16 ** DRAW_DIGITS);
}

/**
 * Every tree guessed, and measured with a chance that goes with the guess: the guesses of all stand for the trees, raised by
 * what the measured ones are to theirs. Trees above the limit are measured surely and stand for themselves.
 *
 * Source: Grosenbaugh 1965, Three-pee sampling theory and program THRP, USDA Forest Service PSW-21.
 */
export function estimate3P(plots: readonly PlotTotals[], strata: readonly StratumArea[]): TwoPhaseEstimate {
  const guessed = plots.map(({ guesses }) => {
    if (guesses === null) throw new RangeError('the totals were made without the limit of the guesses');
    return guesses;
  });
  const count = (of: (each: GuessTotals) => number): number => sum(guessed.map(of));
  const phaseSummary = {
    kind: 'three-p' as const,
    firstPhaseSize: count(({ trees }) => trees),
    measured: count(({ treesWithDbh }) => treesWithDbh),
    excludedPlots: 0,
    problem: guessProblem(plots, guessed, count),
  };
  if (phaseSummary.problem !== null) return { phaseSummary, plots: [], strata, errorsOf: null };
  const n = count(({ drawn }) => drawn);
  const drawnScale = count(({ guessesM3 }) => guessesM3) / n;
  return {
    phaseSummary,
    plots: guessed.map(({ raised }) => ({ ...raised, drawnScale })),
    strata,
    errorsOf: (columns, sums, weights) =>
      n === 0
        ? cells(sums.trees.length)
        : ofMeasuredTrees(
            columns,
            sums,
            weights,
            { measured: n, shareOfFirst: 0, freedomOfFirst: Infinity },
            (row) => columns.isDrawn?.[row] === 1,
          ),
  };
}

function guessProblem(
  plots: readonly PlotOutline[],
  guessed: readonly GuessTotals[],
  count: (of: (each: GuessTotals) => number) => number,
): Text | null {
  if (plots.some(({ shape }) => shape.kind !== 'complete-tally'))
    return message(
      'inventory.3p-needs-a-predicted-volume',
      '3P needs a predicted volume for every tree of an area: use complete tallies, not sample plots.',
    );
  if (count(({ trees }) => trees) === 0)
    return message('inventory.no-volume-has-been-predicted', 'No volume has been predicted yet.');
  const bare = count(({ treesWithoutGuess }) => treesWithoutGuess);
  if (bare > 0)
    return message(
      'inventory.trees-have-no-predicted-volume',
      '{n, plural, one {# tree has no predicted volume: the sum of predictions is unknown.} other {# trees have no predicted volume: the sum of predictions is unknown.}}',
      { n: bare },
    );
  const missing = count(({ sureWithoutDbh }) => sureWithoutDbh);
  if (missing > 0)
    return message(
      'inventory.trees-above-the-limit-have',
      '{n, plural, one {# tree above the limit has no diameter yet.} other {# trees above the limit have no diameter yet.}}',
      { n: missing },
    );
  return guessed.some(({ hasTreesBelowLimit }) => hasTreesBelowLimit) && count(({ drawn }) => drawn) < 2
    ? message(
        'inventory.measure-at-least-two-of-the',
        'Measure at least two of the selected trees: the error cannot be estimated from one.',
      )
    : null;
}

/**
 * 3P: every tree is guessed, some are measured with a chance that goes with the guess; the total is the sum of the guesses
 * times the mean of measured over guessed.
 *
 * Source: Grosenbaugh 1965, Three-pee sampling theory and program THRP, USDA Forest Service PSW-21.
 *
 * @param ratios measured over guessed volume of each measured tree, two or more
 */
export function threePTotal(sumOfGuesses: number, ratios: readonly number[]): Estimation {
  const problem = valuesProblem('ratios', ratios, 2);
  if (problem !== null) return problem;
  if (!(sumOfGuesses > 0))
    return notEstimated(
      'sumOfGuesses',
      message('inventory.the-sum-of-predictions-must', 'The sum of predictions must be above 0.'),
    );
  const n = ratios.length;
  const { mean, squares } = spreadOf(ratios);
  return {
    ok: true,
    ...withInterval(sumOfGuesses * mean, (sumOfGuesses * Math.sqrt(squares / (n - 1))) / Math.sqrt(n), n - 1),
  };
}
