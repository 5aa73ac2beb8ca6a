import { useEffect, useState } from 'react';
import { CirclePlus, X } from 'lucide-react';
import { estimateOf } from '@arbolito/core/uncertainty';
import { convert, printRounded, unitOf } from '@arbolito/core/units';
import { heightNoOf, MAX_HEIGHTS_PER_TREE } from '@arbolito/core/tree';
import { type Slot, slotKey } from '../store.ts';
import { DistanceSelect, MethodSelect } from '../readings/MethodChoice.tsx';
import type { SheetProps } from '../sheet/sheet-props.ts';
import { SlotBox } from '../readings/SlotBox.tsx';
import { t, say } from '../../../messages/text.ts';
import { rich } from '../../../messages/rich.ts';
import { onDemand } from '../../../ui/feedback/on-demand.tsx';
import { localFigure } from '../../../messages/figures.ts';

// Nothing is compared before there is a second height.
const Comparison = onDemand(async () => ({ default: (await import('./Comparison.tsx')).Comparison }));

// A form is loaded when somebody asks for it.
const AnotherHeightForm = onDemand(async () => ({
  default: (await import('./AnotherHeightForm.tsx')).AnotherHeightForm,
}));

function AddHeight({ view, onAddHeight }: SheetProps) {
  const [isOpen, setIsOpen] = useState(false);
  const { moreHeights } = view.draft;
  const close = (): void => {
    setIsOpen(false);
  };
  if (isOpen)
    return (
      <AnotherHeightForm
        view={view}
        onAdd={(note) => {
          close();
          onAddHeight(note);
        }}
        onLeave={close}
      />
    );
  return (
    <div className="flex flex-wrap items-center gap-x-3">
      <button
        type="button"
        className="btn"
        disabled={moreHeights.length + 1 >= MAX_HEIGHTS_PER_TREE}
        onClick={() => {
          setIsOpen(true);
        }}
      >
        <CirclePlus aria-hidden="true" size={18} /> {t('tree-sheet.add-another-height', 'Add another height')}
      </button>
      {moreHeights.length === 0 && (
        <span className="text-quiet">
          {t(
            'tree-sheet.crown-base-merchantable-or-stump',
            'crown base, merchantable or stump height, or another method',
          )}
        </span>
      )}
    </div>
  );
}

/** The heights of a tree beside the first, what several total ones make of each other, and the broken top. */
export function Heights(props: SheetProps) {
  const { view, store } = props;
  // Its boxes may come after the sheet itself.
  useEffect(props.onDrawn);
  const { draft, reckoned, unitSystem } = view;
  const { crownLengthM } = reckoned.heights;
  const unit = unitSystem === 'metric' ? 'm' : 'ft';
  const box = (slot: Slot) => <SlotBox key={slotKey(slot)} {...props} slot={slot} />;
  return (
    <section aria-label={t('tree-sheet.heights', 'Heights')} className="grid gap-2.5">
      {view.draft.moreHeights.length > 0 && <Comparison view={view} store={store} />}
      {draft.moreHeights.map(({ heightNo, sameStation }) => {
        const height = reckoned.heights.heights.find((each) => each.heightNo === heightNo);
        const outcome = height?.outcome ?? null;
        const estimate = outcome === null ? null : estimateOf(outcome);
        return (
          <div key={heightNo} className="grid gap-1.5 border-t border-line pt-1.5">
            <div className="flex items-center gap-2">
              <h3 className="grow leading-tight">
                <span className="font-bold">{say(height?.name)}</span>{' '}
                <span className="text-quiet">
                  {sameStation
                    ? t('tree-sheet.same-station', 'same station')
                    : t('tree-sheet.height-2', 'height {heightNo}', { heightNo })}
                </span>
              </h3>
              <span className="figures font-bold whitespace-nowrap" aria-live="polite">
                {estimate === null
                  ? '—'
                  : localFigure(
                      `${estimate.printed.value} ± ${estimate.printed.standardError} ${unitOf(estimate.printed.unit).symbol}`,
                    )}
              </span>
              <button
                type="button"
                className="grid min-h-11 min-w-11 place-content-center"
                aria-label={t('tree-sheet.remove', 'Remove {name}', {
                  name: height?.name ?? t('tree-sheet.height', 'height'),
                })}
                onClick={() => {
                  store.removeHeight(heightNo);
                  props.onTouched();
                }}
              >
                <X aria-hidden="true" size={20} />
              </button>
            </div>
            {!sameStation && (
              <div className="grid gap-2">
                <MethodSelect view={view} store={store} measure="height" heightNo={heightNo} />
                <DistanceSelect view={view} store={store} heightNo={heightNo} />
              </div>
            )}
            <div className="grid grid-cols-[repeat(auto-fit,minmax(7.5rem,1fr))] gap-2">
              {view.slots.filter((slot) => heightNoOf(slot) === heightNo).map(box)}
            </div>
          </div>
        );
      })}
      <AddHeight {...props} />
      {crownLengthM !== null && (
        <p>
          {rich('tree-sheet.crown-length', 'Crown length: {crownLengthM}', {
            crownLengthM: (
              <strong className="figures">
                {printRounded(convert(crownLengthM, 'm', unit), 2)} {unit}
              </strong>
            ),
          })}
        </p>
      )}
      <label className="flex min-h-11 items-center gap-2">
        <input
          type="checkbox"
          checked={draft.broken === true}
          onChange={(event) => {
            store.setBroken(event.target.checked);
            props.onTouched();
          }}
        />
        {t('tree-sheet.broken-top-the-height-ends', 'Broken top: the height ends at the break')}
      </label>
    </section>
  );
}
