import type { Measure, MethodDescription, Reading } from '../method/index.ts';
import { printAsRead, type SlopeUnit, type UnitId, type UnitSystem } from '../quantity/index.ts';
import { defaultMethod, findMethod } from '../registry/index.ts';

/** A reading as it stands on the sheet: what was typed and the unit that is meant. */
export interface Entry {
  readonly text: string;
  readonly unit: UnitId;
  /** Stated standard error in `unit`; the instrument's typical one where left out. */
  readonly standardError?: number;
}

export interface MeasureDraft {
  readonly methodId: string;
  readonly entries: Readonly<Record<string, Entry>>;
}

/** A tree on its way onto the record: what the tree sheet and the call-out line both show. */
export interface TreeDraft {
  readonly tag: string;
  readonly speciesCode: string;
  readonly diameter: MeasureDraft;
  readonly height: MeasureDraft;
}

export const MEASURES = ['diameter', 'height'] as const satisfies readonly Measure[];

/** What a survey settles in advance for every reading. */
export interface ReadingDefaults {
  readonly unitSystem: UnitSystem;
  /** The scale on which this crew reads slopes. */
  readonly slopeUnit: SlopeUnit;
}

/** Tag of a tree: letters, digits and dashes, up to 12. */
export const TAG = /^[\p{L}\d][\p{L}\d-]{0,11}$/u;

/** The unit a reading is meant in where none is written. */
export function defaultUnitOf(spec: MethodDescription['readings'][number], defaults: ReadingDefaults): UnitId {
  if (spec.quantity === 'slope' && spec.units.includes(defaults.slopeUnit)) return defaults.slopeUnit;
  return spec.defaultUnit[defaults.unitSystem];
}

/** A reading as the record keeps it: with the method it was taken for. */
export interface TakenReading extends Reading {
  readonly measure: Measure;
  readonly methodId: string;
  readonly key: string;
}

/** A measure with nothing read yet. */
export const emptyMeasure = (measure: Measure): MeasureDraft => ({
  methodId: defaultMethod(measure).description.id,
  entries: {},
});

export const emptyDraft = (): TreeDraft => ({
  tag: '',
  speciesCode: '',
  diameter: emptyMeasure('diameter'),
  height: emptyMeasure('height'),
});

/** The method of a measure on the sheet; the first one where the identifier is not known here. */
export function methodOf(draft: TreeDraft, measure: Measure) {
  const method = findMethod(draft[measure].methodId);
  return method?.description.measure === measure ? method : defaultMethod(measure);
}

/** The sheet of a tree whose readings are on the record. */
export function draftOf(tree: {
  readonly tag: string;
  readonly speciesCode: string;
  readonly readings: readonly TakenReading[];
}): TreeDraft {
  const measureDraft = (measure: Measure): MeasureDraft => {
    const readings = tree.readings.filter((reading) => reading.measure === measure);
    const method = findMethod(readings[0]?.methodId ?? '') ?? defaultMethod(measure);
    const entries = readings.map(({ key, value, unit, standardError }) => {
      const signed = method.description.readings.some((spec) => spec.key === key && spec.signed);
      const text = printAsRead(value, signed);
      return [key, { text, unit, ...(standardError === undefined ? {} : { standardError }) }] as const;
    });
    return { methodId: method.description.id, entries: Object.fromEntries(entries) };
  };
  return {
    tag: tree.tag,
    speciesCode: tree.speciesCode,
    diameter: measureDraft('diameter'),
    height: measureDraft('height'),
  };
}
