import { hasDbh, multiplicityOf, type StratumArea, type TalliedPlot, type TalliedTree } from '../tallied.ts';
import type { TwoPhaseDesign } from '../../protocol/index.ts';
import { cells, ofMeasuredTrees, scaleTreeCounts, type TwoPhaseEstimate } from './two-phase-estimate.ts';
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
export function estimate3P(
  plots: readonly TalliedPlot[],
  { sureToMeasureM3 }: Extract<TwoPhaseDesign, { kind: 'three-p' }>,
  strata: readonly StratumArea[],
): TwoPhaseEstimate {
  const trees = plots.flatMap((plot) => plot.trees);
  const isSure = ({ predictedVolumeM3 = 0 }: TalliedTree): boolean => predictedVolumeM3 >= sureToMeasureM3;
  const drawn = trees.filter((tree) => hasDbh(tree) && !isSure(tree));
  const phaseSummary = {
    kind: 'three-p' as const,
    firstPhaseSize: trees.length,
    measured: trees.filter(hasDbh).length,
    excludedPlots: 0,
    problem: guessProblem(plots, trees, drawn, isSure),
  };
  if (phaseSummary.problem !== null) return { phaseSummary, plots: [], strata, errorsOf: null };
  const guesses = sum(
    trees.filter((tree) => !isSure(tree)).map((tree) => (tree.predictedVolumeM3 ?? 0) * multiplicityOf(tree)),
  );
  const n = drawn.length;
  const raised = plots.map((plot) =>
    scaleTreeCounts({ ...plot, trees: plot.trees.filter(hasDbh) }, (tree) =>
      isSure(tree) ? 1 : guesses / (n * (tree.predictedVolumeM3 ?? NaN) * multiplicityOf(tree)),
    ),
  );
  const sampled = raised.flatMap((plot) => plot.trees.map((tree) => !isSure(tree)));
  return {
    phaseSummary,
    plots: raised,
    strata,
    errorsOf: (columns, sums, weights) =>
      n === 0
        ? cells(sums.trees.length)
        : ofMeasuredTrees(
            columns,
            sums,
            weights,
            { measured: n, shareOfFirst: 0, freedomOfFirst: Infinity },
            (tree) => sampled[tree] === true,
          ),
  };
}

function guessProblem(
  plots: readonly TalliedPlot[],
  all: readonly TalliedTree[],
  drawn: readonly TalliedTree[],
  isSure: (tree: TalliedTree) => boolean,
): Text | null {
  if (plots.some(({ shape }) => shape.kind !== 'complete-tally'))
    return message(
      'inventory.3p-needs-a-predicted-volume',
      '3P needs a predicted volume for every tree of an area: use complete tallies, not sample plots.',
    );
  if (all.length === 0) return message('inventory.no-volume-has-been-predicted', 'No volume has been predicted yet.');
  const bare = all.filter(({ predictedVolumeM3 }) => predictedVolumeM3 === undefined).length;
  if (bare > 0)
    return message(
      'inventory.trees-have-no-predicted-volume',
      '{n, plural, one {# tree has no predicted volume: the sum of predictions is unknown.} other {# trees have no predicted volume: the sum of predictions is unknown.}}',
      { n: bare },
    );
  const missing = all.filter((tree) => isSure(tree) && !hasDbh(tree)).length;
  if (missing > 0)
    return message(
      'inventory.trees-above-the-limit-have',
      '{n, plural, one {# tree above the limit has no diameter yet.} other {# trees above the limit have no diameter yet.}}',
      { n: missing },
    );
  const rest = all.some((tree) => !isSure(tree));
  return rest && drawn.length < 2
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
