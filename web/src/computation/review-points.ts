import { joined, message } from '@arbolito/core/message';
import { diameterClass } from '@arbolito/core/protocol';
import { type CheckedReading, type CheckedTree, checkSurvey } from '@arbolito/core/quality';
import type { PlotView, SurveyView, TreeView, WorkPoint } from '../contracts/views.ts';
import type { FigureRow } from './tree-figures.ts';

/** A finding of the review list. */
export type ReviewPoint = Omit<WorkPoint, 'decision'>;

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

const treePoint = ({ id: treeId, plotId }: ReviewedTree, finding: TreeView['findings'][number]) => ({
  key: `tree ${treeId} ${finding.code} ${String(finding.stem)} ${String(finding.heightNo ?? 1)}`,
  check: 'tree' as const,
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
  treeId,
});

/** The points of a survey, those of its single trees first. */
export function pointsOf(
  survey: SurveyView,
  plots: readonly PlotView[],
  trees: readonly ReviewedTree[],
): ReviewPoint[] {
  const labels = new Map(plots.map(({ id, label }) => [id, label]));
  const ofTrees = trees.flatMap((tree) => (tree.findings ?? []).map((finding) => treePoint(tree, finding)));
  const points = [...ofTrees, ...checkSurvey(plots, trees, survey.design, survey.breastHeightM, survey.unitSystem)];
  const pointed = new Set(points.map(({ treeId }) => treeId));
  const tags = new Map(trees.flatMap(({ id, tag }) => (pointed.has(id) ? [[id, tag] as const] : [])));
  return points.map((point) => ({
    ...point,
    plotLabel: point.plotId === null ? null : (labels.get(point.plotId) ?? null),
    tag: point.treeId === null ? null : (tags.get(point.treeId) ?? null),
  }));
}
