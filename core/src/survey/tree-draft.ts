import type { TapedTree } from '../diameter/index.ts';
import type { Measure, MethodDescription, Reading } from '../method/index.ts';
import { printAsRead, type SlopeUnit, type UnitId, type UnitSystem } from '../quantity/index.ts';
import { defaultMethod, findMethod } from '../registry/index.ts';
import { HEIGHTS_PER_STAND, HEIGHTS_PER_TREE, type HeightNote, type HeightNotes, type KeptHeight } from './heights.ts';
import type { TreeNotes } from './tree-notes.ts';

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

/** A height beside the first, with its own readings and, where it has a stand of its own, its own distance. */
export interface HeightTake extends HeightNote {
  readonly height: MeasureDraft;
  readonly distance?: MeasureDraft | undefined;
}

/** A tree on its way onto the record: what the tree sheet and the call-out line both show. */
export interface TreeDraft {
  readonly tag: string;
  readonly speciesCode: string;
  /** Of the first stem. */
  readonly diameter: MeasureDraft;
  readonly point: MeasureDraft;
  readonly height: MeasureDraft;
  /** How the distance of the height was measured; left out where it was read as such. */
  readonly distance?: MeasureDraft | undefined;
  /** The other heights, by rising number. */
  readonly moreHeights: readonly HeightTake[];
  /** Which of several total heights counts; the first where left out. */
  readonly keptHeight?: KeptHeight | undefined;
  /** The top is broken off. */
  readonly broken?: boolean | undefined;
  /** The other stems of the tree, by rising ordinal. */
  readonly moreStems: readonly StemDraft[];
  readonly taping?: TapingNotes | undefined;
  /** What is noted beside the readings: state, fork, where it stands. */
  readonly notes?: TreeNotes | undefined;
}

export const MEASURES = ['diameter', 'point', 'distance', 'height'] as const satisfies readonly Measure[];
/** What every stem has of its own. */
export const STEM_MEASURES = ['diameter', 'point'] as const satisfies readonly Measure[];
export type StemMeasure = (typeof STEM_MEASURES)[number];

/** Most stems of one tree that can be kept. */
export const STEMS_PER_TREE = 30;

/**
 * One part of a tree that is measured: a measure of one of its stems. Heights and their distances belong to the first
 * stem, and have a number of their own from the second on.
 */
export interface Part {
  readonly measure: Measure;
  readonly stem: number;
  readonly take?: number;
}

/** Number of the height that a part belongs to. */
export const takeOf = ({ take = 1 }: Part): number => take;

export const isStemMeasure = (measure: Measure): measure is StemMeasure =>
  STEM_MEASURES.some((each) => each === measure);

/** All stems of a tree, the first included. */
export const stemsOf = (draft: TreeDraft): readonly StemDraft[] => [
  { ordinal: 1, diameter: draft.diameter, point: draft.point },
  ...draft.moreStems,
];

/** A part of the heights of a tree; the first has no number. */
const partOfTake = (measure: 'distance' | 'height', take: number): Part =>
  take === 1 ? { measure, stem: 1 } : { measure, stem: 1, take };

/** Every part of a tree in the order in which it is measured: stem by stem, then height by height. */
export const partsOf = (draft: TreeDraft): readonly Part[] => [
  ...stemsOf(draft).flatMap(({ ordinal }) => STEM_MEASURES.map((measure) => ({ measure, stem: ordinal }))),
  ...[{ take: 1, distance: draft.distance }, ...draft.moreHeights].flatMap(({ take, distance }) => [
    ...(distance === undefined ? [] : [partOfTake('distance', take)]),
    partOfTake('height', take),
  ]),
];

/** What stands on the sheet for a part; nothing for a stem or a height that is not there. */
export function measureDraftOf(draft: TreeDraft, part: Part): MeasureDraft {
  const { measure, stem } = part;
  const take = takeOf(part);
  const found = isStemMeasure(measure)
    ? stemsOf(draft).find(({ ordinal }) => ordinal === stem)?.[measure]
    : take === 1
      ? draft[measure]
      : draft.moreHeights.find((each) => each.take === take)?.[measure];
  return found ?? emptyMeasure(measure);
}

