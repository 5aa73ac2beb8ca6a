import { printTreeForm, type TreeForm } from '../callout/index.ts';
import { findMethod } from '../methods/index.ts';
import { assembleTree, type PlacedReading, type TreeRecord } from '../tree/index.ts';
import type { NotesOfTree } from '../tree/placed-readings.ts';

type PlainReading = Pick<PlacedReading, 'measure' | 'methodId' | 'key' | 'value' | 'unit'> &
  Partial<Pick<PlacedReading, 'stem' | 'heightNo' | 'standardError'>>;

/** A tree of a few readings, written the short way. */
export const recordOf = (
  tree: {
    readonly tag: string;
    readonly speciesCode: string;
    readonly readings: readonly PlainReading[];
  } & NotesOfTree,
): TreeRecord =>
  assembleTree({
    id: 'tree',
    ...tree,
    readings: tree.readings.map((reading, i) => ({
      id: `reading ${String(i)}`,
      asRead: String(reading.value),
      observer: 'T. O.',
      device: 'test',
      takenAt: '2026-06-01T08:00:00.000Z',
      try: 1,
      methodVersion: findMethod(reading.methodId)?.description.version ?? 0,
      ...reading,
    })),
  });

/** The same tree as it stands on a form. */
export const formOf = (tree: Parameters<typeof recordOf>[0]): TreeForm => printTreeForm(recordOf(tree));
