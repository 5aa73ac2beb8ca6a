import { estimateOf } from '../uncertainty/index.ts';
import type { CurvePoint, CurveSums } from '../height-curve/index.ts';
import { evaluateTree, findingsOfTree, type TreeContext, type TreeResult, type TreeSettings } from './evaluate-tree.ts';
import { measurementFormOf, measurementKeysOf, type TreeForm } from './tree-form.ts';
import { isBroken } from './tree-notes.ts';

/** The height curve that a tree is judged by. */
export interface JudgingCurve {
  readonly sums: CurveSums;
  /** The tree is on record and live: it may be among the trees of the curve, and must not speak for itself. */
  readonly holdsTree: boolean;
}

/** A height that was typed in as known has no sights that could have been misread. */
const KNOWN_HEIGHT = 'height.known';

const hasSights = (draft: TreeForm): boolean =>
  measurementKeysOf(draft).some((part) => {
    const { methodId, entries } = measurementFormOf(draft, part);
    return part.measure === 'height' && methodId !== KNOWN_HEIGHT && Object.keys(entries).length > 0;
  });

/** What a tree gives to the height curve of its species; null where its height or its diameter is in doubt. */
export function curvePointOf(tree: TreeResult, draft: Pick<TreeForm, 'broken' | 'notes'>): CurvePoint | null {
  const height = tree.height === null ? null : estimateOf(tree.height);
  const isDoubtful = findingsOfTree(tree).some(({ severity }) => severity === 'check');
  return tree.dbh === null || height === null || isDoubtful || isBroken(draft)
    ? null
    : { dbhCm: tree.dbh.value, heightM: height.value };
}

/**
 * A tree in the light of its survey: the one set of findings that sheet, tally, API, results and review list show. A height
 * with sights is judged by the survey's curve, without the tree itself.
 */
export function evaluateTreeWithCurve(
  draft: TreeForm,
  settings: TreeSettings,
  known: Omit<TreeContext, 'curve'>,
  curve: JudgingCurve | undefined,
): TreeResult {
  const alone = evaluateTree(draft, settings, known);
  if (curve === undefined || alone.height === null || !hasSights(draft)) return alone;
  const own = curve.holdsTree ? (curvePointOf(alone, draft) ?? undefined) : undefined;
  return evaluateTree(draft, settings, { ...known, curve: { sums: curve.sums, own } });
}
