import { joined, message } from '@arbolito/core/message';
import { diameterClass } from '@arbolito/core/protocol';
import {
  type CheckedReading,
  type CheckedTree,
  checkPlot,
  type HeightPoints,
  type PlotChecks,
  surveyPoints,
} from '@arbolito/core/quality';
import type { PlacedFinding } from '@arbolito/core/tree';
import type { PlotView, SurveyView, WorkPoint } from '../contracts/views.ts';
import type { FigureRow } from './tree-figures.ts';

/** A finding of the review list. */
export type ReviewPoint = Omit<WorkPoint, 'decision'>;

interface TreeFinding {
  readonly treeId: string;
  readonly plotLabel: string;
  readonly tag: string;
  readonly finding: PlacedFinding;
}

/** What the review list knows of one plot. It stays the same as long as the plot and its trees do. */
export interface ReviewedPlot {
  readonly plotId: string;
  readonly trees: number;
  /** What speaks against the readings of single trees. */
  readonly findings: readonly TreeFinding[];
  readonly checks: PlotChecks;
}

/** A tree as the checks ask for it, with what its own readings say already. */
export interface ReviewedTree extends CheckedTree {
  readonly findings: FigureRow['findings'];
}

export const readTree = (
  row: FigureRow,
  readings: readonly CheckedReading[],
  { fieldRules }: SurveyView,
): ReviewedTree => ({
  id: row.treeId,
  plotId: row.plotId,
  tag: row.tag,
  speciesCode: row.speciesCode,
  observer: row.observer,
  dbhCm: row.dbhCm,
  readDbhCm: row.readDiametersCm?.[0] ?? row.dbhCm,
  heightM: row.heightM,
  inDoubt: row.inDoubt || row.findings !== null,
  diameterClass: row.dbhCm === null ? null : diameterClass(row.dbhCm, fieldRules.classes),
  notes: row.notes,
  readings,
  findings: row.findings,
});

const { compare } = new Intl.Collator('en', { numeric: true });

/**
 * Looks through one plot.
 *
 * @param trees of the plot; they are looked at in the order of their tags
 */
export function reviewPlot(survey: SurveyView, plot: PlotView, trees: readonly ReviewedTree[]): ReviewedPlot {
  const ordered = trees.toSorted((a, b) => compare(a.tag, b.tag) || (a.id < b.id ? -1 : 1));
  return {
    plotId: plot.id,
    trees: ordered.length,
    findings: ordered.flatMap(({ id, tag, findings }) =>
      (findings ?? []).map((finding) => ({ treeId: id, plotLabel: plot.label, tag, finding })),
    ),
    checks: checkPlot(plot, ordered, survey.design, survey.unitSystem),
  };
}

const treePoint = (plotId: string, { treeId, plotLabel, tag, finding }: TreeFinding): ReviewPoint => ({
  key: `tree ${treeId} ${finding.code} ${String(finding.stem)} ${String(finding.heightNo ?? 1)}`,
  check: 'tree',
  title: finding.title,
  message: joined([
    finding.message,
    ...finding.suggestedFixes.slice(0, 1).map(({ label, becomes }) =>
      message('server.suggested-fix', 'Suggested fix: {label}{value}.', {
        label,
        value: becomes === undefined ? '' : joined([', ', becomes], ''),
      }),
    ),
  ]),
  plotId,
  plotLabel,
  treeId,
  tag,
});

/** The points of a survey, those of its single trees first. */
export const pointsOf = (plots: readonly ReviewedPlot[], heights: HeightPoints): ReviewPoint[] => [
  ...plots.flatMap(({ plotId, findings }) => findings.map((finding) => treePoint(plotId, finding))),
  ...surveyPoints(
    plots.map(({ checks }) => checks),
    heights,
  ),
];
