import type { KitAtHand } from '@arbolito/core/instruments';
import { standCurves } from '@arbolito/core/height-curve';
import { checkHeights } from '@arbolito/core/quality';
import { grouped } from '@arbolito/core/statistics';
import type { PlainTree } from '../contracts/sync.ts';
import type { PlotView, SurveyView } from '../contracts/views.ts';
import { combinePlots, FINISHED_PLOTS, isBegun, type KeptSums, plotSummer, type SumOptions } from './combine-plots.ts';
import { evaluateRow, type JudgingContext, type PlainRow, type RowParts, settingsOf } from './evaluate-row.ts';
import { VisitBefore, visitBefore } from './last-visits.ts';
import { type ReviewPoint, pointsOf, type ReviewedTree, readTree, reviewPlot } from './review-points.ts';
import { type FigureRow, figureRowOf, judgingCurves, measuredHeights } from './tree-figures.ts';

/** A plot with its trees as they were read. */
export interface PlainPlot {
  readonly plot: PlotView;
  readonly trees: readonly PlainTree[];
}

/** A survey with all that its results hang on. */
export interface PlainSurvey {
  readonly survey: SurveyView;
  readonly plots: readonly PlainPlot[];
  /** Instruments of the crew. */
  readonly kit: readonly KitAtHand[];
}

/** What is worked out of a survey without the server. */
export interface ComputedSurvey {
  readonly sums: KeptSums;
  readonly points: readonly ReviewPoint[];
  readonly trees: number;
}

interface PlacedTree {
  readonly row: PlainRow & { readonly plotLabel: string };
  readonly parts: Omit<RowParts, 'lastVisit'>;
}

const { compare } = new Intl.Collator('en', { numeric: true });

const byText = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);
const byNames = (a: FigureRow, b: FigureRow): number =>
  byText(a.plotId, b.plotId) || byText(a.tag, b.tag) || byText(a.treeId, b.treeId);

const placedTrees = ({ plots }: PlainSurvey): readonly PlacedTree[] =>
  plots.flatMap(({ plot, trees }) =>
    trees.map(({ readings, stems, ...tree }) => ({
      row: { ...tree, plotSlopePct: plot.slopePct, plotLabel: plot.label, deletedAt: null },
      parts: { readings, stems },
    })),
  );

/** What the visit before left of each tree. */
const visitOf = (before: PlainSurvey | null): VisitBefore =>
  before === null
    ? new VisitBefore(new Map())
    : visitBefore(
        before.survey,
        placedTrees(before).map(({ row, parts: { readings } }) => ({ row, readings })),
      );

/** Trees as the review list reads them: by themselves, and those with a height by the curves and the instruments as well. */
function treesToReview(
  survey: SurveyView,
  placed: readonly PlacedTree[],
  figuresOf: (tree: PlacedTree, judging?: JudgingContext) => FigureRow,
  judging: JudgingContext,
): ReviewedTree[] {
  return placed.map((tree) => {
    const alone = figuresOf(tree);
    const read = readTree(alone, tree.parts.readings, survey);
    if (alone.heightM === null) return read;
    const { dbhCm, heightM, inDoubt, findings } = figuresOf(tree, judging);
    return { ...read, dbhCm, heightM, inDoubt: inDoubt || findings !== null, findings };
  });
}

/**
 * Works out results and review list of a survey from its trees, as the server does.
 *
 * @param before the visit before, where there was one and it is at hand: without it trees are not compared with it
 */
export function computeSurvey(
  own: PlainSurvey,
  before: PlainSurvey | null = null,
  options: SumOptions = FINISHED_PLOTS,
): ComputedSurvey {
  const { survey, kit } = own;
  const visit = visitOf(before);
  const plots = own.plots.map(({ plot }) => plot).sort((a, b) => compare(a.label, b.label));
  const order = new Map(plots.map(({ id }, at) => [id, at]));
  const placeOf = ({ row }: PlacedTree): number => order.get(row.plotId) ?? 0;
  const placed = placedTrees(own).toSorted(
    (a, b) => placeOf(a) - placeOf(b) || compare(a.row.tag, b.row.tag) || (a.row.id < b.row.id ? -1 : 1),
  );
  const figuresOf = ({ row, parts }: PlacedTree, judging?: JudgingContext): FigureRow =>
    figureRowOf(evaluateRow(row, { ...parts, lastVisit: visit.of(row, row.observedAt) }, survey, judging).view);
  // In the order of the server: a sum and a fit end where they began, to their last digits.
  const rows = placed.map((tree) => figuresOf(tree)).toSorted(byNames);
  const heights = measuredHeights(rows);
  const curves = standCurves(heights, survey.breastHeightM);
  const judging = judgingCurves(heights, survey.breastHeightM);
  const summer = plotSummer(survey, { ...settingsOf(survey), breastHeightM: survey.breastHeightM, curves });
  const byPlot = grouped(rows, ({ plotId }) => plotId);
  const summed = plots
    .filter((plot) => isBegun(survey, plot, byPlot.get(plot.id)?.length ?? 0))
    .map((plot) => summer(plot, byPlot.get(plot.id) ?? []));
  const inUse = { curves, judging, fittedAt: null, changedSince: 0 };
  const toReview = grouped(treesToReview(survey, placed, figuresOf, { curves: judging, kit }), ({ plotId }) => plotId);
  const reviewed = plots.map((plot) => reviewPlot(survey, plot, toReview.get(plot.id) ?? []));
  const checks = reviewed.map((plot) => plot.checks);
  return {
    sums: combinePlots(survey, { plots, summed, heights: inUse }, options),
    points: pointsOf(reviewed, checkHeights(checks, survey.breastHeightM, survey.unitSystem)),
    trees: placed.length,
  };
}