/** The sheet with another content of a part. A stem or a height that is not there is not made. */
export function withMeasureDraft(draft: TreeDraft, part: Part, content: MeasureDraft): TreeDraft {
  const { measure, stem } = part;
  const take = takeOf(part);
  if (isStemMeasure(measure) ? stem === 1 : take === 1) return { ...draft, [measure]: content };
  return isStemMeasure(measure)
    ? {
        ...draft,
        moreStems: draft.moreStems.map((each) => (each.ordinal === stem ? { ...each, [measure]: content } : each)),
      }
    : {
        ...draft,
        moreHeights: draft.moreHeights.map((each) => (each.take === take ? { ...each, [measure]: content } : each)),
      };
}

/** The sheet with the distance of a height measured by its own method, or read as such where that is null. */
export function withDistance(draft: TreeDraft, take: number, methodId: string | null): TreeDraft {
  const distance = methodId === null ? undefined : { methodId, entries: {} };
  return take === 1
    ? { ...draft, distance }
    : { ...draft, moreHeights: draft.moreHeights.map((each) => (each.take === take ? { ...each, distance } : each)) };
}

/** The sheet with one more height, or as it was where a tree or a stand takes no more. */
export function withHeight(draft: TreeDraft, note: Omit<HeightNote, 'take'>, methodId?: string): TreeDraft {
  const { moreHeights } = draft;
  const onStand = moreHeights.filter(({ oneStand }) => oneStand).length + 1;
  if (moreHeights.length + 1 >= HEIGHTS_PER_TREE || (note.oneStand && onStand >= HEIGHTS_PER_STAND)) return draft;
  const height = { methodId: methodId ?? draft.height.methodId, entries: {} };
  return { ...draft, moreHeights: [...moreHeights, { ...note, take: (moreHeights.at(-1)?.take ?? 1) + 1, height }] };
}

/** The sheet without one of its other heights; the one that counts is then the first again. */
export function withoutHeight(draft: TreeDraft, take: number): TreeDraft {
  const { keptHeight, ...rest } = draft;
  return {
    ...rest,
    ...(keptHeight === undefined || keptHeight === take ? {} : { keptHeight }),
    moreHeights: draft.moreHeights.filter((each) => each.take !== take),
  };
}

/** The notes on the heights of a sheet, or undefined where there is nothing to note. */
export function heightNotesOf({ moreHeights, keptHeight, broken }: TreeDraft): HeightNotes | undefined {
  const takes = moreHeights.map(({ take, of, oneStand, limit, topDiameterCm }): HeightNote => ({
    take,
    of,
    oneStand,
    ...(limit === undefined ? {} : { limit }),
    ...(topDiameterCm === undefined ? {} : { topDiameterCm }),
  }));
  const notes: HeightNotes = {
    ...(takes.length === 0 ? {} : { takes }),
    ...(keptHeight === undefined || keptHeight === 1 ? {} : { kept: keptHeight }),
    ...(broken === true ? { broken } : {}),
  };
  return Object.keys(notes).length === 0 ? undefined : notes;
}

/** What a call-out line does not speak of: it stays as it was when the tree is called out anew. */
export const besideTheLine = ({
  taping,
  moreHeights,
  keptHeight,
  broken,
}: TreeDraft): Pick<TreeDraft, 'taping' | 'moreHeights' | 'keptHeight' | 'broken'> => ({
  taping,
  moreHeights,
  keptHeight,
  broken,
});

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
  /** Number of the height it belongs to; the first where left out. */
  readonly take?: number;
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
  moreHeights: [],
  moreStems: [],
});

/** A measure without its readings: the method stays, and the scale that its sights are read on. */
function withoutReadings({ methodId, entries }: MeasureDraft): MeasureDraft {
  const scales = (findMethod(methodId)?.description.readings ?? []).flatMap(({ key, quantity }) => {
    const unit = quantity === 'slope' ? entries[key]?.unit : undefined;
    return unit === undefined ? [] : [[key, { text: '', unit }] as const];
  });
  return { methodId, entries: Object.fromEntries(scales) };
}

/**
 * A blank sheet for the next tree: the crew still holds the same instruments.
 *
 * @param before the sheet before, whose methods and scales stay
 */
export const nextDraft = ({ diameter, point, height, distance }: TreeDraft, tag: string): TreeDraft => ({
  ...emptyDraft(),
  tag,
  diameter: withoutReadings(diameter),
  point: withoutReadings(point),
  height: withoutReadings(height),
  ...(distance === undefined ? {} : { distance: withoutReadings(distance) }),
});

