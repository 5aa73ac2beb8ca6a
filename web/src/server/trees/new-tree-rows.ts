import type { NewTreeDto } from '../../contracts/tree.ts';
import { readingRows } from './readings.ts';
import type { NewTreeRows } from './repository.ts';

/** A tree that is written for the first time, as rows. */
export function newTreeRows(tree: NewTreeDto, surveyId: string, writeDigest: string): NewTreeRows {
  const writer = { observer: tree.observer, device: tree.device };
  const stems = new Map([[1, tree.stemId], ...(tree.stems ?? []).map(({ ordinal, id }) => [ordinal, id] as const)]);
  const { id, plotId, tag, speciesCode, observationId, observedAt } = tree;
  return {
    tree: { id, surveyId, plotId, tag, speciesCode, ...writer, writeDigest },
    stems: [...stems].map(([ordinal, stemId]) => ({ id: stemId, treeId: id, ordinal })),
    observation: {
      id: observationId,
      treeId: id,
      surveyId,
      observedAt,
      taping: tree.taping === undefined ? null : { ...tree.taping },
      heights: tree.heights ?? null,
      notes: tree.notes ?? null,
      ...writer,
    },
    readings: readingRows(tree.readings, stems, { observationId, ...writer, correctionId: null }),
  };
}
