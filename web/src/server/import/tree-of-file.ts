import { assembleTree, type TreeRecord } from '@arbolito/core/tree';
import type { FileTree } from '@arbolito/core/tree-file';
import { toTreeWrite } from '../../contracts/tree-write.ts';
import type { FigureMaker } from '../results/tree-result-cache.ts';
import { newTreeRows } from '../trees/new-tree-rows.ts';
import { newlyStored } from '../trees/repository.ts';
import type { TreeToCopy } from './repository.ts';

/** Who wrote a tree of a file, when, and under which identifiers. */
export interface FileWriter {
  readonly id: string;
  readonly newId: () => string;
  readonly observer: string;
  readonly device: string;
  readonly observedAt: string;
}

/** The record of a row of a file. */
export function recordOfRow(
  file: FileTree,
  plotId: string,
  { id, newId, observer, device, observedAt }: FileWriter,
): TreeRecord & { readonly plotId: string } {
  const tree = assembleTree({
    id,
    plotId,
    tag: file.tag,
    speciesCode: file.speciesCode,
    stems: [{ id: newId(), ordinal: 1 }],
    readings: file.readings.map((reading) => ({
      ...reading,
      id: newId(),
      try: 1,
      observer,
      device,
      takenAt: observedAt,
    })),
    notes: file.notes,
  });
  return { ...tree, plotId };
}

/** What of its plot and its import a tree of a file needs. */
export interface FilePlace {
  readonly surveyId: string;
  readonly plotId: string;
  readonly plotSlopePct: number;
  readonly writeDigest: string;
}

/**
 * A row of a file as rows of the database.
 *
 * @param make computes the result of a tree; null where none can be computed ahead
 */
export function treeToCopy(
  file: FileTree,
  { surveyId, plotId, plotSlopePct, writeDigest }: FilePlace,
  writer: FileWriter,
  make: FigureMaker | null,
): TreeToCopy {
  const { observer, device, observedAt } = writer;
  const record = recordOfRow(file, plotId, writer);
  const write = toTreeWrite(record, { observationId: writer.newId(), observedAt, observer, device });
  const rows = newTreeRows(write, surveyId, writeDigest);
  if (make === null) return { ...rows, result: null };
  const row = {
    ...rows.tree,
    observationId: rows.observation.id,
    observedAt,
    plotLabel: file.plot,
    plotSlopePct,
    deletedAt: null,
    taping: rows.observation.taping ?? null,
    heights: rows.observation.heights ?? null,
    notes: rows.observation.notes ?? null,
  };
  // A file names no stems: all its readings are of the first.
  const parts = {
    readings: rows.readings.map((reading) => newlyStored(reading, 1)),
    stems: rows.stems,
    lastVisit: undefined,
  };
  return { ...rows, result: make(row, parts) };
}
