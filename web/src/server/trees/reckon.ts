import type { LastVisit } from '@arbolito/core/diameter';
import { curveWithout, type CurvePoint, type CurveSums } from '@arbolito/core/height';
import { estimateOf, type Estimate, type Outcome } from '@arbolito/core/estimate';
import {
  besideOf,
  deadCodes,
  draftOf,
  findingsOfTree,
  isDead,
  reckonTree,
  volumesOf,
  type ReckonedTree,
  type TreeKnown,
  type TreeSettings,
} from '@arbolito/core/survey';
import type { FigureView, ReadingView, SurveyView, TreeView } from '../../contracts/views.ts';
import type { TreeRow } from './repository.ts';

export const settingsOf = (survey: SurveyView): TreeSettings => ({
  unitSystem: survey.unitSystem,
  slopeUnit: survey.slopeUnit,
  fieldRules: survey.fieldRules,
  formFactor: { value: survey.formFactor, standardError: survey.formFactorStandardError },
  volumes: volumesOf(survey.wood),
});

const figure = (estimate: Estimate | null): FigureView | null =>
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

export interface TreeFigures {
  readonly view: TreeView;
  readonly reckoned: ReckonedTree;
}

/** What belongs to a tree beside its own row. */
export interface TreeParts {
  readonly readings: readonly ReadingView[];
  readonly stems: readonly { readonly id: string; readonly ordinal: number }[];
  readonly lastVisit: LastVisit | undefined;
  /** The survey's height curve of the species, where it is asked. */
  readonly curve?: TreeKnown['curve'];
}

const knownFigure = (outcome: Outcome | null): FigureView | null =>
  figure(outcome === null ? null : estimateOf(outcome));

/** A tree with its figures, worked out afresh from the readings in use. */
export function reckonRow(
  row: TreeRow,
  { readings, stems, lastVisit, curve }: TreeParts,
  survey: SurveyView,
): TreeFigures {
  const { taping, heights, notes } = row;
  const draft = draftOf({ tag: row.tag, speciesCode: row.speciesCode, readings, taping, heights, notes });
  const beside = besideOf({ eyeHeightM: survey.eyeHeightM, slopePct: row.plotSlopePct });
  const species = survey.species.find(({ code }) => code === row.speciesCode);
  const reckoned = reckonTree(draft, settingsOf(survey), { species, lastVisit, beside, curve });
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
        return { id, ordinal, dbh: knownFigure(own?.diameter ?? null), point: knownFigure(own?.point ?? null) };
      }),
      taping,
      heights,
      notes,
      otherHeights: reckoned.heights.heights.slice(1).map(({ take, name, by, outcome }) => ({
        take,
        name,
        by,
        figure: knownFigure(outcome),
      })),
      crownLengthM: reckoned.heights.crownLengthM,
      lastVisit: lastVisit ?? null,
      dbh: figure(reckoned.dbh),
      diametersCm: reckoned.diametersCm,
      readDiametersCm: reckoned.readDiametersCm,
      dead: isDead(notes, deadCodes(survey.design.conditions)),
      height: knownFigure(reckoned.height),
      volume: figure(reckoned.volume),
      basalAreaM2: reckoned.basalAreaM2,
      findings: findingsOfTree(reckoned),
    },
  };
}

/** What a tree gives to the height curve of its species; null where its height or its diameter is not beyond doubt. */
export function curvePointOf({ dbh, height, heights, findings }: TreeView): CurvePoint | null {
  const isDoubtful = findings.some(({ severity }) => severity === 'check');
  return dbh === null || height === null || isDoubtful || heights?.broken === true
    ? null
    : { dbhCm: dbh.value, heightM: height.value };
}

/** The height curves of a survey without one of its trees, which must not speak for itself. */
export function leaveOut(
  curves: Readonly<Record<string, CurveSums>>,
  tree: TreeView,
): Readonly<Record<string, CurveSums>> {
  const sums = curves[tree.speciesCode];
  const point = tree.deleted ? null : curvePointOf(tree);
  return sums === undefined || point === null ? curves : { ...curves, [tree.speciesCode]: curveWithout(sums, point) };
}
