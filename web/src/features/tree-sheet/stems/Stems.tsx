import { useEffect } from 'react';
import { CirclePlus, X } from 'lucide-react';
import { STEMS_RULES } from '@arbolito/core/diameter';
import { estimateOf } from '@arbolito/core/uncertainty';
import { MAX_STEMS_PER_TREE } from '@arbolito/core/tree';
import { isOptional, type Slot, slotKey } from '../store.ts';
import type { SheetProps } from '../sheet/sheet-props.ts';
import { SlotBox } from '../readings/SlotBox.tsx';
import { t } from '../../../messages/text.ts';
import { onDemand } from '../../../ui/feedback/on-demand.tsx';

// A tree of one stem has nothing to put together.
const StemRules = onDemand(async () => ({ default: (await import('./StemRules.tsx')).StemRules }));
const CrossSections = onDemand(async () => ({ default: (await import('./CrossSections.tsx')).CrossSections }));

/**
 * The stems behind the first, each with its own point, and what the rules make of them all.
 *
 * @param withFirst the point of the first stem as well, where there is no drawing for it to stand on
 */
export function Stems({ withFirst = false, ...props }: SheetProps & { readonly withFirst?: boolean }) {
  const { view, store } = props;
  // Its boxes may come after the sheet itself.
  useEffect(props.onDrawn);
  const { draft, settings, reckoned, unitSystem } = view;
  const { severalStems } = settings.fieldRules;
  const stemsCm = reckoned.stems.flatMap(({ diameter }) =>
    diameter === null ? [] : (estimateOf(diameter)?.value ?? []),
  );
  const box = (slot: Slot) => <SlotBox key={slotKey(slot)} {...props} slot={slot} />;
  return (
    <section aria-label={t('tree-sheet.stems', 'Stems')} className="grid gap-2.5">
      {withFirst && view.slots.filter((slot) => slot.stem === 1 && isOptional(slot)).map(box)}
      {draft.moreStems.map(({ ordinal }) => (
        <div key={ordinal} className="grid grid-cols-[minmax(0,1fr)_auto] gap-x-1">
          <h3 className="col-span-2 font-bold">{t('tree-sheet.stem-7', 'stem {ordinal}', { ordinal })}</h3>
          <div className="grid grid-cols-[repeat(auto-fit,minmax(7rem,1fr))] gap-2">
            {view.slots.filter(({ stem }) => stem === ordinal).map(box)}
          </div>
          <button
            type="button"
            className="min-h-11 min-w-11 place-content-center self-center"
            aria-label={t('tree-sheet.remove-stem', 'Remove stem {ordinal}', { ordinal })}
            onClick={() => {
              store.removeStem(ordinal);
              props.onTouched();
            }}
          >
            <X aria-hidden="true" size={20} />
          </button>
        </div>
      ))}
      <div className="flex flex-wrap items-center gap-x-3">
        <button
          type="button"
          className="btn"
          disabled={draft.moreStems.length + 1 >= MAX_STEMS_PER_TREE}
          onClick={props.onAddStem}
        >
          <CirclePlus aria-hidden="true" size={18} /> {t('tree-sheet.add-another-stem', 'Add another stem')}
        </button>
        <kbd className="key hidden md:inline-block">s</kbd>
      </div>
      {stemsCm.length > 1 && (
        <>
          <CrossSections stemsCm={stemsCm} oneCm={view.dbh?.value ?? null} />
          <StemRules stemsCm={stemsCm} rule={severalStems} system={unitSystem} />
        </>
      )}
      {draft.moreStems.length > 0 && stemsCm.length < 2 && (
        <p className="text-quiet">
          {t(
            'tree-sheet.the-diameters-of-the-stems',
            'The diameters of the stems are combined by the survey’s rule: {name}.',
            { name: STEMS_RULES[severalStems].name },
          )}{' '}
        </p>
      )}
    </section>
  );
}
