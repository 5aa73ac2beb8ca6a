import { memo } from 'react';
import { methodsFor } from '@arbolito/core/registry';
import type { Measure } from '@arbolito/core/method';
import { measureDraftOf, MEASURES } from '@arbolito/core/survey';
import { unitOf } from '@arbolito/core/quantity';
import { slotKey, type SheetStore, type SheetView, type Slot } from '../store.ts';
import { Fold } from '../../../ui/Fold.tsx';

const NAMES: Record<Measure, string> = { diameter: 'Diameter by', point: 'Taped at, by', height: 'Height by' };

/** Which method each measure is taken with. Made from the methods that there are. */
export function MethodChoice({ view, store }: { readonly view: SheetView; readonly store: SheetStore }) {
  const { diameter, point, height } = view.draft;
  return <Choices diameter={diameter.methodId} point={point.methodId} height={height.methodId} store={store} />;
}

interface ChoicesProps extends Readonly<Record<Measure, string>> {
  readonly store: SheetStore;
}

/** Drawn anew when a method changes, not when a reading does. */
const Choices = memo(function Choices({ store, ...chosen }: ChoicesProps) {
  return (
    <div className="grid gap-2">
      {MEASURES.map((measure) => (
        <label key={measure} className="grid grid-cols-[6.2rem_1fr] items-center gap-2">
          <span className="text-quiet">{NAMES[measure]}</span>
          <select
            className="field"
            value={chosen[measure]}
            onChange={(event) => {
              store.setMethod(measure, event.target.value);
            }}
          >
            {methodsFor(measure).map(({ description }) => (
              <option key={description.id} value={description.id}>
                {description.name}
              </option>
            ))}
          </select>
        </label>
      ))}
    </div>
  );
});

interface ErrorTableProps {
  readonly view: SheetView;
  readonly store: SheetStore;
}

/** The ± of each reading: typical of the instrument, until somebody states another. */
export function ErrorTable({ view, store }: ErrorTableProps) {
  return <Fold title="± of each reading">{() => <ErrorRows view={view} store={store} />}</Fold>;
}

function ErrorRows({ view, store }: ErrorTableProps) {
  const rows = view.slots.map((slot: Slot) => {
    const entry = measureDraftOf(view.draft, slot).entries[slot.spec.key];
    const unit = entry?.unit ?? slot.spec.defaultUnit[view.unitSystem];
    return { slot, entry, unit, typical: slot.spec.typicalError[unit] ?? 0 };
  });
  return (
    <ul className="grid gap-1.5 pb-3">
      {rows.map(({ slot, entry, unit, typical }) => (
        <li key={slotKey(slot)}>
          <label className="grid grid-cols-[1fr_5.5rem_3rem] items-center gap-2">
            <span>
              {slot.stem > 1 ? `stem ${slot.stem}: ` : ''}
              {slot.spec.label}
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
