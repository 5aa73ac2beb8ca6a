import { isTheme } from './navigation.ts';
import { discard, outbox, refused, type RefusedWrite } from '../client/outbox.ts';

const A_YEAR_S = 31_536_000;

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target.matches('input, textarea, select') || target.isContentEditable);

/** What was entered in a refused write, as far as a person would know it again. */
function enteredIn({ write }: RefusedWrite): string {
  const { tag, speciesCode, readings } = write.body as {
    readonly tag?: string;
    readonly speciesCode?: string;
    readonly readings?: readonly { readonly key: string; readonly asRead: string; readonly unit: string }[];
  };
  const read = (readings ?? []).map(({ key, asRead, unit }) => `${key} ${asRead} ${unit}`).join(', ');
  return [tag === undefined ? '' : `Tree ${tag}`, speciesCode ?? '', read].filter((part) => part !== '').join(' · ');
}

function refusedItem(entry: RefusedWrite): HTMLElement {
  const item = document.createElement('p');
  const words = document.createElement('span');
  words.textContent = `Not kept: ${entry.problem.detail} ${enteredIn(entry)}`;
  const button = document.createElement('button');
  button.type = 'button';
  button.className = 'btn';
  button.textContent = 'Seen, let it go';
  button.addEventListener('click', () => {
    discard(entry.write.id);
  });
  item.append(words, button);
  return item;
}

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

  const list = document.querySelector('#refused');
  refused.subscribe((writes) => list?.replaceChildren(...writes.map(refusedItem)));

  const waiting = document.querySelector('#waiting');
  outbox.subscribe((writes) => {
    if (waiting === null) return;
    waiting.textContent = writes.length === 0 ? '' : `${writes.length} waiting to send`;
  });
}
