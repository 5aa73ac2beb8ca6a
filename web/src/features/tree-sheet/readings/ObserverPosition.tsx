import { OBSERVER_POSITIONS } from '@arbolito/core/height';
import { message, type Text } from '@arbolito/core/message';
import { say, t } from '../../../messages/text.ts';
import { asksBase, type SheetStore, type SheetView } from '../store.ts';

const NAMES: Readonly<Record<(typeof OBSERVER_POSITIONS)[number], Text>> = {
  above: message('tree-sheet.observer-above', 'Above'),
  level: message('tree-sheet.observer-level', 'Level'),
  below: message('tree-sheet.observer-below', 'Below'),
};

/** Where one stands against the base of the tree: it tells which sign the base has. Chosen again, it is unknown. */
export function ObserverPositionChoice({ view, store }: { readonly view: SheetView; readonly store: SheetStore }) {
  const chosen = view.draft.notes?.observerPosition;
  if (!asksBase(view)) return null;
  return (
    <div>
      <p className="text-quiet" id="observer-position">
        {t('tree-sheet.observer-position', 'You stand, compared with the base of the tree')}
      </p>
      <div className="flex gap-2" role="group" aria-labelledby="observer-position">
        {OBSERVER_POSITIONS.map((position) => (
          <button
            key={position}
            type="button"
            className="btn flex-1"
            aria-pressed={position === chosen}
            onClick={() => {
              store.setNotes({ observerPosition: position === chosen ? undefined : position });
            }}
          >
            {say(NAMES[position])}
          </button>
        ))}
      </div>
    </div>
  );
}
