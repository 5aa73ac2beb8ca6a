import { atom, computed, type ReadableAtom, type WritableAtom } from 'nanostores';
import type { LastVisit, TapedTree } from '@arbolito/core/diameter';
import { estimateOf, type Estimate, type Mend } from '@arbolito/core/estimate';
import type { Measure, Method, ReadingSpec } from '@arbolito/core/method';
import { convert, printRounded, readQuantity, type UnitId, type UnitSystem } from '@arbolito/core/quantity';
import { defaultMethod } from '@arbolito/core/registry';
import {
  defaultUnitOf,
  emptyDraft,
  findingsOfTree,
  measureDraftOf,
  methodOf,
  parseCallout,
  partsOf,
  printCallout,
  reckonTree,
  stemsOf,
  withMeasureDraft,
  withoutStem,
  withStem,
  type CallToken,
  type Entry,
  type MeasureDraft,
  type Part,
  type PlacedFinding,
  type ReckonedTree,
  type Species,
  type TapingNotes,
  type TreeDraft,
  type TreeSettings,
} from '@arbolito/core/survey';

/** What the sheet knows before the first reading. */
export interface SheetSettings extends TreeSettings {
  readonly eyeHeightM: number;
  readonly breastHeightM: number;
  readonly species: readonly Species[];
  /** What the visit before left on the plot, by tag. */
  readonly lastVisits: Readonly<Record<string, LastVisit>>;
  /** Slope of the plot, for the guide. */
  readonly slopePct: number;
}

/** A reading that the sheet asks for, in the order in which it is taken. */
export interface Slot extends Part {
  readonly method: Method;
  readonly spec: ReadingSpec;
}

export interface SheetState {
  readonly draft: TreeDraft;
  /** The call-out line as it stands, also while somebody types in it. */
  readonly line: string;
  readonly unitSystem: UnitSystem;
}

export interface SheetView extends SheetState {
  readonly slots: readonly Slot[];
  readonly reckoned: ReckonedTree;
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
  /** Of a measure on every stem: a crew carries one instrument. */
  readonly setMethod: (measure: Measure, methodId: string) => void;
  /** Adds a stem and answers its first slot, or null where a tree takes no more. */
  readonly addStem: () => Slot | null;
  readonly removeStem: (stem: number) => void;
  readonly note: (change: Partial<TapingNotes>) => void;
  /** Takes what the guide found: where the tape goes, on how many stems. */
  readonly takePoint: (found: TapedTree, pointM: number | null, stems: number) => void;
  readonly name: (change: { readonly tag?: string; readonly speciesCode?: string }) => void;
  /** Types in the call-out line; answers how its parts were understood. */
  readonly callOut: (line: string) => readonly CallToken[];
  readonly mend: (mend: Mend, stem?: number) => void;
  readonly setUnitSystem: (system: UnitSystem) => void;
  readonly undo: () => void;
  readonly reset: (draft?: TreeDraft) => void;
}

/** Readings are taken from the trunk outwards: ring, distance, then the sights. */
const PLACE_ORDER: Record<ReadingSpec['place'], number> = { ring: 0, ground: 1, tip: 2, base: 3, side: 4 };

const slotsOfPart = (draft: TreeDraft, part: Part): Slot[] => {
  const method = methodOf(draft, part);
  return method.description.readings
    .map((spec) => ({ ...part, method, spec }))
    .sort((a, b) => PLACE_ORDER[a.spec.place] - PLACE_ORDER[b.spec.place]);
};

export const slotsOf = (draft: TreeDraft): Slot[] => partsOf(draft).flatMap((part) => slotsOfPart(draft, part));

/** A reading that nobody is asked for: left out, the tape lay at breast height. */
export const isOptional = ({ measure }: Slot): boolean => measure === 'point';

/** Names a slot on the sheet; the first stem's by measure and key alone. */
export const slotKey = ({ measure, stem, spec }: Slot): string =>
  `${stem > 1 ? `stem${stem}.` : ''}${measure}.${spec.key}`;

export const entryOf = (draft: TreeDraft, slot: Slot, settings: TreeSettings): Entry =>
  measureDraftOf(draft, slot).entries[slot.spec.key] ?? {
    text: '',
    unit: sharedSlope(draft, slot, slot.spec) ?? defaultUnitOf(slot.spec, settings),
  };

/** An instrument is read on one scale: a new sight takes the scale of the one before. */
function sharedSlope(draft: TreeDraft, part: Part, spec: ReadingSpec): UnitId | null {
  if (spec.quantity !== 'slope') return null;
  const { entries } = measureDraftOf(draft, part);
  const sister = methodOf(draft, part).description.readings.find(
    (other) => other.quantity === 'slope' && other.key !== spec.key && entries[other.key] !== undefined,
  );
  return sister === undefined ? null : (entries[sister.key]?.unit ?? null);
}

const UNDO_STEPS = 50;

