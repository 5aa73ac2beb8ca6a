import { outbox } from './outbox.ts';
import { refreshCopies } from './survey-copies.ts';

/** Entries come in bursts: the copies are read again once they have stopped. */
const QUIET_MS = 1_000;

/** Reads what others changed of the surveys on this device: now, after entries were sent, and when the network comes back. */
export function keepCopiesFresh(): void {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let hasWaited = false;
  const soon = (): void => {
    clearTimeout(timer);
    timer = setTimeout(() => void refreshCopies(), QUIET_MS);
  };
  outbox.subscribe((writes) => {
    if (writes.length === 0 && hasWaited) soon();
    hasWaited = writes.length > 0;
  });
  window.addEventListener('online', soon);
  soon();
}
