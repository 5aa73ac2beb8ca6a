import type { Measure } from '../measurement/index.ts';
import { defaultMethod, findMethod } from '../methods/index.ts';
import type { TapedTree } from '../protocol/index.ts';
import type { HeightNotes } from './heights.ts';
import { heightKey, isSameKey, type MeasurementKey, MEASURES } from './measurement-key.ts';
import { carriedNotes, filledNotes, type TreeNotes } from './tree-notes.ts';
import {
  type HeightMeasurement,
  type Measurement,
  measurementOf,
  type Reading,
  type TreeRecord,
} from './tree-record.ts';

/** A reading with the place that it has on its tree, as tables and the wire carry it. */
export interface PlacedReading extends Reading {
  readonly measure: Measure;
  /** Number of the stem; the first where left out. */
  readonly stem?: number | undefined;
  /** Number of the height; the first where left out. */
  readonly heightNo?: number | undefined;
  readonly methodId: string;
  readonly methodVersion: number;
  /** Key of the reading in its method. */
  readonly key: string;
}

/** How a tree was found and measured. */
export interface TapingNotes {
  /** Ground, lean, trunks, swelling; left out where nobody looked closely. */
  readonly found?: TapedTree | undefined;
  /** What marks the point on the bark. */
  readonly mark?: string | undefined;
  /** Why it was measured at another height than at the visit before. */
  readonly reason?: string | undefined;
}

/** What is on a tree beside its readings. */
export interface NotesOfTree {
  readonly taping?: TapingNotes | null | undefined;
  readonly heights?: HeightNotes | null | undefined;
  readonly notes?: TreeNotes | null | undefined;
}

/** A tree in parts: what tables and the wire carry of it. */
export interface TreeParts extends NotesOfTree {
  readonly id: string;
  readonly plotId?: string | undefined;
  readonly tag: string;
  readonly speciesCode: string;
  /** Stems that have an identifier. */
  readonly stems?: readonly { readonly id: string; readonly ordinal: number }[] | undefined;
  readonly readings: readonly PlacedReading[];
}

const keyOf = ({ measure, stem = 1, heightNo = 1 }: PlacedReading): MeasurementKey => ({
  measure,
  stem,
  ...(heightNo === 1 ? {} : { heightNo }),
});

/** A reading without its place, and without what tables and answers have beside it. */
const plainReading = (reading: PlacedReading): Reading => {
  const { id, value, unit, standardError, asRead, instrument, observer, device, takenAt } = reading;
  return {
    id,
    value,
    unit,
    ...(standardError === undefined ? {} : { standardError }),
    asRead,
    ...(instrument === undefined ? {} : { instrument }),
    observer,
    device,
    takenAt,
    try: reading.try,
    ...(reading.excluded === true ? { excluded: true } : {}),
  };
};

/** The readings of one measurement put together; null where there are none. */
function measurementFrom(readings: readonly PlacedReading[], key: MeasurementKey): Measurement | null {
  const own = readings.filter((reading) => isSameKey(keyOf(reading), key));
  const [first] = own;
  if (first === undefined) return null;
  const tries: Record<string, Reading[]> = {};
  for (const reading of own) (tries[reading.key] ??= []).push(plainReading(reading));
  for (const each of Object.values(tries)) each.sort((a, b) => a.try - b.try);
  return { method: first.methodId, version: first.methodVersion, readings: tries };
}

const measurementOr = (readings: readonly PlacedReading[], key: MeasurementKey): Measurement => {
  const found = measurementFrom(readings, key);
  if (found !== null && findMethod(found.method) !== null) return found;
  const { id, version } = defaultMethod(key.measure).description;
  return { method: id, version, readings: found?.readings ?? {} };
};

/**
 * Puts a tree together from its parts.
 *
 * @param parts as tables and the wire carry them
 * @param dead condition codes of the survey that mark a dead tree
 * @returns the tree, with its first stem and first height also where nothing of them was read
 * @example assembleTree({ id: 'a', tag: '1', speciesCode: 'sp', readings: [] }).condition // live
 */