/** The state of one tree sheet. */
export function sheetStore(base: SheetSettings, start: TreeDraft = emptyDraft()): SheetStore {
  const settingsFor = (unitSystem: UnitSystem): SheetSettings => ({ ...base, unitSystem });
  // The line speaks the survey's own units, whatever the figures are shown in.
  const print = (draft: TreeDraft) => printCallout(draft, base);
  const $state = atom<SheetState>({ draft: start, line: print(start), unitSystem: base.unitSystem });
  const past: SheetState[] = [];

  const $view = computed($state, (state): SheetView => {
    const settings = settingsFor(state.unitSystem);
    const { draft } = state;
    const lastVisit = base.lastVisits[draft.tag];
    const species = base.species.find(({ code }) => code === draft.speciesCode);
    const reckoned = reckonTree(draft, settings, { species, lastVisit });
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

  const change = (draft: TreeDraft, line = print(draft)): void => {
    past.push($state.get());
    if (past.length > UNDO_STEPS) past.shift();
    $state.set({ ...$state.get(), draft, line });
  };
  const withEntry = (slot: Slot, entry: Entry): TreeDraft => {
    const { draft } = $state.get();
    const { entries } = measureDraftOf(draft, slot);
    const methodId = slot.method.description.id;
    return withMeasureDraft(draft, slot, { methodId, entries: { ...entries, [slot.spec.key]: entry } });
  };
  const current = (slot: Slot): Entry => entryOf($state.get().draft, slot, base);

  return {
    $state,
    $view,
    type: (slot, text) => {
      const entry = current(slot);
      const read = readQuantity(text, { unit: entry.unit, units: slot.spec.units });
      // A unit written behind the number is the one meant; a ± stated in another one does not go with it.
      const next = read.ok && read.unit !== entry.unit ? { text, unit: read.unit } : { ...entry, text };
      change(withEntry(slot, next));
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
      const content = measureDraftOf(draft, slot);
      const entries = Object.fromEntries(
        sisters.map((spec) => [spec.key, { text: content.entries[spec.key]?.text ?? '', unit }]),
      );
      change(withMeasureDraft(draft, slot, { ...content, entries: { ...content.entries, ...entries } }));
    },
    setError: (slot, standardError) => {
      const { standardError: before, ...entry } = current(slot);
      change(withEntry(slot, standardError === undefined ? entry : { ...entry, standardError }));
    },
    setMethod: (measure, methodId) => {
      const { draft } = $state.get();
      const parts = partsOf(draft).filter((part) => part.measure === measure);
      const other = parts.filter((part) => measureDraftOf(draft, part).methodId !== methodId);
      if (other.length === 0) return;
      change(other.reduce((sheet, part) => withMeasureDraft(sheet, part, { methodId, entries: {} }), draft));
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
      const unit = base.unitSystem === 'metric' ? 'm' : 'ft';
      const text = pointM === null ? '' : printRounded(convert(pointM, 'm', unit), 2);
      const content = {
        methodId: defaultMethod('point').description.id,
        entries: text === '' ? {} : { point: { text, unit } as const },
      };
      for (const part of partsOf(sheet).filter(({ measure }) => measure === 'point'))
        sheet = withMeasureDraft(sheet, part, content);
      change({ ...sheet, taping: { ...sheet.taping, found } });
    },
    name: (names) => {
      change({ ...$state.get().draft, ...names });
    },
    callOut: (line) => {
      const before = $state.get().draft;
      const { draft, tokens } = parseCallout(line, {
        ...base,
        inHand: (part) => measureDraftOf(before, part).methodId,
      });
      // The method in hand stays where nothing was called out, and a stated ± stays with its reading.
      const kept = (part: Part): MeasureDraft => {
        const next = measureDraftOf(draft, part);
        const last = measureDraftOf(before, part);
        if (Object.keys(next.entries).length === 0) return { methodId: last.methodId, entries: {} };
        const entries = Object.fromEntries(
          Object.entries(next.entries).map(([key, entry]) => {
            const error = last.methodId === next.methodId ? last.entries[key]?.standardError : undefined;
            return [key, { ...entry, ...(error === undefined ? {} : { standardError: error }) }];
          }),
        );
        return { methodId: next.methodId, entries };
      };
      const sheet = partsOf(draft).reduce((made, part) => withMeasureDraft(made, part, kept(part)), draft);
      change({ ...sheet, taping: before.taping }, line);
      return tokens;
    },
    mend: ({ measure, methodId, changes }, stem = 1) => {
      const { draft } = $state.get();
      const part = { measure, stem };
      const content = measureDraftOf(draft, part);
      const target = methodId ?? content.methodId;
      const entries: Record<string, Entry> = target === content.methodId ? { ...content.entries } : {};
      for (const { reading, text, unit } of changes) {
        const error = entries[reading]?.unit === unit ? entries[reading].standardError : undefined;
        entries[reading] = { text, unit, ...(error === undefined ? {} : { standardError: error }) };
      }
      change(withMeasureDraft(draft, part, { methodId: target, entries }));
    },
    setUnitSystem: (unitSystem) => {
      $state.set({ ...$state.get(), unitSystem });
    },
    undo: () => {
      const last = past.pop();
      if (last !== undefined) $state.set(last);
    },
    reset: (draft = emptyDraft()) => {
      change(draft);
    },
  };
}
