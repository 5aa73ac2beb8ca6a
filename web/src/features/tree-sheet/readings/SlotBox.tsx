import { entryOf, type Slot, slotKey } from '../store.ts';
import { ReadingBox } from './ReadingBox.tsx';
import { breastHeightText, problemAt, type SheetProps } from '../sheet/sheet-props.ts';

interface SlotBoxProps extends SheetProps {
  readonly slot: Slot;
  readonly isDoubtful?: boolean;
  /** Where it stands on the drawing; in the flow of the page where left out. */
  readonly style?: { readonly left: number; readonly top: number; readonly width: number };
}

/** The box of a reading on the sheet, tied to what the sheet knows of it. */
export function SlotBox({
  slot,
  style,
  isDoubtful = false,
  view,
  store,
  now,
  onTouched,
  onFocusSlot,
  onStep,
}: SlotBoxProps) {
  return (
    <ReadingBox
      slot={slot}
      entry={entryOf(view.draft, slot, view.settings)}
      problem={problemAt(view, slot)}
      placeholder={breastHeightText(view.settings)}
      isDoubtful={isDoubtful}
      now={now !== null && slotKey(now) === slotKey(slot)}
      {...(style === undefined ? {} : { style })}
      onType={(text) => {
        store.type(slot, text);
        onTouched();
      }}
      onUnit={(unit) => {
        store.setUnit(slot, unit);
      }}
      onFocus={() => {
        onFocusSlot(slot);
      }}
      onEnter={(back) => {
        onStep(slot, back);
      }}
    />
  );
}
