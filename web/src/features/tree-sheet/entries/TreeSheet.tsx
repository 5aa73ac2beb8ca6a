import {
  type CallToken,
  emptyForm,
  measurementFormOf,
  nextForm,
  printCallout,
  printTreeForm,
  type TreeForm,
} from '@arbolito/core/callout';
import { treeOfView } from '../../../contracts/tree-write.ts';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useStore } from '@nanostores/react';
import { unitOf } from '@arbolito/core/units';
import { notSent } from '../../../client/device/outbox.ts';
import { waitingTrees } from '../../../client/tree-writes.ts';
import type { NotebookView } from '../../../contracts/notebook.ts';
import type { PersonView } from '../../../contracts/people.ts';
import type { PlainTree } from '../../../contracts/sync.ts';
import type { TreeView } from '../../../contracts/views.ts';
import { assembleTree } from '@arbolito/core/tree';
import { useBackCloses } from '../../../ui/feedback/use-back-closes.ts';
import { useIsPhone } from '../../../ui/use-media.ts';
import {
  forgetDraft,
  rememberDraft,
  rememberedDraft,
  rememberedInHand,
  rememberedUnits,
  rememberedPerson,
  rememberInHand,
  rememberPerson,
  rememberUnits,
} from '../draft-memory.ts';
import { DeskSheet } from '../sheet/DeskSheet.tsx';
import type { SheetProps } from '../sheet/sheet-props.ts';
import { isOptional, type SheetSettings, sheetStore, type Slot, slotKey, slotsOf, withoutPersonal } from '../store.ts';
import { type PlotContext, useKeep } from '../sheet/use-keep.ts';
import { useWorkingsStepper } from '../workings/use-workings-stepper.ts';
import { onDemand } from '../../../ui/feedback/on-demand.tsx';
import { localFigure } from '../../../messages/figures.ts';

// Asked for when a tree without a plot is saved.
const NotebookDialog = onDemand(async () => ({
  default: (await import('../sheet/NotebookDialog.tsx')).NotebookDialog,
}));

// A desk has no need of the sheet for phones.
const PhoneSheet = onDemand(async () => ({ default: (await import('../sheet/PhoneSheet.tsx')).PhoneSheet }), '', true);

export interface TreeSheetProps {
  readonly settings: SheetSettings;
  /** The plot that new trees belong to; null for a loose measurement. */
  readonly plot: PlotContext | null;
  /** The tree on the record that is being looked at, or null for a new one. */
  readonly tree: TreeView | null;
  readonly observer: string;
  /** Everybody with an eye height or a pace of their own. */
  readonly people?: readonly PersonView[];
  /** The tree of the notebook that is being looked at; left out for any other. */
  readonly entry?: NotebookView;
}

const nextTag = (used: readonly string[]): string => {
  const highest = Math.max(0, ...used.map(Number).filter(Number.isInteger));
  return String(highest + 1);
};

/** A sheet in words, to tell whether it was changed. */
const written = (draft: TreeForm, settings: SheetSettings): string =>
  `${printCallout(draft, settings)} ${JSON.stringify([
    draft.taping?.found ?? null,
    draft.taping?.mark ?? '',
    draft.taping?.reason ?? '',
    draft.keptHeight ?? 1,
    draft.broken ?? false,
    draft.moreHeights,
  ])}`;

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && target.matches('input, select, textarea');

/** No reading begins with a letter: at the start of a reading a letter is a key of the sheet. */
const isAtStart = (target: EventTarget | null): boolean =>
  target instanceof HTMLInputElement &&
  target.matches('[data-reading]') &&
  target.selectionStart === 0 &&
  target.selectionEnd === target.value.length;

/** A reading to put the caret in as soon as it is drawn. */
interface Wanted {
  readonly key: string;
  /** Somebody asked for it: it is taken even while another field is typed in. */
  readonly isAsked: boolean;
}

/** The first reading that is missing. */
const firstMissing = (draft: TreeForm, slots: readonly Slot[]): Slot | undefined =>
  slots.find(
    (slot) => !isOptional(slot) && (measurementFormOf(draft, slot).entries[slot.spec.key]?.text ?? '').trim() === '',
  );

/** The reading that a sheet begins with. */
const offered = (draft: TreeForm): Wanted | null => {
  const first = firstMissing(draft, slotsOf(draft));
  return first === undefined ? null : { key: slotKey(first), isAsked: false };
};

