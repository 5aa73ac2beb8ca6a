import type { FormProtocol } from '@arbolito/core/callout';
import {
  assembleTree,
  curvePointOf,
  evaluateTree,
  evaluateTreeWithCurve,
  findingsOfTree,
  heightEvidence,
  type HeightNotes,
  isDead,
  type LastVisit,
  type TapingNotes,
  type TreeNotes,
  type TreeRecord,
  type TreeResult,
} from '@arbolito/core/tree';
import { treeOfView } from '../contracts/tree-write.ts';
import { deadCodes, volumesOf } from '@arbolito/core/protocol';
import { type CurveSums, curveWithout } from '@arbolito/core/height-curve';
import type { KitAtHand } from '@arbolito/core/instruments';
import { type Estimate, estimateOf, type Outcome } from '@arbolito/core/uncertainty';
import type { EstimateView, ReadingView, SurveyView, TreeView } from '../contracts/views.ts';

/** What of a tree its figures hang on, beside its readings. */
export interface PlainRow {
  readonly id: string;
  readonly plotId: string;
  readonly plotSlopePct: number;
  readonly tag: string;
  readonly speciesCode: string;
  readonly deletedAt: string | null;
  readonly taping: TapingNotes | null;
  readonly heights: HeightNotes | null;
  readonly notes: TreeNotes | null;
  readonly observer: string;
  readonly observedAt: string;
}

export const settingsOf = (survey: SurveyView): FormProtocol => ({
  unitSystem: survey.unitSystem,
  slopeUnit: survey.slopeUnit,
  fieldRules: survey.fieldRules,
  formFactor: { value: survey.formFactor, standardError: survey.formFactorStandardError },
  volumes: volumesOf(survey.wood),
  logs: survey.wood.logs,
  stumpM: survey.wood.stumpM,
  upperDiametersCount: survey.wood.upperDiametersCount,
  diameterMethod: survey.wood.diameterMethod,
});

/** A figure as the wire carries it. */
export const figureOf = (estimate: Estimate | null): EstimateView | null =>
  estimate === null
    ? null
    : {
        value: estimate.value,
        standardError: estimate.standardError,
        unit: estimate.unit,
        printed: estimate.printed.value,
        printedUnit: estimate.printed.unit,
        printedStandardError: estimate.printed.standardError,
      };

export interface EvaluatedRow {
  readonly view: TreeView;
  readonly reckoned: TreeResult;
}

/** What belongs to a tree beside its own row. */
export interface RowParts {
  readonly readings: readonly ReadingView[];
  readonly stems: readonly { readonly id: string; readonly ordinal: number }[];
  readonly lastVisit: LastVisit | undefined;
}

/** What of a survey its trees are judged by: the height curve of each species, and the instruments of the crew. */
export interface JudgingContext {
  readonly curves: Readonly<Record<string, CurveSums>>;
  readonly kit: readonly KitAtHand[];
}

const knownFigure = (outcome: Outcome | null): EstimateView | null =>
  figureOf(outcome === null ? null : estimateOf(outcome));

/** The tree that a row is of. */
export const treeOfRow = (
  row: Pick<PlainRow, 'id' | 'plotId' | 'tag' | 'speciesCode' | 'taping' | 'heights' | 'notes'>,
  parts: Pick<RowParts, 'readings' | 'stems'>,
  survey: SurveyView,
): TreeRecord =>
  assembleTree(
    {
      id: row.id,
      plotId: row.plotId,
      tag: row.tag,
      speciesCode: row.speciesCode,
      taping: row.taping,
      heights: row.heights,
      notes: row.notes,
      ...parts,
    },
    deadCodes(survey.design.conditions),
  );

function resultOfRow(
  row: PlainRow,
  { readings, stems, lastVisit }: RowParts,
  survey: SurveyView,
  judging: JudgingContext | undefined,
): TreeResult {
  const tree = treeOfRow(row, { readings, stems }, survey);
  const heightContext = heightEvidence({
    eyeHeightM: survey.eyeHeightM,
    slopePct: row.plotSlopePct,
    ...(judging === undefined ? {} : { kit: judging.kit }),
  });
  const species = survey.species.find(({ code }) => code === row.speciesCode);
  const sums = judging?.curves[row.speciesCode];
  return evaluateTreeWithCurve(
    tree,
    settingsOf(survey),
    { species, lastVisit, heightContext },
    sums === undefined ? undefined : { sums, holdsTree: row.deletedAt === null && tree.condition !== 'dead' },
  );
}

