import type { TapedTree } from '../diameter/index.ts';
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

/** One stem: its diameter and the height at which that was taken. */
export interface StemDraft {
  /** Number of the stem on its tree, from 1; it stays the stem's own when others are taken off the sheet. */
  readonly ordinal: number;
  readonly diameter: MeasureDraft;
  readonly point: MeasureDraft;
}

/** What is noted of how a tree was taped. */
export interface TapingNotes {
  /** The tree as it was found: ground, lean, trunks, swelling; left out where nobody looked closely. */
  readonly found?: TapedTree | undefined;
  /** What marks the point on the bark. */
  readonly mark?: string | undefined;
  /** Why the tape lies elsewhere than at the visit before. */
  readonly reason?: string | undefined;
}

/** A tree on its way onto the record: what the tree sheet and the call-out line both show. */
export interface TreeDraft {
  readonly tag: string;
  readonly speciesCode: string;
  /** Of the first stem. */
  readonly diameter: MeasureDraft;
  readonly point: MeasureDraft;
  readonly height: MeasureDraft;
  /** The other stems of the tree, by rising ordinal. */
  readonly moreStems: readonly StemDraft[];
  readonly taping?: TapingNotes | undefined;
}

export const MEASURES = ['diameter', 'point', 'height'] as const satisfies readonly Measure[];
/** What every stem has of its own. */
export const STEM_MEASURES = ['diameter', 'point'] as const satisfies readonly Measure[];
export type StemMeasure = (typeof STEM_MEASURES)[number];

/** Most stems of one tree that can be kept. */
export const STEMS_PER_TREE = 30;

/** One part of a tree that is measured: a measure of one of its stems; the height belongs to the first. */
export interface Part {
  readonly measure: Measure;
  readonly stem: number;
}

export const isStemMeasure = (measure: Measure): measure is StemMeasure =>
  STEM_MEASURES.some((each) => each === measure);

/** All stems of a tree, the first included. */
export const stemsOf = (draft: TreeDraft): readonly StemDraft[] => [
  { ordinal: 1, diameter: draft.diameter, point: draft.point },
  ...draft.moreStems,
];

/** Every part of a tree in the order in which it is measured: stem by stem, then the height. */
export const partsOf = (draft: TreeDraft): readonly Part[] => [
  ...stemsOf(draft).flatMap(({ ordinal }) => STEM_MEASURES.map((measure) => ({ measure, stem: ordinal }))),
  { measure: 'height', stem: 1 },
];

/** What stands on the sheet for a part; nothing for a stem that is not there. */
export function measureDraftOf(draft: TreeDraft, { measure, stem }: Part): MeasureDraft {
  if (stem === 1 || !isStemMeasure(measure)) return draft[measure];
  return draft.moreStems.find(({ ordinal }) => ordinal === stem)?.[measure] ?? emptyMeasure(measure);
}

/** The sheet with another content of a part. A stem that is not there is not made. */
export function withMeasureDraft(draft: TreeDraft, { measure, stem }: Part, content: MeasureDraft): TreeDraft {
  if (stem === 1 || !isStemMeasure(measure)) return { ...draft, [measure]: content };
  return {
    ...draft,
    moreStems: draft.moreStems.map((each) => (each.ordinal === stem ? { ...each, [measure]: content } : each)),
  };
}

/** A stem with nothing read yet, taken with the method in hand. */
export const emptyStem = (ordinal: number, methodId?: string): StemDraft => ({
  ordinal,
  diameter: methodId === undefined ? emptyMeasure('diameter') : { methodId, entries: {} },
  point: emptyMeasure('point'),
});

/** The sheet with one more stem, numbered behind the others and taken by the same method. */
export function withStem(draft: TreeDraft): TreeDraft {
  const stems = stemsOf(draft);
  if (stems.length >= STEMS_PER_TREE) return draft;
  const last = stems.at(-1);
  return {
    ...draft,
    moreStems: [...draft.moreStems, emptyStem((last?.ordinal ?? 1) + 1, last?.diameter.methodId)],
  };
}

/** The sheet without one of its other stems. The first stays: it carries the tree. */
export const withoutStem = (draft: TreeDraft, stem: number): TreeDraft => ({
  ...draft,
  moreStems: draft.moreStems.filter(({ ordinal }) => ordinal !== stem),
});

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
  /** Number of the stem it was taken on; the first where left out. */
  readonly stem?: number;
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
  point: emptyMeasure('point'),
  height: emptyMeasure('height'),
  moreStems: [],
});

/** The method of a part of the sheet; the first one where the identifier is not known here. */
export function methodOf(draft: TreeDraft, part: Part) {
  const method = findMethod(measureDraftOf(draft, part).methodId);
  return method?.description.measure === part.measure ? method : defaultMethod(part.measure);
}

/** The sheet of a tree whose readings are on the record. */
export function draftOf(tree: {
  readonly tag: string;
  readonly speciesCode: string;
  readonly readings: readonly TakenReading[];
  readonly taping?: TapingNotes | null | undefined;
}): TreeDraft {
  const measureDraft = ({ measure, stem }: Part): MeasureDraft => {
    const readings = tree.readings.filter((reading) => reading.measure === measure && (reading.stem ?? 1) === stem);
    const method = findMethod(readings[0]?.methodId ?? '') ?? defaultMethod(measure);
    const entries = readings.map(({ key, value, unit, standardError }) => {
      const signed = method.description.readings.some((spec) => spec.key === key && spec.signed);
      const text = printAsRead(value, signed);
      return [key, { text, unit, ...(standardError === undefined ? {} : { standardError }) }] as const;
    });
    return { methodId: method.description.id, entries: Object.fromEntries(entries) };
  };
  const ordinals = [...new Set(tree.readings.map(({ stem }) => stem ?? 1))].filter((stem) => stem > 1);
  return {
    tag: tree.tag,
    speciesCode: tree.speciesCode,
    ...(tree.taping === undefined || tree.taping === null ? {} : { taping: tree.taping }),
    diameter: measureDraft({ measure: 'diameter', stem: 1 }),
    point: measureDraft({ measure: 'point', stem: 1 }),
    height: measureDraft({ measure: 'height', stem: 1 }),
    moreStems: ordinals
      .sort((a, b) => a - b)
      .map((ordinal) => ({
        ordinal,
        diameter: measureDraft({ measure: 'diameter', stem: ordinal }),
        point: measureDraft({ measure: 'point', stem: ordinal }),
      })),
  };
}
