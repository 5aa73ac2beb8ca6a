import type { PersonView } from '../../contracts/people.ts';
import {
  type CallToken,
  defaultUnitOf,
  emptyForm,
  evaluateForm,
  fieldsOutsideCallout,
  formKeysOf,
  type FormProtocol,
  isSameStation,
  type MeasurementForm,
  measurementFormOf,
  methodOf,
  nextForm,
  parseCallout,
  printCallout,
  readingSpecsOf,
  type ReadingText,
  stemsOf,
  type TreeForm,
  withDistance,
  withHeight,
  withKitErrors,
  withMeasurementForm,
  withoutHeight,
  withoutStem,
  withStem,
} from '@arbolito/core/callout';
import { atom, computed, type ReadableAtom, type WritableAtom } from 'nanostores';
import {
  type PlotShape,
  type SlopeRadius,
  type Species,
  type TapedTree,
  USUAL_BREAST_HEIGHT_M,
} from '@arbolito/core/protocol';
import {
  type CountedHeight,
  filledNotes,
  findingsOfTree,
  heightEvidence,
  heightNoOf,
  type HeightNote,
  isStemMeasure,
  type LastVisit,
  type MeasurementKey,
  type PlacedFinding,
  type TapingNotes,
  type TreeNotes,
  type TreeResult,
} from '@arbolito/core/tree';
import { type Estimate, estimateOf, type SuggestedFix } from '@arbolito/core/uncertainty';
import type { Measure, Method, ReadingSpec } from '@arbolito/core/measurement';
import { convert, printRounded, readQuantity, type UnitId, type UnitSystem } from '@arbolito/core/units';
import type { CurveSums } from '@arbolito/core/height-curve';
import { calibratedAirC, type KitAtHand, paceOf, statedError } from '@arbolito/core/instruments';
import { defaultMethod, findMethod } from '@arbolito/core/methods';

/** What the sheet knows before the first reading. */
export interface SheetSettings extends FormProtocol {
  /** Null for a tree measured outside any survey. */
  readonly surveyId: string | null;
  readonly eyeHeightM: number;
  readonly breastHeightM: number;
  readonly species: readonly Species[];
  /** What the visit before left on the plot, by tag. */
  readonly lastVisits: Readonly<Record<string, LastVisit>>;
  /** Slope of the plot; null where nobody knows it. */
  readonly slopePct: number | null;
  /** How the survey lays out circles on a slope. */
  readonly slopeRadius: SlopeRadius;
  /** Which trees the plot takes; null outside any plot. */
  readonly shape: PlotShape | null;
  /** What the crew measures with. */
  readonly kit: readonly KitAtHand[];
  /** Who measures, with eye height and pace of their own; nobody where left out. */
  readonly person?: PersonView | undefined;
  /** The survey's height curve of each species, by the other trees. */
  readonly curves: Readonly<Record<string, CurveSums>>;
}

/** Readings of the base: their sign depends on where one stands. */
const BASE_KEYS: ReadonlySet<string> = new Set(['base', 'baseLine', 'markAngle', 'down', 'via']);

/** Whether a reading sights the base for the first height. */
export const isBaseReading = (slot: Slot): boolean =>
  slot.measure === 'height' && heightNoOf(slot) === 1 && BASE_KEYS.has(slot.spec.key);

/** Whether the first height sights the base. */
export const asksBase = ({ slots }: SheetView): boolean => slots.some(isBaseReading);

/** A reading that the sheet asks for, in the order in which it is taken. */
export interface Slot extends MeasurementKey {
  readonly method: Method;
  readonly spec: ReadingSpec;
}

export interface SheetState {
  readonly draft: TreeForm;
  /** The call-out line as it stands, also while somebody types in it. */
  readonly line: string;
  readonly unitSystem: UnitSystem;
}

export interface SheetView extends SheetState {
  readonly slots: readonly Slot[];
  readonly reckoned: TreeResult;
  readonly findings: readonly PlacedFinding[];
  readonly height: Estimate | null;
  /** The tree's dbh; null also where its stems are kept apart. */
  readonly dbh: Estimate | null;
  readonly lastVisit: LastVisit | undefined;
  readonly settings: SheetSettings;
}

