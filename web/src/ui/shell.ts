import { isTheme } from './navigation.ts';
import { outbox } from '../client/outbox.ts';

const A_YEAR_S = 31_536_000;

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target.matches('input, textarea, select') || target.isContentEditable);

/** Wakes the parts of the shell that every page has: theme, help, and the count of writes that wait. */
export function startShell(): void {
  const theme = document.querySelector<HTMLSelectElement>('#theme');
  theme?.addEventListener('change', () => {
    if (!isTheme(theme.value)) return;
    document.documentElement.dataset.theme = theme.value;
    document.cookie = `theme=${theme.value}; path=/; max-age=${A_YEAR_S}; samesite=lax`;
  });

  const help = document.querySelector<HTMLDialogElement>('#help');
  document.querySelector('#help-open')?.addEventListener('click', () => help?.showModal());
  document.querySelector('#help-close')?.addEventListener('click', () => help?.close());
  document.addEventListener('keydown', (event) => {
    if (event.key !== '?' || event.ctrlKey || event.metaKey || help === null) return;
    // In a field a question mark is never part of a reading; elsewhere text is text.
    if (isTyping(event.target) && !(event.target as HTMLElement).matches('[data-reading]')) return;
    event.preventDefault();
    if (!help.open) help.showModal();
  });

  const waiting = document.querySelector('#waiting');
  outbox.subscribe((writes) => {
    if (waiting === null) return;
    waiting.textContent = writes.length === 0 ? '' : `${writes.length} waiting to send`;
  });
}
