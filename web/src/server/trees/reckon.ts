import { estimateOf, findingsOf, type Estimate } from '@arbolito/core/estimate';
import { draftOf, reckonTree, type ReckonedTree, type TalliedTree, type TreeSettings } from '@arbolito/core/survey';
import type { FigureView, ReadingView, SurveyView, TreeView } from '../../contracts/views.ts';
import type { TreeRow } from './repository.ts';

export const settingsOf = (survey: SurveyView): TreeSettings => ({
  unitSystem: survey.unitSystem,
  slopeUnit: survey.slopeUnit,
  formFactor: { value: survey.formFactor, standardError: survey.formFactorStandardError },
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

/** A tree with its figures, worked out afresh from the readings in use. */
export function reckonRow(row: TreeRow, readings: readonly ReadingView[], settings: TreeSettings): TreeFigures {
  const reckoned = reckonTree(draftOf({ ...row, readings }), settings);
  const outcomes = [reckoned.diameter, reckoned.height].filter((outcome) => outcome !== null);
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
      dbh: figure(reckoned.diameter === null ? null : estimateOf(reckoned.diameter)),
      height: figure(reckoned.height === null ? null : estimateOf(reckoned.height)),
      volume: figure(reckoned.volume),
      basalAreaM2: reckoned.basalAreaM2,
      findings: outcomes.flatMap(findingsOf),
    },
  };
}

/** What the sums need of a tree. */
export const talliedTree = (view: TreeView): TalliedTree => ({
  speciesCode: view.speciesCode,
  dbhCm: view.dbh?.value ?? null,
  heightM: view.height?.value ?? null,
  volumeM3: view.volume?.value ?? null,
});
