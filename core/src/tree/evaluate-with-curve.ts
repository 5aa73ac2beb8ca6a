import { estimateOf } from '../uncertainty/index.ts';
import type { CurvePoint, CurveSums } from '../height-curve/index.ts';
import { evaluateTree, findingsOfTree, type TreeContext, type TreeProtocol, type TreeResult } from './evaluate-tree.ts';
import { isBroken, type TreeRecord } from './tree-record.ts';

/** The height curve that a tree is judged by. */
export interface JudgingCurve {
  readonly sums: CurveSums;
  /** The tree is on record and live: it may be among the trees of the curve, and must not speak for itself. */
  readonly holdsTree: boolean;
}

/** A height that was typed in as known has no sights that could have been misread. */
const KNOWN_HEIGHT = 'height.known';

const hasSights = ({ heights }: TreeRecord): boolean =>
  heights.some(
    ({ measurement }) => measurement.method !== KNOWN_HEIGHT && Object.keys(measurement.readings).length > 0,
  );

/** What a tree gives to the height curve of its species; null where its height or its diameter is in doubt. */
export function curvePointOf(
  result: TreeResult,
  tree: Pick<TreeRecord, 'broken' | 'conditionCodes'>,
): CurvePoint | null {
  const height = result.height === null ? null : estimateOf(result.height);
  const isDoubtful = findingsOfTree(result).some(({ severity }) => severity === 'check');
  return result.dbh === null || height === null || isDoubtful || isBroken(tree)
    ? null
    : { dbhCm: result.dbh.value, heightM: height.value };
}

/**
 * A tree in the light of its survey: the one set of findings that sheet, tally, API, results and review list show. A height
 * with sights is judged by the survey's curve, without the tree itself.
 */
export function evaluateTreeWithCurve(
  tree: TreeRecord,
  protocol: TreeProtocol,
  known: Omit<TreeContext, 'curve'>,
  curve: JudgingCurve | undefined,
): TreeResult {
  const alone = evaluateTree(tree, protocol, known);
  if (curve === undefined || alone.height === null || !hasSights(tree)) return alone;
  const own = curve.holdsTree ? (curvePointOf(alone, tree) ?? undefined) : undefined;
  return evaluateTree(tree, protocol, { ...known, curve: { sums: curve.sums, own } });
}
