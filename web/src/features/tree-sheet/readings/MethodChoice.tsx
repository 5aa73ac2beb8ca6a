import { memo } from 'react';
import { methodsFor } from '@arbolito/core/methods';
import { type Measure, typicalErrorOf } from '@arbolito/core/measurement';
import { heightNoOf } from '@arbolito/core/tree';
import { measurementFormOf, methodOf } from '@arbolito/core/callout';
import { unitOf } from '@arbolito/core/units';
import { asksLevelDistance, entryOf, type SheetStore, type SheetView, type Slot, slotKey } from '../store.ts';
import { onDemand } from '../../../ui/feedback/on-demand.tsx';
import { Disclosure } from '../../../ui/feedback/Disclosure.tsx';
import { ObserverPositionChoice } from './ObserverPosition.tsx';
import { measuresShadows } from './shadow-method.ts';
import { t, say } from '../../../messages/text.ts';
import { message, type Text } from '@arbolito/core/message';

// Few heights are measured by shadows.
const ShadowTimer = onDemand(async () => ({ default: (await import('./ShadowTimer.tsx')).ShadowTimer }));

const NAMES: Record<Measure, Text> = {
  diameter: message('tree-sheet.diameter-method', 'Diameter method'),
  point: message('tree-sheet.method-at-the-measuring-point', 'Method at the measuring point'),
  distance: message('tree-sheet.distance-method', 'Distance method'),
  height: message('tree-sheet.height-method', 'Height method'),
};

const SHOWN = ['diameter', 'height'] as const satisfies readonly Measure[];

/** Which methods the diameter, the height and its distance are taken with. Made from the methods that there are. */
export function MethodChoice({ view, store }: { readonly view: SheetView; readonly store: SheetStore }) {
  return (
    <div className="grid gap-2">
      {SHOWN.map((measure) => (
        <MethodSelect key={measure} view={view} store={store} measure={measure} />
      ))}
      <DistanceSelect view={view} store={store} />
      <ObserverPositionChoice view={view} store={store} />
      {measuresShadows(view) && <ShadowTimer view={view} />}
    </div>
  );
}

interface OfTake {
  readonly view: SheetView;
  readonly store: SheetStore;
  /** Number of the height; the first where left out. */
  readonly heightNo?: number;
}

const partOf = (measure: Measure, heightNo: number) =>
  heightNo === 1 ? { measure, stem: 1 } : { measure, stem: 1, heightNo };

/** By which method a measure is taken. */
export function MethodSelect({ view, store, measure, heightNo = 1 }: OfTake & { readonly measure: Measure }) {
  return (
    <Choice
      name={say(NAMES[measure])}
      chosen={methodOf(view.draft, partOf(measure, heightNo)).description.id}
      measure={measure}
      none={null}
      onChoose={(methodId) => {
        store.setMethod(measure, methodId, heightNo);
      }}
    />
  );
}

/** How the level distance of a height is measured, where it asks for one. */
export function DistanceSelect({ view, store, heightNo = 1 }: OfTake) {
  const { draft } = view;
  if (!asksLevelDistance(methodOf(draft, partOf('height', heightNo)))) return null;
  const distance =
    heightNo === 1 ? draft.distance : draft.moreHeights.find((each) => each.heightNo === heightNo)?.distance;
  return (
    <Choice
      name={say(NAMES.distance)}
      chosen={distance?.methodId ?? ''}
      measure="distance"
      none={t('tree-sheet.horizontal-to-the-middle-of', 'Horizontal, to the middle of the trunk')}
      onChoose={(methodId) => {
        store.setDistance(heightNo, methodId === '' ? null : methodId);
      }}
    />
  );
}

interface ChoiceProps {
  readonly name: string;
  readonly chosen: string;
  readonly measure: Measure;
  /** What no method of its own means; null where there must be one. */
  readonly none: string | null;
  readonly onChoose: (methodId: string) => void;
}

/** Drawn anew when the choice changes, not when a reading does. */
const Choice = memo(
  function Choice({ name, chosen, measure, none, onChoose }: ChoiceProps) {
    return (
      <label className="grid gap-0.5">
        <span className="text-quiet">{name}</span>
        <select
          className="field"
          value={chosen}
          onChange={(event) => {
            onChoose(event.target.value);
          }}
        >
          {none !== null && <option value="">{none}</option>}
          {methodsFor(measure).map(({ description }) => (
            <option key={description.id} value={description.id}>
              {say(description.name)}
            </option>
          ))}
        </select>
      </label>
    );
  },
  (before, after) => before.chosen === after.chosen && before.measure === after.measure,
);

interface ErrorTableProps {
  readonly view: SheetView;
  readonly store: SheetStore;
}

/** The ± of each reading: typical of the instrument, until somebody states another. */
export function ErrorTable({ view, store }: ErrorTableProps) {
  return (
    <Disclosure title={t('tree-sheet.of-each-reading', '± of each reading')}>
      {() => <ErrorRows view={view} store={store} />}
    </Disclosure>
  );
}

function ErrorRows({ view, store }: ErrorTableProps) {
  const rows = view.slots.map((slot: Slot) => {
    const entry = measurementFormOf(view.draft, slot).entries[slot.spec.key];
    const { unit } = entryOf(view.draft, slot, view.settings);
    return { slot, entry, unit, typical: Number(typicalErrorOf(slot.spec, unit).toPrecision(2)) };
  });
  return (
    <ul className="grid gap-1.5 pb-3">
      {rows.map(({ slot, entry, unit, typical }) => (
        <li key={slotKey(slot)}>
          <label className="grid grid-cols-[1fr_5.5rem_3rem] items-center gap-2">
            <span>
              {slot.stem > 1
                ? t('tree-sheet.stem-4', 'stem {stem}: ', { stem: slot.stem })
                : heightNoOf(slot) > 1
                  ? t('tree-sheet.height-4', 'height {slot}: ', { slot: heightNoOf(slot) })
                  : ''}
              {say(slot.spec.label)}
            </span>
            <input
              type="number"
              min={0}
              step="any"
              inputMode="decimal"
              className="field figures text-right"
              placeholder={String(typical)}
              disabled={entry === undefined}
              value={entry?.standardError ?? ''}
              onChange={(event) => {
                const value = event.target.valueAsNumber;
                store.setError(slot, Number.isFinite(value) && value >= 0 ? value : undefined);
              }}
            />
            <span className="text-quiet">{unitOf(unit).symbol}</span>
          </label>
        </li>
      ))}
    </ul>
  );
}
