import { findMethod } from '@arbolito/core/methods';
import { assembleTree, notesOfTree, type PlacedReading, placedReadings, type TreeRecord } from '@arbolito/core/tree';
import type { NewTreeDto, ReadingDto, TreeCorrectionDto } from './tree.ts';
import type { TreeView } from './views.ts';

type Writer = Pick<NewTreeDto, 'observer' | 'device'>;

const readingDto = ({ instrument, methodVersion, observer, device, ...reading }: PlacedReading): ReadingDto => {
  const { stem, heightNo, standardError, excluded, ...rest } = reading;
  return {
    ...rest,
    ...(stem === undefined ? {} : { stem }),
    ...(heightNo === undefined ? {} : { heightNo }),
    ...(standardError === undefined ? {} : { standardError }),
    ...(excluded === true ? { excluded } : {}),
  };
};

const stemsBehindFirst = (tree: TreeRecord, known: readonly { readonly ordinal: number }[] = []) => {
  const stems = tree.stems
    .filter(({ ordinal }) => ordinal > 1 && !known.some((stem) => stem.ordinal === ordinal))
    .map(({ id, ordinal }) => ({ id, ordinal }));
  return stems.length === 0 ? {} : { stems };
};

/** A tree on its way onto the record. Browser, tally API, import and demo write through this. */
export const toTreeWrite = (
  tree: TreeRecord & { readonly plotId: string },
  by: Writer & Pick<NewTreeDto, 'observationId' | 'observedAt'>,
): NewTreeDto => ({
  id: tree.id,
  plotId: tree.plotId,
  stemId: tree.stems[0]?.id ?? '',
  tag: tree.tag,
  speciesCode: tree.speciesCode,
  readings: placedReadings(tree).map(readingDto),
  ...stemsBehindFirst(tree),
  ...notesOfTree(tree),
  ...by,
});

/**
 * A tree as it should stand, in place of the one on the record.
 *
 * @param kept the tree on the record: its stems have their identifiers already
 */
export const toTreeCorrection = (
  tree: TreeRecord,
  kept: TreeRecord,
  by: Writer & Pick<TreeCorrectionDto, 'id' | 'madeAt'>,
): TreeCorrectionDto => ({
  tag: tree.tag,
  speciesCode: tree.speciesCode,
  readings: placedReadings(tree).map(readingDto),
  ...stemsBehindFirst(tree, kept.stems),
  ...notesOfTree(tree),
  ...by,
});

/** A reading of the wire with its place: method version and instrument are those of its method. */
export const placedReading = (reading: ReadingDto, by: Writer): PlacedReading & { readonly instrument: string } => {
  const description = findMethod(reading.methodId)?.description;
  return {
    ...reading,
    ...by,
    methodVersion: description?.version ?? 0,
    instrument: description?.readings.find(({ key }) => key === reading.key)?.instrument ?? 'unknown',
  };
};

type WrittenTree = Pick<NewTreeDto, 'tag' | 'speciesCode' | 'readings' | 'taping' | 'heights' | 'notes' | 'stems'> &
  Writer &
  Partial<Pick<NewTreeDto, 'id' | 'plotId' | 'stemId'>>;

/**
 * The tree that a write is of.
 *
 * @param dead condition codes of the survey that mark a dead tree
 */
export const treeOfWrite = (write: WrittenTree, dead?: ReadonlySet<string>): TreeRecord => {
  const { observer, device } = write;
  return assembleTree(
    {
      id: write.id ?? '',
      plotId: write.plotId,
      tag: write.tag,
      speciesCode: write.speciesCode,
      stems: [...(write.stemId === undefined ? [] : [{ id: write.stemId, ordinal: 1 }]), ...(write.stems ?? [])],
      readings: write.readings.map((reading) => placedReading(reading, { observer, device })),
      taping: write.taping,
      heights: write.heights,
      notes: write.notes,
    },
    dead,
  );
};

/** The tree that an answer of the server shows. */
export const treeOfView = (
  view: Pick<TreeView, 'id' | 'plotId' | 'tag' | 'speciesCode' | 'readings' | 'taping' | 'heights' | 'notes'> & {
    readonly stems: readonly { readonly id: string; readonly ordinal: number }[];
    readonly dead: boolean;
  },
): TreeRecord => ({ ...assembleTree(view), condition: view.dead ? 'dead' : 'live' });