export interface SheetStore {
  readonly $state: WritableAtom<SheetState>;
  readonly $view: ReadableAtom<SheetView>;
  readonly type: (slot: Slot, text: string) => void;
  readonly setUnit: (slot: Slot, unit: UnitId) => void;
  readonly setError: (slot: Slot, standardError: number | undefined) => void;
  /** Of a measure on every stem: a crew carries one instrument. Of a height, its own and those from its stand. */
  readonly setMethod: (measure: Measure, methodId: string, heightNo?: number) => void;
  /** How the distance of a height is measured; null where it is read as such. */
  readonly setDistance: (heightNo: number, methodId: string | null) => void;
  /** Adds a height and answers its first slot, or null where a tree or a stand takes no more. */
  readonly addHeight: (note: Omit<HeightNote, 'heightNo'>) => Slot | null;
  readonly removeHeight: (heightNo: number) => void;
  readonly keepHeight: (kept: CountedHeight) => void;
  readonly setBroken: (broken: boolean) => void;
  /** What is noted beside the readings: where one stands, logs, upper diameters. */
  readonly setNotes: (change: Partial<TreeNotes>) => void;
  /** Adds a stem and answers its first slot, or null where a tree takes no more. */
  readonly addStem: () => Slot | null;
  readonly removeStem: (stem: number) => void;
  readonly note: (change: Partial<TapingNotes>) => void;
  /** Takes what the guide found: where the tape goes, on how many stems. */
  readonly takePoint: (found: TapedTree, pointM: number | null, stems: number) => void;
  readonly name: (change: { readonly tag?: string; readonly speciesCode?: string }) => void;
  /** Types in the call-out line; answers how its parts were understood. */
  readonly callOut: (line: string) => readonly CallToken[];
  readonly applyFix: (fix: SuggestedFix, at?: FixPlace) => void;
  readonly setUnitSystem: (system: UnitSystem) => void;
  readonly undo: () => void;
  readonly reset: (draft: TreeForm) => void;
  /** A blank sheet; methods and scales stay as they are. */
  readonly next: (tag: string) => void;
}

/** Readings are taken from the trunk outwards: ring, distance, then the sights. */
const PLACE_ORDER: Record<ReadingSpec['place'], number> = { ring: 0, ground: 1, tip: 2, base: 3, side: 4 };

const slotsOfPart = (draft: TreeForm, part: MeasurementKey): Slot[] => {
  const method = methodOf(draft, part);
  return readingSpecsOf(draft, part)
    .map((spec) => ({ ...part, method, spec }))
    .sort((a, b) => PLACE_ORDER[a.spec.place] - PLACE_ORDER[b.spec.place]);
};

const FIRST_HEIGHT = { measure: 'height', stem: 1 } as const satisfies MeasurementKey;

/** Whether the level distance of a method can come from a method of its own. */
export const asksLevelDistance = (method: Method): boolean =>
  method.description.readings.some(({ isLevelDistance = false }) => isLevelDistance);

/** A distance method has nothing to give to a height that asks for no level distance. */
const withoutIdleDistances = (draft: TreeForm): TreeForm =>
  [1, ...draft.moreHeights.map(({ heightNo }) => heightNo)].reduce(
    (sheet, heightNo) =>
      asksLevelDistance(methodOf(sheet, heightNo === 1 ? FIRST_HEIGHT : { ...FIRST_HEIGHT, heightNo }))
        ? sheet
        : withDistance(sheet, heightNo, null),
    draft,
  );

export const slotsOf = (draft: TreeForm): Slot[] => formKeysOf(draft).flatMap((part) => slotsOfPart(draft, part));

/** A reading that nobody is asked for: left out, the tape lay at breast height. */
export const isOptional = ({ measure }: Slot): boolean => measure === 'point';

/** Names a slot on the sheet; the first stem's and the first height's by measure and key alone. */
export const slotKey = (slot: Slot): string => {
  const heightNo = heightNoOf(slot);
  return `${slot.stem > 1 ? `stem${slot.stem}.` : ''}${slot.measure}${heightNo > 1 ? heightNo : ''}.${slot.spec.key}`;
};

