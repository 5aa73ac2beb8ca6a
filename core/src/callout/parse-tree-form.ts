import { asMeant, type Method, type ReadingValue } from '../measurement/index.ts';
import { type ConditionCode, deadCodes } from '../protocol/index.ts';
import {
  carriedNotes,
  heightKey,
  type HeightMeasurement,
  heightNoOf,
  isSameKey,
  meanOfTries,
  type Measurement,
  type MeasurementKey,
  measurementOf,
  type Reading,
  type Stem,
  type TreeRecord,
  type UnreadText,
} from '../tree/index.ts';
import { readTries } from './tries.ts';
import {
  defaultUnitOf,
  type FormDefaults,
  isSameStation,
  type MeasurementForm,
  measurementFormOf,
  methodOf,
  readingSpecsOf,
  type ReadingText,
  stemsOf,
  type TreeForm,
} from './tree-form.ts';
import { message } from '../message/index.ts';

/** Who reads on which device at what moment, and how new records get their identifiers. */
export interface ReadingStamp {
  readonly newId: () => string;
  readonly observer: string;
  readonly device: string;
  readonly takenAt: string;
}

/** Of a form that is only worked out and not kept. */
export const UNSAVED: ReadingStamp = { newId: () => '', observer: '', device: '', takenAt: '' };

export interface ParseOptions extends FormDefaults {
  /** Condition codes of the survey: they say which trees are dead. */
  readonly conditions?: readonly ConditionCode[] | undefined;
  readonly stamp?: ReadingStamp | undefined;
  /** The tree on the record: what stands as it was keeps its identifier. */
  readonly kept?: TreeRecord | undefined;
}

export interface ParsedTree {
  readonly tree: TreeRecord;
  /** Text that is no number with a unit. */
  readonly unread: readonly UnreadText[];
}

/** One try of a field, as a number. */
interface TriedValue extends ReadingValue {
  readonly text: string;
  readonly isExcluded: boolean;
}

type ReadText =
  | { readonly ok: true; readonly tries: readonly TriedValue[] }
  | { readonly ok: false; readonly unread: UnreadText['finding'] };

/** Reads one field of a form; null for an empty one. */
function readText(
  spec: Method['description']['readings'][number],
  entry: ReadingText | undefined,
  defaults: FormDefaults,
): ReadText | null {
  if (entry === undefined || entry.text.trim() === '') return null;
  const unit = spec.units.includes(entry.unit) ? entry.unit : defaultUnitOf(spec, defaults);
  const read = readTries(entry.text, { unit, units: spec.units });
  if (!read.ok)
    return {
      ok: false,
      unread: {
        code: `text.${read.code}`,
        severity: 'stop',
        reading: spec.key,
        title: message('callout.is-not-valid', '{Label} is not valid', { Label: spec.label }),
        message: read.message,
        suggestedFixes: [],
      },
    };
  return {
    ok: true,
    tries: read.tries.map(({ value, unit: own, text, isExcluded }) => ({
      value: asMeant(spec, value, text),
      unit: own,
      ...(entry.standardError === undefined || own !== unit ? {} : { standardError: entry.standardError }),
      text,
      isExcluded,
    })),
  };
}

const isSameReading = (before: Reading | undefined, now: ReadingValue, isExcluded: boolean): before is Reading =>
  before?.value === now.value &&
  before.unit === now.unit &&
  before.standardError === now.standardError &&
  (before.excluded ?? false) === isExcluded;

/** Whether anything was typed for the distance of a height by its own method. */
const isDistanceBegun = (form: TreeForm, key: MeasurementKey): boolean =>
  key.measure === 'height' &&
  Object.values(measurementFormOf(form, heightKey('distance', heightNoOf(key))).entries).some(
    ({ text }) => text.trim() !== '',
  );

/**
 * Reads a form: text in, numbers with units out. A reading that stands as it was on the record is that reading; a changed
 * one is a new reading.
 *
 * @param form what was typed or called out
 * @param options units of the survey, who reads, and the tree on the record where it is corrected
 * @returns the tree, and the text that cannot be read
 * @example parseTreeForm(printTreeForm(exampleTree), exampleSurvey).unread.length // 0
 */
