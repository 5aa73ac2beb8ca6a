import {
  askedReadings,
  type CountedHeight,
  heightKey,
  heightNoOf,
  type HeightNote,
  isStemMeasure,
  MAX_HEIGHTS_PER_STATION,
  MAX_HEIGHTS_PER_TREE,
  MAX_STEMS_PER_TREE,
  type MeasurementKey,
  STEM_MEASURES,
  type TapingNotes,
  type TreeNotes,
} from '../tree/index.ts';
import type { Measure, MethodDescription } from '../measurement/index.ts';
import type { SlopeUnit, UnitId, UnitSystem } from '../units/index.ts';
import { defaultMethod, findMethod } from '../methods/index.ts';

/** A reading as it stands on the sheet: what was typed and the unit that is meant. */
export interface ReadingText {
  readonly text: string;
  readonly unit: UnitId;
  /** Stated standard error in `unit`; the instrument's typical one where left out. */
  readonly standardError?: number;
}

export interface MeasurementForm {
  readonly methodId: string;
  readonly entries: Readonly<Record<string, ReadingText>>;
}

/** One stem: its diameter and the height at which that was taken. */
export interface StemForm {
  /** Number of the stem on its tree, from 1; it stays the stem's own when others are taken off the sheet. */
  readonly ordinal: number;
  readonly diameter: MeasurementForm;
  readonly point: MeasurementForm;
}

/** A height beside the first, with its own readings and, where it has a stand of its own, its own distance. */
export interface HeightForm extends HeightNote {
  readonly height: MeasurementForm;
  readonly distance?: MeasurementForm | undefined;
}

/** A tree on its way onto the record: what the tree sheet and the call-out line both show. */
export interface TreeForm {
  readonly tag: string;
  readonly speciesCode: string;
  /** Of the first stem. */
  readonly diameter: MeasurementForm;
  readonly point: MeasurementForm;
  readonly height: MeasurementForm;
  /** How the distance of the height was measured; left out where it was read as such. */
  readonly distance?: MeasurementForm | undefined;
  /** The other heights, by rising number. */
  readonly moreHeights: readonly HeightForm[];
  /** Which of several total heights counts; the first where left out. */
  readonly keptHeight?: CountedHeight | undefined;
  /** The top is broken off. */
  readonly broken?: boolean | undefined;
  /** The other stems of the tree, by rising ordinal. */
  readonly moreStems: readonly StemForm[];
  readonly taping?: TapingNotes | undefined;
  /** What is noted beside the readings: state, fork, where it stands. */
  readonly notes?: TreeNotes | undefined;
}

/** All stems of a tree, the first included. */
export const stemsOf = (draft: TreeForm): readonly StemForm[] => [
  { ordinal: 1, diameter: draft.diameter, point: draft.point },
  ...draft.moreStems,
];

/** Every part of a tree in the order in which it is measured: stem by stem, then height by height. */
export const formKeysOf = (draft: TreeForm): readonly MeasurementKey[] => [
  ...stemsOf(draft).flatMap(({ ordinal }) => STEM_MEASURES.map((measure) => ({ measure, stem: ordinal }))),
  ...[{ heightNo: 1, distance: draft.distance }, ...draft.moreHeights].flatMap(({ heightNo, distance }) => [
    ...(distance === undefined ? [] : [heightKey('distance', heightNo)]),
    heightKey('height', heightNo),
  ]),
];

/** What stands on the sheet for a part; nothing for a stem or a height that is not there. */
export function measurementFormOf(draft: TreeForm, part: MeasurementKey): MeasurementForm {
  const { measure, stem } = part;
  const heightNo = heightNoOf(part);
  const found = isStemMeasure(measure)
    ? stemsOf(draft).find(({ ordinal }) => ordinal === stem)?.[measure]
    : heightNo === 1
      ? draft[measure]
      : draft.moreHeights.find((each) => each.heightNo === heightNo)?.[measure];
  return found ?? emptyMeasurementForm(measure);
}

/** The sheet with another content of a part. A stem or a height that is not there is not made. */
export function withMeasurementForm(draft: TreeForm, part: MeasurementKey, content: MeasurementForm): TreeForm {
  const { measure, stem } = part;
  const heightNo = heightNoOf(part);
  if (isStemMeasure(measure) ? stem === 1 : heightNo === 1) return { ...draft, [measure]: content };
  return isStemMeasure(measure)
    ? {
        ...draft,
        moreStems: draft.moreStems.map((each) => (each.ordinal === stem ? { ...each, [measure]: content } : each)),
      }
    : {
        ...draft,
        moreHeights: draft.moreHeights.map((each) =>
          each.heightNo === heightNo ? { ...each, [measure]: content } : each,
        ),
      };
}

/** The sheet with the distance of a height measured by its own method, or read as such where that is null. */
export function withDistance(draft: TreeForm, heightNo: number, methodId: string | null): TreeForm {
  const distance = methodId === null ? undefined : { methodId, entries: {} };
  return heightNo === 1
    ? { ...draft, distance }
    : {
        ...draft,
        moreHeights: draft.moreHeights.map((each) => (each.heightNo === heightNo ? { ...each, distance } : each)),
      };
}

/** The sheet with one more height, or as it was where a tree or a stand takes no more. */
export function withHeight(draft: TreeForm, note: Omit<HeightNote, 'heightNo'>, methodId?: string): TreeForm {
  const { moreHeights } = draft;
  const onStand = moreHeights.filter(({ sameStation }) => sameStation).length + 1;
  if (moreHeights.length + 1 >= MAX_HEIGHTS_PER_TREE || (note.sameStation && onStand >= MAX_HEIGHTS_PER_STATION))
    return draft;
  const height = { methodId: methodId ?? draft.height.methodId, entries: {} };
  return {
    ...draft,
    moreHeights: [...moreHeights, { ...note, heightNo: (moreHeights.at(-1)?.heightNo ?? 1) + 1, height }],
  };
}