export const entryOf = (draft: TreeForm, slot: Slot, settings: FormProtocol): ReadingText =>
  measurementFormOf(draft, slot).entries[slot.spec.key] ?? {
    text: '',
    unit: sharedSlope(draft, slot, slot.spec) ?? defaultUnitOf(slot.spec, settings),
  };

/** An instrument is read on one scale: a new sight takes the scale of the one before. */
function sharedSlope(draft: TreeForm, part: MeasurementKey, spec: ReadingSpec): UnitId | null {
  if (spec.quantity !== 'slope') return null;
  const own = measurementFormOf(draft, part).entries;
  const entries = isSameStation(draft, part) ? { ...draft.height.entries, ...own } : own;
  const sister = methodOf(draft, part).description.readings.find(
    (other) =>
      other.quantity === 'slope' &&
      (other.key !== spec.key || isSameStation(draft, part)) &&
      entries[other.key] !== undefined,
  );
  return sister === undefined ? null : (entries[sister.key]?.unit ?? null);
}

const UNDO_STEPS = 50;

interface FixPlace {
  readonly stem: number;
  readonly heightNo?: number | undefined;
}

/** A sheet with a suggested fix taken, for the stem or height that the finding is about. */
export function withFix(
  draft: TreeForm,
  { measure, methodId, changes }: SuggestedFix,
  { stem, heightNo = 1 }: FixPlace = { stem: 1 },
): TreeForm {
  const own: MeasurementKey = heightNo === 1 ? { measure, stem } : { measure, stem, heightNo };
  // A height from the first one's stand has the readings of that one but for its own sight.
  const keys = new Set(readingSpecsOf(draft, own).map(({ key }) => key));
  const isShared = (reading: string): boolean => isSameStation(draft, own) && !keys.has(reading);
  const corrected = [own, { measure, stem } satisfies MeasurementKey].reduce((sheet, part, i) => {
    const meant = changes.filter(({ reading }) => isShared(reading) === (i === 1));
    if (meant.length === 0) return sheet;
    const content = measurementFormOf(sheet, part);
    const target = methodId ?? content.methodId;
    const stays = target === content.methodId || isSameStation(draft, own);
    const entries: Record<string, ReadingText> = stays ? { ...content.entries } : {};
    for (const { reading, text, unit } of meant) {
      const error = entries[reading]?.unit === unit ? entries[reading].standardError : undefined;
      entries[reading] = { text, unit, ...(error === undefined ? {} : { standardError: error }) };
    }
    return withMeasurementForm(sheet, part, { methodId: target, entries });
  }, draft);
  // A corrected distance is the distance, however it was measured before.
  const levels = methodOf(corrected, own).description.readings.filter(({ isLevelDistance }) => isLevelDistance);
  const isNew = levels.some(({ key }) => changes.some(({ reading }) => reading === key));
  return withoutIdleDistances(
    isNew ? withDistance(corrected, isSameStation(corrected, own) ? 1 : heightNo, null) : corrected,
  );
}

/** Settings in another unit system. A single tree has no survey's breast height: it takes the usual one of its units. */
function inUnits(base: SheetSettings, unitSystem: UnitSystem): SheetSettings {
  if (unitSystem === base.unitSystem) return base;
  if (base.surveyId !== null) return { ...base, unitSystem };
  const breastHeightM = USUAL_BREAST_HEIGHT_M[unitSystem];
  return { ...base, unitSystem, breastHeightM, fieldRules: { ...base.fieldRules, breastHeightM } };
}

/** Readings that were cleared take the usual unit of the system again. */
const withoutEmptyEntries = (draft: TreeForm): TreeForm =>
  formKeysOf(draft).reduce((sheet, part) => {
    const { methodId, entries } = measurementFormOf(sheet, part);
    const filled = Object.entries(entries).filter(([, { text }]) => text.trim() !== '');
    return withMeasurementForm(sheet, part, { methodId, entries: Object.fromEntries(filled) });
  }, draft);