/** Whether a part is a height that is read from where the first was. */
export const isOneStand = ({ moreHeights }: TreeDraft, part: Part): boolean =>
  part.measure === 'height' && moreHeights.some(({ take, oneStand }) => oneStand && take === takeOf(part));

/**
 * The method of a part of the sheet, which from one stand is that of the first height; the first one that there is
 * where the identifier is not known here.
 */
export function methodOf(draft: TreeDraft, part: Part) {
  const source = isOneStand(draft, part) ? { measure: part.measure, stem: part.stem } : part;
  const method = findMethod(measureDraftOf(draft, source).methodId);
  return method?.description.measure === part.measure ? method : defaultMethod(part.measure);
}

/** The sheet of a tree whose readings are on the record. */
export function draftOf(tree: {
  readonly tag: string;
  readonly speciesCode: string;
  readonly readings: readonly TakenReading[];
  readonly taping?: TapingNotes | null | undefined;
  readonly heights?: HeightNotes | null | undefined;
  readonly notes?: TreeNotes | null | undefined;
}): TreeDraft {
  const readingsOf = ({ measure, stem, take = 1 }: Part): readonly TakenReading[] =>
    tree.readings.filter(
      (reading) => reading.measure === measure && (reading.stem ?? 1) === stem && (reading.take ?? 1) === take,
    );
  const measureDraft = (part: Part): MeasureDraft => {
    const { measure } = part;
    const readings = readingsOf(part);
    const method = findMethod(readings[0]?.methodId ?? '') ?? defaultMethod(measure);
    const entries = readings.map(({ key, value, unit, standardError }) => {
      const spec = method.description.readings.find((each) => each.key === key);
      const text =
        spec?.countsDown === true && value < 0 ? printAsRead(-value) : printAsRead(value, spec?.signed ?? false);
      return [key, { text, unit, ...(standardError === undefined ? {} : { standardError }) }] as const;
    });
    return { methodId: method.description.id, entries: Object.fromEntries(entries) };
  };
  const distanceOf = (take: number): { readonly distance?: MeasureDraft } => {
    const part = partOfTake('distance', take);
    return readingsOf(part).length === 0 ? {} : { distance: measureDraft(part) };
  };
  const { takes = [], kept, broken } = tree.heights ?? {};
  const ordinals = [...new Set(tree.readings.map(({ stem }) => stem ?? 1))].filter((stem) => stem > 1);
  return {
    tag: tree.tag,
    speciesCode: tree.speciesCode,
    ...(tree.taping === undefined || tree.taping === null ? {} : { taping: tree.taping }),
    ...(tree.notes === undefined || tree.notes === null ? {} : { notes: tree.notes }),
    diameter: measureDraft({ measure: 'diameter', stem: 1 }),
    point: measureDraft({ measure: 'point', stem: 1 }),
    height: measureDraft({ measure: 'height', stem: 1 }),
    ...distanceOf(1),
    ...(kept === undefined ? {} : { keptHeight: kept }),
    ...(broken === undefined ? {} : { broken }),
    moreHeights: [...takes]
      .sort((a, b) => a.take - b.take)
      .map((note) => ({
        ...note,
        height: measureDraft(partOfTake('height', note.take)),
        ...distanceOf(note.take),
      })),
    moreStems: ordinals
      .sort((a, b) => a - b)
      .map((ordinal) => ({
        ordinal,
        diameter: measureDraft({ measure: 'diameter', stem: ordinal }),
        point: measureDraft({ measure: 'point', stem: ordinal }),
      })),
  };
}

/** What is asked of a part: all readings of its method, but for those that another part gives. */
export function specsOf(draft: TreeDraft, part: Part): MethodDescription['readings'] {
  const { measure } = part;
  if (measure !== 'height') return methodOf(draft, part).description.readings;
  if (isOneStand(draft, part)) return methodOf(draft, part).description.readings.filter(({ place }) => place === 'tip');
  const take = draft.moreHeights.find((each) => each.take === takeOf(part));
  const distance = take === undefined ? draft.distance : take.distance;
  return methodOf(draft, part).description.readings.filter(
    ({ isLevelDistance = false }) => distance === undefined || !isLevelDistance,
  );
}
