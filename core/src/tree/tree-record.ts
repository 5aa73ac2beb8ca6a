import type { Measure, Method, MethodDescription, ReadingValue } from '../measurement/index.ts';
import { defaultMethod, findMethod } from '../methods/index.ts';
import { BROKEN_CODE, type Condition, type TapedTree } from '../protocol/index.ts';
import type { CountedHeight, HeightNote } from './heights.ts';
import { heightNoOf, isStemMeasure, type MeasurementKey } from './measurement-key.ts';
import type { CarriedNotes, Multiplicity } from './tree-notes.ts';

/** A reading as it was read: its number, unit and sign, by whom, on which device, when. The unit names the scale. */
export interface Reading extends ReadingValue {
  readonly id: string;
  /** As it was typed or called out. */
  readonly asRead: string;
  readonly instrument?: string | undefined;
  readonly observer: string;
  readonly device: string;
  /** ISO moment. */
  readonly takenAt: string;
  /** Number of the try, from 1. */
  readonly try: number;
  /** Left out of the mean of its tries, by a person. */
  readonly excluded?: boolean | undefined;
}

/** Readings of one method, by the keys of its description. Several tries of a reading are kept in their order: their mean counts. */
export interface Measurement {
  /** Identifier of the method. */
  readonly method: string;
  readonly version: number;
  readonly readings: Readonly<Record<string, readonly Reading[]>>;
}

export interface Stem {
  readonly id: string;
  /** Number of the stem on its tree, from 1; it stays when other stems go. */
  readonly ordinal: number;
  readonly measurement: Measurement;
  /** Where the tape lay, where that is not the survey's breast height. */
  readonly measuringHeight?: Measurement | undefined;
  /** What marks the place on the bark. */
  readonly mark?: string | undefined;
}

/** A height with what it ends at. From the same station it shares the readings of the first but for the sight to its end. */
export interface HeightMeasurement extends HeightNote {
  readonly measurement: Measurement;
  /** How the distance was measured, where it has a method of its own. */
  readonly distance?: Measurement | undefined;
}

/** Where a tree stands, seen from the middle of its plot. */
export interface TreePosition {
  /** Degrees from north, 0 to 360. */
  readonly bearingDeg?: number | undefined;
  /** Level distance to the pith, m. */
  readonly awayM?: number | undefined;
}

/** A tree as the record has it: numbers with units, no text of a form. */
export interface TreeRecord extends CarriedNotes {
  readonly id: string;
  readonly plotId?: string | undefined;
  readonly tag: string;
  readonly speciesCode: string;
  readonly condition: Condition;
  readonly conditionCodes: readonly string[];
  /** How many trees it counts as: more than one where it stands in for trees beyond the edge of the stand. */
  readonly multiplicity: 1 | Multiplicity;
  readonly position?: TreePosition | undefined;
  /** By rising ordinal. */
  readonly stems: readonly Stem[];
  /** By rising number. */
  readonly heights: readonly HeightMeasurement[];
  /** Which of several total heights counts; the first where left out. */
  readonly countedHeight?: CountedHeight | undefined;
  /** The top is broken off. */
  readonly broken?: boolean | undefined;
  /** The tree as it was found: ground, lean, trunks, swelling. */
  readonly found?: TapedTree | undefined;
  /** Why it was measured at another height than at the visit before. */
  readonly reason?: string | undefined;
}

/** Tag of a tree: letters, digits and dashes, up to 12. */
export const TAG = /^[\p{L}\d][\p{L}\d-]{0,11}$/u;

/** Most stems of one tree that can be kept. */
export const MAX_STEMS_PER_TREE = 30;

/** A measurement with nothing read yet. */
export const emptyMeasurement = (measure: Measure): Measurement => {
  const { id, version } = defaultMethod(measure).description;
  return { method: id, version, readings: {} };
};

/** Whether the height of a tree ends at a break: said of its heights, or by the code of a broken top. */
export const isBroken = ({
  broken,
  conditionCodes,
}: {
  readonly broken?: boolean | undefined;
  readonly conditionCodes?: readonly string[] | undefined;
}): boolean => broken === true || (conditionCodes?.includes(BROKEN_CODE) ?? false);

/** The measurement with that key, or undefined where the tree has none. */
export function measurementOf(tree: TreeRecord, key: MeasurementKey): Measurement | undefined {
  const { measure, stem } = key;
  if (isStemMeasure(measure)) {
    const found = tree.stems.find(({ ordinal }) => ordinal === stem);
    return measure === 'diameter' ? found?.measurement : found?.measuringHeight;
  }
  const height = tree.heights.find(({ heightNo }) => heightNo === heightNoOf(key));
  return measure === 'height' ? height?.measurement : height?.distance;
}

/** The method of a measurement; the first one that there is where it is not known here. */
export function methodOfMeasurement(measurement: Measurement | undefined, measure: Measure): Method {
  const method = measurement === undefined ? null : findMethod(measurement.method);
  return method?.description.measure === measure ? method : defaultMethod(measure);
}

/**
 * The readings of a method that are asked for: from the same station only the sight to the end of the height; no level
 * distance where that is measured by a method of its own.
 */
export const askedReadings = (
  { description }: Method,
  { sameStation, hasDistance }: { readonly sameStation: boolean; readonly hasDistance: boolean },
): MethodDescription['readings'] =>
  description.readings.filter(({ place, isLevelDistance = false }) =>
    sameStation ? place === 'tip' : !(hasDistance && isLevelDistance),
  );