export function assembleTree(parts: TreeParts, dead: ReadonlySet<string> = new Set()): TreeRecord {
  const { readings, stems: known = [], taping, heights, notes } = parts;
  const { conditions = [], multiplicity, bearingDeg, awayM } = notes ?? {};
  const ordinals = [...new Set([1, ...readings.map(({ stem = 1 }) => stem)])].sort((a, b) => a - b);
  const distanceOf = (heightNo: number): { readonly distance?: Measurement } => {
    const distance = measurementFrom(readings, heightKey('distance', heightNo));
    return distance === null ? {} : { distance };
  };
  const first: HeightMeasurement = {
    heightNo: 1,
    of: 'total',
    sameStation: false,
    measurement: measurementOr(readings, heightKey('height', 1)),
    ...distanceOf(1),
  };
  const others = [...(heights?.others ?? [])]
    .sort((a, b) => a.heightNo - b.heightNo)
    .map((note): HeightMeasurement => ({
      ...note,
      measurement: measurementOr(readings, heightKey('height', note.heightNo)),
      ...distanceOf(note.heightNo),
    }));
  return {
    id: parts.id,
    ...(parts.plotId === undefined ? {} : { plotId: parts.plotId }),
    tag: parts.tag,
    speciesCode: parts.speciesCode,
    condition: conditions.some((code) => dead.has(code)) ? 'dead' : 'live',
    conditionCodes: conditions,
    multiplicity: multiplicity ?? 1,
    ...(bearingDeg === undefined && awayM === undefined ? {} : { position: { bearingDeg, awayM } }),
    ...carriedNotes(notes ?? {}),
    stems: ordinals.map((ordinal) => ({
      id: known.find((stem) => stem.ordinal === ordinal)?.id ?? '',
      ordinal,
      measurement: measurementOr(readings, { measure: 'diameter', stem: ordinal }),
      measuringHeight: measurementOr(readings, { measure: 'point', stem: ordinal }),
      ...(ordinal === 1 && taping?.mark !== undefined ? { mark: taping.mark } : {}),
    })),
    heights: [first, ...others],
    ...(heights?.kept === undefined ? {} : { countedHeight: heights.kept }),
    ...(heights?.broken === undefined ? {} : { broken: heights.broken }),
    ...(taping?.found === undefined ? {} : { found: taping.found }),
    ...(taping?.reason === undefined ? {} : { reason: taping.reason }),
  };
}

/** Every reading of a tree with its place, in the order in which a tree is measured. */
export function placedReadings(tree: TreeRecord): readonly PlacedReading[] {
  const keys: readonly MeasurementKey[] = [
    ...tree.stems.flatMap(({ ordinal }) =>
      MEASURES.slice(0, 2).map((measure): MeasurementKey => ({ measure, stem: ordinal })),
    ),
    ...tree.heights.flatMap(({ heightNo }) => [heightKey('distance', heightNo), heightKey('height', heightNo)]),
  ];
  return keys.flatMap((key) => {
    const measurement = measurementOf(tree, key);
    if (measurement === undefined) return [];
    const { measure, stem, heightNo } = key;
    return Object.entries(measurement.readings).flatMap(([name, tries]) =>
      tries.map((reading): PlacedReading => ({
        ...reading,
        measure,
        ...(stem === 1 ? {} : { stem }),
        ...(heightNo === undefined ? {} : { heightNo }),
        methodId: measurement.method,
        methodVersion: measurement.version,
        key: name,
      })),
    );
  });
}

/** What is on a tree beside its readings, without what says nothing. */
export function notesOfTree(tree: TreeRecord): {
  readonly taping?: TapingNotes;
  readonly heights?: HeightNotes;
  readonly notes?: TreeNotes;
} {
  const { found, reason, countedHeight, broken, position, multiplicity } = tree;
  const mark = tree.stems.find(({ ordinal }) => ordinal === 1)?.mark;
  const taping = withoutUndefined<TapingNotes>({ found, mark, reason });
  const others = tree.heights.flatMap(({ measurement, distance, ...note }) => (note.heightNo === 1 ? [] : [note]));
  const heights = withoutUndefined<HeightNotes>({
    others: others.length === 0 ? undefined : others,
    kept: countedHeight === 1 ? undefined : countedHeight,
    broken: broken === true ? true : undefined,
  });
  const notes = filledNotes({
    conditions: tree.conditionCodes,
    multiplicity: multiplicity === 1 ? undefined : multiplicity,
    bearingDeg: position?.bearingDeg,
    awayM: position?.awayM,
    ...carriedNotes(tree),
  });
  return {
    ...(taping === null ? {} : { taping }),
    ...(heights === null ? {} : { heights }),
    ...(notes === undefined ? {} : { notes }),
  };
}

/** An object without its undefined fields; null where none is left. */
function withoutUndefined<T extends object>(fields: T): T | null {
  const filled = Object.entries(fields).filter(([, value]) => value !== undefined);
  return filled.length === 0 ? null : (Object.fromEntries(filled) as T);
}
