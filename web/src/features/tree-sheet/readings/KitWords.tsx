import { CalendarClock } from 'lucide-react';
import { instrumentFor, wordsAtReading } from '@arbolito/core/instruments';
import { now } from '../../../client/identity.ts';
import { entryOf, type SheetView, type Slot } from '../store.ts';
import { say } from '../../../messages/text.ts';

/** What the crew's kit says of the instrument in hand: an overdue check, a zero that is off. */
export function KitWords({ view, slot }: { readonly view: SheetView; readonly slot: Slot }) {
  const { settings, draft } = view;
  const { unit } = entryOf(draft, slot, settings);
  const own = instrumentFor(settings.kit, slot.spec.instrument, unit);
  const words = own === null ? [] : wordsAtReading(own, unit, now());
  if (words.length === 0) return null;
  return (
    <span
      data-testid="kit-words"
      className="mt-0.5 flex items-start gap-1.5 font-semibold text-paint-ink max-md:text-[0.92rem] max-md:leading-tight"
    >
      <CalendarClock aria-hidden="true" size={18} className="mt-0.5 shrink-0" />
      {words.map(say).join(' ')}
    </span>
  );
}