/** Readings of a method with its usual settings filled in; null where none is missing. */
function usualEntries(
  methodId: string,
  entries: Readonly<Record<string, ReadingText>>,
): Readonly<Record<string, ReadingText>> | null {
  const missing = (findMethod(methodId)?.description.readings ?? []).flatMap(({ key, usual }) =>
    usual === undefined || entries[key] !== undefined
      ? []
      : [[key, { text: String(usual.value), unit: usual.unit }] as const],
  );
  return missing.length === 0 ? null : { ...entries, ...Object.fromEntries(missing) };
}

/** Readings that are somebody's own figures, by method. */
const PERSONAL = { 'distance.paces': 'pace', 'height.forty-five-level': 'eye' } as const;

/** A sheet without the figures of whoever measured before: the next person has others. */
export const withoutPersonal = (draft: TreeForm): TreeForm =>
  formKeysOf(draft).reduce((sheet, part) => {
    const { methodId, entries } = measurementFormOf(sheet, part);
    const own = Object.entries(PERSONAL).find(([id]) => id === methodId)?.[1];
    if (own === undefined || entries[own] === undefined) return sheet;
    const { [own]: _before, ...others } = entries;
    return withMeasurementForm(sheet, part, { methodId, entries: others });
  }, draft);

/** The state of one tree sheet. */
export function sheetStore(
  base: SheetSettings,
  start: TreeForm = emptyForm(),
  startSystem: UnitSystem = base.unitSystem,
): SheetStore {
  const settingsFor = (unitSystem: UnitSystem): SheetSettings => inUnits(base, unitSystem);
  const settings = (): SheetSettings => settingsFor($state.get().unitSystem);
  const print = (draft: TreeForm) => printCallout(draft, settings());
  const $state = atom<SheetState>({
    draft: start,
    line: printCallout(start, settingsFor(startSystem)),
    unitSystem: startSystem,
  });
  const past: SheetState[] = [];

  const $view = computed($state, (state): SheetView => {
    const settings = settingsFor(state.unitSystem);
    const { draft } = state;
    const lastVisit = base.lastVisits[draft.tag];
    const species = base.species.find(({ code }) => code === draft.speciesCode);
    const sums = base.curves[draft.speciesCode];
    const reckoned = evaluateForm(
      draft,
      settings,
      { species, lastVisit, heightContext: heightEvidence(settings) },
      // The curves come without the tree of the sheet.
      sums === undefined ? undefined : { sums, holdsTree: false },
    );
    return {
      ...state,
      settings,
      slots: slotsOf(draft),
      reckoned,
      lastVisit,
      dbh: reckoned.dbh,
      height: reckoned.height === null ? null : estimateOf(reckoned.height),
      findings: findingsOfTree(reckoned),
    };
  });

  const change = (draft: TreeForm, line = print(draft)): void => {
    past.push($state.get());
    if (past.length > UNDO_STEPS) past.shift();
    $state.set({ ...$state.get(), draft, line });
  };
  const withEntry = (slot: Slot, entry: ReadingText): TreeForm => {
    const { draft } = $state.get();
    const { entries } = measurementFormOf(draft, slot);
    const methodId = slot.method.description.id;
    return withMeasurementForm(draft, slot, { methodId, entries: { ...entries, [slot.spec.key]: entry } });
  };
  const current = (slot: Slot): ReadingText => entryOf($state.get().draft, slot, settings());
  /** A reading that is begun takes the ± of the crew's own instrument, where the kit states one. */
  const withKitError = ({ spec }: Slot, entry: ReadingText): ReadingText => {
    const error = entry.standardError ?? statedError(base.kit, spec.instrument, entry.unit);
    return error === undefined ? entry : { ...entry, standardError: error };
  };
  /** What the kit's log knows already: the length of the pace, the air at the last calibration. */
  const withKnown = (draft: TreeForm): TreeForm =>
    formKeysOf(draft).reduce((sheet, part) => {
      const { methodId, entries } = measurementFormOf(sheet, part);
      const usual = usualEntries(methodId, entries);
      if (usual !== null) return withKnown(withMeasurementForm(sheet, part, { methodId, entries: usual }));
      const fill = (key: string, entry: ReadingText): TreeForm =>
        entries[key] === undefined
          ? withMeasurementForm(sheet, part, { methodId, entries: { ...entries, [key]: entry } })
          : sheet;
      if (methodId === 'distance.paces') {
        const pace = base.person?.pace ?? paceOf(base.kit);
        if (pace === null) return sheet;
        const standardError = Number(pace.standardErrorM.toFixed(3));
        return fill(PERSONAL[methodId], { text: printRounded(pace.lengthM, 3), unit: 'm', standardError });
      }
      const method = findMethod(methodId);
      const eyeM = base.person?.eyeHeightM ?? null;
      if (eyeM !== null && methodId === 'height.forty-five-level')
        return fill(PERSONAL[methodId], { text: printRounded(eyeM, 2), unit: 'm' });
      const airC = calibratedAirC(base.kit);
      const asksAir = method?.description.readings.some(({ key }) => key === 'calibrated') ?? false;
      return asksAir && airC !== null ? fill('calibrated', { text: String(airC), unit: 'degC' }) : sheet;
    }, draft);

  if (base.person !== undefined) {
    const draft = withKnown(start);
    if (draft !== start) $state.set({ ...$state.get(), draft, line: print(draft) });
  }

  return {
    $state,
    $view,
    type: (slot, text) => {
      const entry = current(slot);
      const read = readQuantity(text, { unit: entry.unit, units: slot.spec.units });
      // A unit written behind the number is the one meant; a ± stated in another one does not go with it.
      const next: ReadingText = read.ok && read.unit !== entry.unit ? { text, unit: read.unit } : { ...entry, text };
      change(withEntry(slot, entry.text === '' ? withKitError(slot, next) : next));
    },
    setUnit: (slot, unit) => {
      const draft = withEntry(slot, { text: current(slot).text, unit });
      if (slot.spec.quantity !== 'slope') {
        change(draft);
        return;
      }
      const sisters = slot.method.description.readings.filter(
        (spec) => spec.quantity === 'slope' && spec.units.includes(unit),
      );
      const content = measurementFormOf(draft, slot);
      const entries = Object.fromEntries(
        sisters.map((spec) => [spec.key, { text: content.entries[spec.key]?.text ?? '', unit }]),
      );
      change(withMeasurementForm(draft, slot, { ...content, entries: { ...content.entries, ...entries } }));
    },
    setError: (slot, standardError) => {
      const { standardError: before, ...entry } = current(slot);
      change(withEntry(slot, standardError === undefined ? entry : { ...entry, standardError }));
    },
    setMethod: (measure, methodId, heightNo = 1) => {
      const { draft } = $state.get();
      const isMeant = (part: MeasurementKey): boolean =>
        part.measure === measure &&
        (isStemMeasure(measure) || heightNoOf(part) === heightNo || (heightNo === 1 && isSameStation(draft, part)));
      const other = formKeysOf(draft)
        .filter(isMeant)
        .filter((part) => measurementFormOf(draft, part).methodId !== methodId);
      if (other.length === 0) return;
      const sheet = other.reduce((made, part) => withMeasurementForm(made, part, { methodId, entries: {} }), draft);
      change(withKnown(withoutIdleDistances(sheet)));
    },
    setDistance: (heightNo, methodId) => {
      const { draft } = $state.get();
      const part: MeasurementKey =
        heightNo === 1 ? { ...FIRST_HEIGHT, measure: 'distance' } : { measure: 'distance', stem: 1, heightNo };
      const isThere = formKeysOf(draft).some((each) => each.measure === 'distance' && heightNoOf(each) === heightNo);
      if ((isThere ? measurementFormOf(draft, part).methodId : null) === methodId) return;
      change(withKnown(withDistance(draft, heightNo, methodId)));
    },
    addHeight: (note) => {
      const { draft } = $state.get();
      const more = withHeight(draft, note);
      const added = more.moreHeights.at(-1);
      if (more === draft || added === undefined) return null;
      change(withKnown(more));
      return slotsOfPart(more, { ...FIRST_HEIGHT, heightNo: added.heightNo })[0] ?? null;
    },
    removeHeight: (heightNo) => {
      change(withoutHeight($state.get().draft, heightNo));
    },
    keepHeight: (keptHeight) => {
      change({ ...$state.get().draft, keptHeight });
    },
    setBroken: (broken) => {
      change({ ...$state.get().draft, broken });
    },
    setNotes: (notes) => {
      const { draft } = $state.get();
      change({ ...draft, notes: filledNotes({ ...draft.notes, ...notes }) });
    },
    addStem: () => {
      const { draft } = $state.get();
      const more = withStem(draft);
      const added = more.moreStems.at(-1);
      if (more === draft || added === undefined) return null;
      change(more);
      return slotsOfPart(more, { measure: 'diameter', stem: added.ordinal })[0] ?? null;
    },
    removeStem: (stem) => {
      change(withoutStem($state.get().draft, stem));
    },
    note: (notes) => {
      const { draft } = $state.get();
      change({ ...draft, taping: { ...draft.taping, ...notes } });
    },
    takePoint: (found, pointM, stems) => {
      let sheet = $state.get().draft;
      while (stemsOf(sheet).length < stems) sheet = withStem(sheet);
      const unit = $state.get().unitSystem === 'metric' ? 'm' : 'ft';
      const text = pointM === null ? '' : printRounded(convert(pointM, 'm', unit), 2);
      const content = {
        methodId: defaultMethod('point').description.id,
        entries: text === '' ? {} : { point: { text, unit } as const },
      };
      for (const part of formKeysOf(sheet).filter(({ measure }) => measure === 'point'))
        sheet = withMeasurementForm(sheet, part, content);
      change({ ...sheet, taping: { ...sheet.taping, found } });
    },
    name: (names) => {
      change({ ...$state.get().draft, ...names });
    },
    callOut: (line) => {
      const before = $state.get().draft;
      const { draft, tokens } = parseCallout(line, {
        ...settings(),
        inHand: (part) => measurementFormOf(before, part).methodId,
      });
      // The method in hand stays where nothing was called out, and a stated ± stays with its reading.
      const kept = (part: MeasurementKey): MeasurementForm => {
        const next = measurementFormOf(draft, part);
        const last = measurementFormOf(before, part);
        if (Object.keys(next.entries).length === 0) return { methodId: last.methodId, entries: {} };
        const entries = Object.fromEntries(
          Object.entries(next.entries).map(([key, entry]) => {
            const error = last.methodId === next.methodId ? last.entries[key]?.standardError : undefined;
            return [key, { ...entry, ...(error === undefined ? {} : { standardError: error }) }];
          }),
        );
        return { methodId: next.methodId, entries };
      };
      const sheet = formKeysOf(draft).reduce((made, part) => withMeasurementForm(made, part, kept(part)), draft);
      // How the distance is measured stays in hand as long as the line says nothing else.
      const level = methodOf(sheet, FIRST_HEIGHT).description.readings.find(({ isLevelDistance }) => isLevelDistance);
      const isSilent =
        sheet.distance === undefined && level !== undefined && sheet.height.entries[level.key] === undefined;
      const inHand = isSilent ? before.distance?.methodId : undefined;
      const measured = inHand === undefined ? sheet : withDistance(sheet, 1, inHand);
      // A line without a tag keeps the tree's own.
      const tag = measured.tag === '' ? before.tag : measured.tag;
      change(withKitErrors(withKnown({ ...measured, tag, ...fieldsOutsideCallout(before) }), base.kit), line);
      return tokens;
    },
    applyFix: (fix, at) => {
      change(withFix($state.get().draft, fix, at));
    },
    setUnitSystem: (unitSystem) => {
      const draft = withoutEmptyEntries($state.get().draft);
      $state.set({ draft, line: printCallout(draft, settingsFor(unitSystem)), unitSystem });
    },
    undo: () => {
      const last = past.pop();
      if (last !== undefined) $state.set(last);
    },
    reset: (draft) => {
      change(draft);
    },
    next: (tag) => {
      change(withKnown(nextForm($state.get().draft, tag)));
    },
  };
}