/** One screen for one tree: its drawing, its readings on it, the workings beside it, and the call-out line below. */
export function TreeSheet({ settings: given, plot, tree, observer: crew, people = [], entry }: TreeSheetProps) {
  const [person, setPerson] = useState(() => people.find(({ name }) => name === rememberedPerson()) ?? null);
  const observer = person?.name ?? crew;
  const settings = useMemo<SheetSettings>(
    () => (person === null ? given : { ...given, person, eyeHeightM: person.eyeHeightM ?? given.eyeHeightM }),
    [given, person],
  );
  const sheet = tree?.id ?? plot?.id ?? entry?.id ?? 'loose';
  const [isNaming, setNaming] = useState(false);
  const survey = settings.surveyId ?? 'loose';
  const [onRecord, setOnRecord] = useState<PlainTree | null>(tree);
  const [usedTags, setUsedTags] = useState<readonly string[]>(() =>
    plot === null ? [] : [...plot.usedTags, ...waitingTrees(notSent(), plot.id).map(({ tag }) => tag)],
  );
  const store = useMemo(() => {
    const start: TreeForm =
      tree === null
        ? entry === undefined
          ? nextForm(rememberedInHand(survey)?.draft ?? emptyForm(), plot === null ? '' : nextTag(usedTags))
          : printTreeForm(assembleTree({ ...entry, tag: '' }))
        : printTreeForm(treeOfView(tree));
    return sheetStore(
      settings,
      rememberedDraft(sheet) ?? start,
      rememberedUnits(sheet) ?? entry?.unitSystem ?? settings.unitSystem,
    );
    // The tags in use grow while trees are kept; the sheet itself starts once.
  }, [settings, tree, plot, sheet, survey, entry]);
  const view = useStore(store.$view);
  const [lastSpecies, setLastSpecies] = useState(() => rememberedInHand(survey)?.speciesCode ?? '');
  const [tokens, setTokens] = useState<readonly CallToken[]>([]);
  const [dismissed, setDismissed] = useState<ReadonlySet<string>>(new Set());
  const [nowKey, setNowKey] = useState<string | null>(null);
  const calloutRef = useRef<HTMLInputElement>(null);
  const [panel, setPanel] = useState<SheetProps['panel']>(null);
  useBackCloses(panel !== null, () => {
    setPanel(null);
  });
  const phone = useIsPhone();
  // On a desk the first missing reading is in hand when the sheet opens; on a phone the keyboard would cover it.
  const wanted = useRef<Wanted | null>(phone ? null : offered(store.$state.get().draft));
  const sent = useRef<TreeForm | null>(null);

  const {
    state: keepState,
    keep,
    clear,
  } = useKeep({
    plot,
    tree: onRecord,
    observer,
    onSent: () => {
      sent.current = view.draft;
      forgetDraft(sheet);
      setDismissed(new Set());
      if (tree !== null) return;
      const used = [...usedTags, view.draft.tag];
      setUsedTags(used);
      setLastSpecies(view.draft.speciesCode);
      store.next(nextTag(used));
      forgetDraft(sheet);
      setTokens([]);
      setNowKey(null);
      if (!phone) wanted.current = offered(store.$state.get().draft);
    },
    onKept: (kept) => {
      if (tree !== null) setOnRecord(kept);
    },
    onRefused: () => {
      const back = sent.current;
      if (back === null || tree !== null) return;
      setUsedTags((used) => used.filter((tag) => tag !== back.tag));
      store.reset(back);
    },
  });

  useEffect(
    () =>
      store.$state.listen(({ draft, unitSystem }) => {
        rememberDraft(sheet, draft);
        rememberUnits(sheet, unitSystem);
        // A tree that is corrected was taken with the instruments of its own day.
        if (tree === null) rememberInHand(survey, { draft, speciesCode: draft.speciesCode || lastSpecies });
      }),
    [store, sheet, survey, tree, lastSpecies],
  );

  // The reading to take now: the one in hand, else the first that is missing.
  const open = firstMissing(view.draft, view.slots);
  const now = view.slots.find((slot) => slotKey(slot) === nowKey) ?? open ?? null;

  const focusSlot = (slot: Slot | null): void => {
    setNowKey(slot === null ? null : slotKey(slot));
    if (slot !== null) document.querySelector<HTMLInputElement>(`[data-reading="${slotKey(slot)}"]`)?.focus();
  };
  const step = (from: Slot, back: boolean): void => {
    // One walks past what nobody has to read, unless it is in hand.
    const walked = view.slots.filter((slot) => !isOptional(slot) || slotKey(slot) === slotKey(from));
    const at = walked.findIndex((slot) => slotKey(slot) === slotKey(from));
    const next = walked[at + (back ? -1 : 1)];
    if (next !== undefined) focusSlot(next);
    else if (!back) document.querySelector<HTMLButtonElement>('#keep')?.focus();
  };
  const addStem = (): void => {
    const slot = store.addStem();
    clear();
    if (slot !== null) setNowKey(slotKey(slot));
    wanted.current = slot === null ? null : { key: slotKey(slot), isAsked: true };
  };
  const addHeight: SheetProps['onAddHeight'] = (note) => {
    const slot = store.addHeight(note);
    clear();
    if (slot !== null) setNowKey(slotKey(slot));
    wanted.current = slot === null ? null : { key: slotKey(slot), isAsked: true };
  };
  const { walk, shown } = useWorkingsStepper(view);
  // A stem or a height that has just been added stands on the sheet after the next drawing only.
  const focusWanted = (): void => {
    if (wanted.current === null) return;
    const { key, isAsked } = wanted.current;
    const field = document.querySelector<HTMLInputElement>(`[data-reading="${key}"]`);
    if (field === null) return;
    wanted.current = null;
    if (isAsked || !isTyping(document.activeElement)) field.focus();
  };
  useEffect(focusWanted);
  const isLoose = plot === null && tree === null;
  const keepNow = (): void => {
    if (isLoose) setNaming(true);
    else keep(view, usedTags);
  };

  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.ctrlKey || event.metaKey) {
        if (event.key === 'Enter') keepNow();
        else if (event.key === 'z') store.undo();
        else return;
        event.preventDefault();
        return;
      }
      if (
        !event.altKey &&
        ((isTyping(event.target) && !isAtStart(event.target)) || document.querySelector('dialog[open]') !== null)
      )
        return;
      const key = event.key.toLowerCase();
      const slot = view.slots.find(({ spec }) => spec.shortcut === key);
      if (slot !== undefined) focusSlot(slot);
      else if (key === 's') addStem();
      else if (key === 'w') setPanel(panel === 'guide' ? null : 'guide');
      else if (key === 'u') setPanel(panel === 'tape' ? null : 'tape');
      else if (key === 'i' && settings.shape !== null) setPanel(panel === 'limit' ? null : 'limit');
      else if (key === 'c') calloutRef.current?.focus();
      else if (key === 'n') keepNow();
      else return;
      event.preventDefault();
    };
    document.addEventListener('keydown', onKey);
    return () => {
      document.removeEventListener('keydown', onKey);
    };
  });

  const isChanged =
    onRecord !== null &&
    written(view.draft, view.settings) !== written(printTreeForm(treeOfView(onRecord)), view.settings);
  const speciesName = settings.species.find(({ code }) => code === view.draft.speciesCode)?.name;
  const shared = {
    view,
    store,
    now,
    tokens,
    calloutRef,
    dismissed,
    keepState,
    isLoose,
    isChanged,
    onStartOver: () => {
      if (onRecord === null) store.next(view.draft.tag);
      else store.reset(printTreeForm(treeOfView(onRecord)));
      setTokens([]);
      setDismissed(new Set());
      clear();
    },
    speciesName,
    lastSpecies,
    heightText:
      view.height === null
        ? null
        : `${localFigure(view.height.printed.value)} ${unitOf(view.height.printed.unit).symbol}`,
    onDismiss: (code: string) => {
      setDismissed(new Set([...dismissed, code]));
    },
    onFocusSlot: (slot: Slot) => {
      setNowKey(slotKey(slot));
    },
    onStep: step,
    onDrawn: focusWanted,
    onKeep: keepNow,
    onLine: (line: string) => {
      setTokens(store.callOut(line));
    },
    onTouched: clear,
    onAddStem: addStem,
    onAddHeight: addHeight,
    plotId: plot?.id ?? null,
    photosOf:
      entry === undefined ? null : { address: `/api/notebook/${entry.id}/photos`, caption: entry.name, observer },
    people,
    onPerson: (next: PersonView | null) => {
      // The sheet starts anew with the figures of the next person, and with everything else that was typed.
      rememberDraft(sheet, withoutPersonal(view.draft));
      rememberPerson(next?.name ?? null);
      setPerson(next);
    },
    walk,
    shown,
    panel,
    onPanel: setPanel,
  };
  return (
    <>
      {phone ? <PhoneSheet {...shared} /> : <DeskSheet {...shared} />}
      {isNaming && (
        <NotebookDialog
          view={view}
          entry={entry ?? null}
          isOpen
          onClose={() => {
            setNaming(false);
          }}
          onSaved={() => {
            setNaming(false);
            forgetDraft(sheet);
            if (entry !== undefined) return;
            store.next('');
            forgetDraft(sheet);
            setTokens([]);
            setNowKey(null);
          }}
        />
      )}
    </>
  );
}