export function parseTreeForm(form: TreeForm, options: ParseOptions): ParsedTree {
  const { stamp = UNSAVED, kept, conditions = [] } = options;
  const { newId, observer, device, takenAt } = stamp;
  const unread: UnreadText[] = [];

  const measurement = (key: MeasurementKey, own: MeasurementForm): Measurement => {
    const method = methodOf(form, key);
    const { id, version } = method.description;
    const before = kept === undefined ? undefined : measurementOf(kept, key);
    const sameMethod = before?.method === id ? before : undefined;
    const readings: Record<string, readonly Reading[]> = {};
    // A distance typed before it got a method of its own counts until that method has a reading.
    const isOwn = isSameStation(form, key) || isDistanceBegun(form, key);
    for (const spec of isOwn ? readingSpecsOf(form, key) : method.description.readings) {
      const entry = own.entries[spec.key];
      const read = readText(spec, entry, options);
      if (read === null) continue;
      if (!read.ok) {
        unread.push({ key, finding: read.unread });
        continue;
      }
      const known = sameMethod?.readings[spec.key] ?? [];
      let number = Math.max(0, ...known.map((each) => each.try));
      readings[spec.key] = read.tries.map(({ text, isExcluded, ...value }, at): Reading => {
        const before = known[at];
        if (isSameReading(before, value, isExcluded)) return before;
        number += 1;
        return {
          ...value,
          id: newId(),
          asRead: read.tries.length === 1 ? (entry?.text ?? '') : text,
          observer,
          device,
          takenAt,
          try: number,
          ...(isExcluded ? { excluded: true } : {}),
        };
      });
    }
    // Settings of an instrument that nobody has read yet are no measurement.
    const isRead = method.description.readings.some(
      ({ key: name, isSetting }) => isSetting !== true && name in readings,
    );
    const isUnreadable = unread.some(({ key: of }) => isSameKey(of, key));
    return { method: id, version, readings: isRead || isUnreadable ? readings : {} };
  };

  const stems = stemsOf(form).map(({ ordinal, diameter, point }): Stem => {
    const known = kept?.stems.find((stem) => stem.ordinal === ordinal);
    const mark = ordinal === 1 ? filled(form.taping?.mark) : undefined;
    return {
      id: known?.id ?? newId(),
      ordinal,
      measurement: measurement({ measure: 'diameter', stem: ordinal }, diameter),
      measuringHeight: measurement({ measure: 'point', stem: ordinal }, point),
      ...(mark === undefined ? {} : { mark }),
    };
  });
  const distanceOf = (heightNo: number, distance: MeasurementForm | undefined) =>
    distance === undefined ? {} : { distance: measurement(heightKey('distance', heightNo), distance) };
  const first: HeightMeasurement = {
    heightNo: 1,
    of: 'total',
    sameStation: false,
    ...distanceOf(1, form.distance),
    measurement: measurement(heightKey('height', 1), form.height),
  };
  const others = form.moreHeights.map(({ height, distance, ...note }): HeightMeasurement => ({
    ...note,
    ...distanceOf(note.heightNo, distance),
    measurement: measurement(heightKey('height', note.heightNo), height),
  }));
  const { conditions: codes = [], multiplicity, bearingDeg, awayM } = form.notes ?? {};
  const dead = deadCodes(conditions);
  const reason = filled(form.taping?.reason);
  return {
    tree: {
      id: kept?.id ?? newId(),
      ...(kept?.plotId === undefined ? {} : { plotId: kept.plotId }),
      tag: form.tag,
      speciesCode: form.speciesCode,
      condition: codes.some((code) => dead.has(code)) ? 'dead' : 'live',
      conditionCodes: codes,
      multiplicity: multiplicity ?? 1,
      ...(bearingDeg === undefined && awayM === undefined ? {} : { position: { bearingDeg, awayM } }),
      ...carriedNotes(form.notes ?? {}),
      stems,
      heights: [first, ...others],
      ...(form.keptHeight === undefined ? {} : { countedHeight: form.keptHeight }),
      ...(form.broken === undefined ? {} : { broken: form.broken }),
      ...(form.taping?.found === undefined ? {} : { found: form.taping.found }),
      ...(reason === undefined ? {} : { reason }),
    },
    unread,
  };
}

/** Text without blanks about it; undefined where nothing is left. */
const filled = (text: string | undefined): string | undefined => {
  const trimmed = text?.trim() ?? '';
  return trimmed === '' ? undefined : trimmed;
};

/** One measurement of a form as its method takes it: only the text that can be read. */
export function readingsOfForm(
  form: TreeForm,
  key: MeasurementKey,
  defaults: FormDefaults,
): { readonly method: Method; readonly readings: Readonly<Record<string, ReadingValue>> } {
  const method = methodOf(form, key);
  const entriesOf = (of: MeasurementKey) => measurementFormOf(form, of).entries;
  const own = new Set(readingSpecsOf(form, key).map((spec) => spec.key));
  const first: MeasurementKey = { measure: 'height', stem: 1 };
  const shares = isSameStation(form, key) && heightNoOf(key) > 1;
  const readings = method.description.readings.flatMap((spec) => {
    const entries = shares && !own.has(spec.key) ? entriesOf(first) : entriesOf(key);
    const read = readText(spec, entries[spec.key], defaults);
    const mean =
      read?.ok === true
        ? meanOfTries(
            spec,
            read.tries.map(({ isExcluded, ...value }) => ({ ...value, excluded: isExcluded })),
          )
        : undefined;
    return mean === undefined ? [] : [[spec.key, mean] as const];
  });
  return { method, readings: Object.fromEntries(readings) };
}