function withView(
  row: PlainRow,
  { readings, stems, lastVisit }: RowParts,
  survey: SurveyView,
  reckoned: TreeResult,
): EvaluatedRow {
  const { taping, heights, notes } = row;
  return {
    reckoned,
    view: {
      id: row.id,
      plotId: row.plotId,
      tag: row.tag,
      speciesCode: row.speciesCode,
      observer: row.observer,
      observedAt: row.observedAt,
      deleted: row.deletedAt !== null,
      readings,
      stems: stems.map(({ id, ordinal }) => {
        const own = reckoned.stems.find((stem) => stem.ordinal === ordinal);
        return {
          id,
          ordinal,
          dbh: knownFigure(own?.diameter ?? null),
          point: knownFigure(own?.point ?? null),
          barkRatio: own?.barkRatio ?? null,
        };
      }),
      taping,
      heights,
      notes,
      otherHeights: reckoned.heights.heights.slice(1).map(({ heightNo, name, by, outcome }) => ({
        heightNo,
        name,
        by,
        figure: knownFigure(outcome),
      })),
      crownLengthM: reckoned.heights.crownLengthM,
      lastVisit: lastVisit ?? null,
      dbh: figureOf(reckoned.dbh),
      diametersCm: reckoned.diametersCm,
      readDiametersCm: reckoned.readDiametersCm,
      dead: isDead(notes, deadCodes(survey.design.conditions)),
      height: knownFigure(reckoned.height),
      volume: figureOf(reckoned.volume),
      basalAreaM2: reckoned.basalAreaM2,
      logs: reckoned.logs,
      uppers: reckoned.uppers,
      otherDiameters: reckoned.otherDiameters.map(({ outcome, ...each }) => ({
        ...each,
        figure: knownFigure(outcome),
      })),
      stemVolumes: reckoned.stemVolumes,
      findings: findingsOfTree(reckoned),
    },
  };
}

/**
 * A tree with its figures, worked out afresh from the readings in use.
 *
 * @param judging by itself alone where left out, as the curves themselves are made
 */
export const evaluateRow = (
  row: PlainRow,
  parts: RowParts,
  survey: SurveyView,
  judging?: JudgingContext,
): EvaluatedRow => withView(row, parts, survey, resultOfRow(row, parts, survey, judging));

/** Whether something is noted of its stem that its figures hang on. */
const hasStemNotes = ({ notes }: PlainRow): boolean =>
  notes?.logs !== undefined ||
  notes?.merchantableM !== undefined ||
  notes?.upperDiameters !== undefined ||
  notes?.otherDiameters !== undefined;

/** All of a tree that its figures hang on, where it has one reading of its diameter and no height; null for others. */
export function plainSizeOf(row: PlainRow, { readings, stems, lastVisit }: RowParts): string | null {
  const [only] = readings;
  if (only === undefined || readings.length > 1 || stems.length > 1 || lastVisit !== undefined) return null;
  if (
    only.measure !== 'diameter' ||
    only.excluded === true ||
    row.taping !== null ||
    row.heights !== null ||
    hasStemNotes(row)
  )
    return null;
  const { stem, methodId, key, value, unit, standardError, asRead } = only;
  const conditions = row.notes?.conditions?.join() ?? '';
  return [row.speciesCode, row.plotSlopePct, stem, methodId, key, value, unit, standardError, asRead, conditions].join(
    '|',
  );
}

/** Evaluates the trees of one survey. */
export type RowEvaluator = (row: PlainRow, parts: RowParts) => EvaluatedRow;

/** Sizes of plain trees that are remembered: each takes some kilobytes. */
const MOST_SIZES = 5_000;

/**
 * Evaluates the trees of one survey. Plain trees of one species and size are many in a large one: they are worked out once.
 *
 * @param judging each by its own readings alone where left out
 */
export function rowEvaluator(survey: SurveyView, judging?: JudgingContext): RowEvaluator {
  const known = new Map<string, TreeResult>();
  return (row, parts) => {
    const size = plainSizeOf(row, parts);
    const found = size === null ? undefined : known.get(size);
    if (found !== undefined) return withView(row, parts, survey, found);
    const result = resultOfRow(row, parts, survey, judging);
    if (size !== null && known.size < MOST_SIZES) known.set(size, result);
    return withView(row, parts, survey, result);
  };
}

/** The height curves of a survey without one of its trees, which must not speak for itself. */
export function leaveOut(
  curves: Readonly<Record<string, CurveSums>>,
  tree: TreeView,
  survey: SurveyView,
  slopePct: number,
): Readonly<Record<string, CurveSums>> {
  const sums = curves[tree.speciesCode];
  if (sums === undefined || tree.deleted || tree.dead) return curves;
  const record = treeOfView(tree);
  const alone = evaluateTree(record, settingsOf(survey), {
    species: survey.species.find(({ code }) => code === tree.speciesCode),
    lastVisit: tree.lastVisit ?? undefined,
    heightContext: heightEvidence({ eyeHeightM: survey.eyeHeightM, slopePct }),
  });
  const point = curvePointOf(alone, record);
  return point === null ? curves : { ...curves, [tree.speciesCode]: curveWithout(sums, point) };
}
