import { atom, computed, type ReadableAtom, type WritableAtom } from 'nanostores';
import { estimateOf, findingsOf, type Estimate, type Finding, type Mend } from '@arbolito/core/estimate';
import type { Measure, Method, ReadingSpec } from '@arbolito/core/method';
import { readQuantity, type UnitId, type UnitSystem } from '@arbolito/core/quantity';
import {
  defaultUnitOf,
  emptyDraft,
  MEASURES,
  methodOf,
  parseCallout,
  printCallout,
  reckonTree,
  type CallToken,
  type Entry,
  type ReckonedTree,
  type Species,
  type TreeDraft,
  type TreeSettings,
} from '@arbolito/core/survey';

/** What the sheet knows before the first reading. */
export interface SheetSettings extends TreeSettings {
  readonly eyeHeightM: number;
  readonly breastHeightM: number;
  readonly species: readonly Species[];
}

/** A reading that the sheet asks for, in the order in which it is taken. */
export interface Slot {
  readonly measure: Measure;
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
  readonly findings: readonly (Finding & { readonly measure: Measure })[];
  readonly height: Estimate | null;
  readonly diameter: Estimate | null;
  readonly settings: SheetSettings;
}

export interface SheetStore {
  readonly $state: WritableAtom<SheetState>;
  readonly $view: ReadableAtom<SheetView>;
  readonly type: (slot: Slot, text: string) => void;
  readonly setUnit: (slot: Slot, unit: UnitId) => void;
  readonly setError: (slot: Slot, standardError: number | undefined) => void;
  readonly setMethod: (measure: Measure, methodId: string) => void;
  readonly name: (change: { readonly tag?: string; readonly speciesCode?: string }) => void;
  /** Types in the call-out line; answers how its parts were understood. */
  readonly callOut: (line: string) => readonly CallToken[];
  readonly mend: (mend: Mend) => void;
  readonly setUnitSystem: (system: UnitSystem) => void;
  readonly undo: () => void;
  readonly reset: (draft?: TreeDraft) => void;
}

/** Readings are taken from the trunk outwards: ring, distance, then the sights. */
const PLACE_ORDER: Record<ReadingSpec['place'], number> = { ring: 0, ground: 1, tip: 2, base: 3, side: 4 };

export const slotsOf = (draft: TreeDraft): Slot[] =>
  MEASURES.flatMap((measure) => {
    const method = methodOf(draft, measure);
    return method.description.readings
      .map((spec) => ({ measure, method, spec }))
      .sort((a, b) => PLACE_ORDER[a.spec.place] - PLACE_ORDER[b.spec.place]);
  });

export const entryOf = (draft: TreeDraft, { measure, spec }: Slot, settings: TreeSettings): Entry =>
  draft[measure].entries[spec.key] ?? {
    text: '',
    unit: sharedSlope(draft, measure, spec) ?? defaultUnitOf(spec, settings),
  };

/** An instrument is read on one scale: a new sight takes the scale of the one before. */
function sharedSlope(draft: TreeDraft, measure: Measure, spec: ReadingSpec): UnitId | null {
  if (spec.quantity !== 'slope') return null;
  const sister = methodOf(draft, measure).description.readings.find(
    (other) => other.quantity === 'slope' && other.key !== spec.key && draft[measure].entries[other.key] !== undefined,
  );
  return sister === undefined ? null : (draft[measure].entries[sister.key]?.unit ?? null);
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
    const reckoned = reckonTree(state.draft, settings);
    const outcomes = { diameter: reckoned.diameter, height: reckoned.height };
    return {
      ...state,
      settings,
      slots: slotsOf(state.draft),
      reckoned,
      diameter: outcomes.diameter === null ? null : estimateOf(outcomes.diameter),
      height: outcomes.height === null ? null : estimateOf(outcomes.height),
      findings: MEASURES.flatMap((measure) => {
        const outcome = outcomes[measure];
        return outcome === null ? [] : findingsOf(outcome).map((finding) => ({ ...finding, measure }));
      }),
    };
  });

  const change = (draft: TreeDraft, line = print(draft)): void => {
    past.push($state.get());
    if (past.length > UNDO_STEPS) past.shift();
    $state.set({ ...$state.get(), draft, line });
  };
  const withEntry = (slot: Slot, entry: Entry): TreeDraft => {
    const { draft } = $state.get();
    const measure = draft[slot.measure];
    return {
      ...draft,
      [slot.measure]: { methodId: slot.method.description.id, entries: { ...measure.entries, [slot.spec.key]: entry } },
    };
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
      const entries = Object.fromEntries(
        sisters.map((spec) => [spec.key, { text: draft[slot.measure].entries[spec.key]?.text ?? '', unit }]),
      );
      change({
        ...draft,
        [slot.measure]: { ...draft[slot.measure], entries: { ...draft[slot.measure].entries, ...entries } },
      });
    },
    setError: (slot, standardError) => {
      const { standardError: before, ...entry } = current(slot);
      change(withEntry(slot, standardError === undefined ? entry : { ...entry, standardError }));
    },
    setMethod: (measure, methodId) => {
      const { draft } = $state.get();
      if (draft[measure].methodId === methodId) return;
      change({ ...draft, [measure]: { methodId, entries: {} } });
    },
    name: (names) => {
      change({ ...$state.get().draft, ...names });
    },
    callOut: (line) => {
      const before = $state.get().draft;
      const inHand = { diameter: before.diameter.methodId, height: before.height.methodId };
      const { draft, tokens } = parseCallout(line, { ...base, inHand });
      const kept = (measure: Measure) => {
        const next = draft[measure];
        if (Object.keys(next.entries).length === 0) return { methodId: before[measure].methodId, entries: {} };
        const entries = Object.fromEntries(
          Object.entries(next.entries).map(([key, entry]) => {
            const error =
              before[measure].methodId === next.methodId ? before[measure].entries[key]?.standardError : undefined;
            return [key, { ...entry, ...(error === undefined ? {} : { standardError: error }) }];
          }),
        );
        return { methodId: next.methodId, entries };
      };
      change({ ...draft, diameter: kept('diameter'), height: kept('height') }, line);
      return tokens;
    },
    mend: ({ measure, methodId, changes }) => {
      const { draft } = $state.get();
      const target = methodId ?? draft[measure].methodId;
      const entries: Record<string, Entry> = target === draft[measure].methodId ? { ...draft[measure].entries } : {};
      for (const { reading, text, unit } of changes) {
        const error = entries[reading]?.unit === unit ? entries[reading].standardError : undefined;
        entries[reading] = { text, unit, ...(error === undefined ? {} : { standardError: error }) };
      }
      change({ ...draft, [measure]: { methodId: target, entries } });
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