/** The sheet without one of its other heights; the one that counts is then the first again. */
export function withoutHeight(draft: TreeForm, heightNo: number): TreeForm {
  const { keptHeight, ...rest } = draft;
  return {
    ...rest,
    ...(keptHeight === undefined || keptHeight === heightNo ? {} : { keptHeight }),
    moreHeights: draft.moreHeights.filter((each) => each.heightNo !== heightNo),
  };
}

/** What a call-out line does not speak of: it stays as it was when the tree is called out anew. */
export const fieldsOutsideCallout = ({
  taping,
  moreHeights,
  keptHeight,
  broken,
}: TreeForm): Pick<TreeForm, 'taping' | 'moreHeights' | 'keptHeight' | 'broken'> => ({
  taping,
  moreHeights,
  keptHeight,
  broken,
});

/** A stem with nothing read yet, taken with the method in hand. */
export const emptyStem = (ordinal: number, methodId?: string): StemForm => ({
  ordinal,
  diameter: methodId === undefined ? emptyMeasurementForm('diameter') : { methodId, entries: {} },
  point: emptyMeasurementForm('point'),
});

/** The sheet with one more stem, numbered behind the others and taken by the same method. */
export function withStem(draft: TreeForm): TreeForm {
  const stems = stemsOf(draft);
  if (stems.length >= MAX_STEMS_PER_TREE) return draft;
  const last = stems.at(-1);
  return {
    ...draft,
    moreStems: [...draft.moreStems, emptyStem((last?.ordinal ?? 1) + 1, last?.diameter.methodId)],
  };
}

/** The sheet without one of its other stems. The first stays: it carries the tree. */
export const withoutStem = (draft: TreeForm, stem: number): TreeForm => ({
  ...draft,
  moreStems: draft.moreStems.filter(({ ordinal }) => ordinal !== stem),
});

/** What a survey settles in advance for every reading. */
export interface FormDefaults {
  readonly unitSystem: UnitSystem;
  /** The scale on which this crew reads slopes. */
  readonly slopeUnit: SlopeUnit;
}

/** The unit a reading is meant in where none is written. */
export function defaultUnitOf(spec: MethodDescription['readings'][number], defaults: FormDefaults): UnitId {
  if (spec.quantity === 'slope' && spec.units.includes(defaults.slopeUnit)) return defaults.slopeUnit;
  return spec.defaultUnit[defaults.unitSystem];
}

/** A measure with nothing read yet. */
export const emptyMeasurementForm = (measure: Measure): MeasurementForm => ({
  methodId: defaultMethod(measure).description.id,
  entries: {},
});

export const emptyForm = (): TreeForm => ({
  tag: '',
  speciesCode: '',
  diameter: emptyMeasurementForm('diameter'),
  point: emptyMeasurementForm('point'),
  height: emptyMeasurementForm('height'),
  moreHeights: [],
  moreStems: [],
});

/**
 * A measure without its readings: the method stays, the scale that its sights are read on, and what belongs to the
 * instrument.
 */
function withoutReadings({ methodId, entries }: MeasurementForm): MeasurementForm {
  const kept = (findMethod(methodId)?.description.readings ?? []).flatMap((spec) => {
    const entry = entries[spec.key];
    if (entry === undefined) return [];
    if (spec.isSetting === true) return [[spec.key, entry] as const];
    return spec.quantity === 'slope' ? [[spec.key, { text: '', unit: entry.unit }] as const] : [];
  });
  return { methodId, entries: Object.fromEntries(kept) };
}

/**
 * A blank sheet for the next tree: the crew still holds the same instruments.
 *
 * @param before the sheet before, whose methods and scales stay
 */
export const nextForm = ({ diameter, point, height, distance }: TreeForm, tag: string): TreeForm => ({
  ...emptyForm(),
  tag,
  diameter: withoutReadings(diameter),
  point: withoutReadings(point),
  height: withoutReadings(height),
  ...(distance === undefined ? {} : { distance: withoutReadings(distance) }),
});

/** Whether a part is a height that is read from where the first was. */
export const isSameStation = ({ moreHeights }: TreeForm, part: MeasurementKey): boolean =>
  part.measure === 'height' &&
  moreHeights.some(({ heightNo, sameStation }) => sameStation && heightNo === heightNoOf(part));

/**
 * The method of a part of the sheet, which from one stand is that of the first height; the first one that there is
 * where the identifier is not known here.
 */
export function methodOf(draft: TreeForm, part: MeasurementKey) {
  const source = isSameStation(draft, part) ? { measure: part.measure, stem: part.stem } : part;
  const method = findMethod(measurementFormOf(draft, source).methodId);
  return method?.description.measure === part.measure ? method : defaultMethod(part.measure);
}

/** What is asked of a measurement: the readings of its method, but for those that another one gives. */
export function readingSpecsOf(form: TreeForm, key: MeasurementKey): MethodDescription['readings'] {
  const method = methodOf(form, key);
  if (key.measure !== 'height') return method.description.readings;
  const other = form.moreHeights.find(({ heightNo }) => heightNo === heightNoOf(key));
  const distance = other === undefined ? form.distance : other.distance;
  return askedReadings(method, { sameStation: isSameStation(form, key), hasDistance: distance !== undefined });
}
