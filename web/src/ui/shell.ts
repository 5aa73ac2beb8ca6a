import { isTheme } from './navigation.ts';
import { storageProblem } from '../client/device-storage.ts';
import { discard, outbox, refused, sendAgain, setAside, type Write } from '../client/outbox.ts';

const A_YEAR_S = 31_536_000;

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target.matches('input, textarea, select') || target.isContentEditable);

/** What was entered in a write, as far as a person would recognize it. */
function enteredIn(write: Write): string {
  const { tag, speciesCode, readings } = write.body as {
    readonly tag?: string;
    readonly speciesCode?: string;
    readonly readings?: readonly { readonly key: string; readonly asRead: string; readonly unit: string }[];
  };
  const read = (readings ?? []).map(({ key, asRead, unit }) => `${key} ${asRead} ${unit}`).join(', ');
  return [tag === undefined ? '' : `Tree ${tag}`, speciesCode ?? '', read].filter((part) => part !== '').join(' · ');
}

function notice(text: string, actions: readonly { readonly label: string; readonly act: () => void }[]): HTMLElement {
  const item = document.createElement('p');
  const words = document.createElement('span');
  words.textContent = text;
  const buttons = actions.map(({ label, act }) => {
    const button = document.createElement('button');
    button.type = 'button';
    button.className = 'btn';
    button.textContent = label;
    button.addEventListener('click', act);
    return button;
  });
  item.append(words, ...buttons);
  return item;
}

/** What the user has to know of entries that did not reach the server, and of storage that does not work. */
function notices(): HTMLElement[] {
  const problem = storageProblem.get();
  return [
    ...(problem === null ? [] : [notice(problem, [])]),
    ...refused.get().map(({ write, problem: { detail } }) =>
      notice(`Not saved: ${detail} ${enteredIn(write)}`, [
        {
          label: 'Dismiss',
          act: () => {
            discard(write.id);
          },
        },
      ]),
    ),
    ...setAside.get().map(({ write, reason }) =>
      notice(`Not sent after three tries: ${reason} ${enteredIn(write)}`, [
        {
          label: 'Send again',
          act: () => {
            sendAgain(write.id);
          },
        },
        {
          label: 'Discard',
          act: () => {
            if (window.confirm(`Discard this entry? ${enteredIn(write)}`)) discard(write.id);
          },
        },
      ]),
    ),
  ];
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
  const showNotices = (): void => list?.replaceChildren(...notices());
  for (const store of [storageProblem, refused, setAside]) store.subscribe(showNotices);

  const waiting = document.querySelector('#waiting');
  outbox.subscribe((writes) => {
    if (waiting === null) return;
    waiting.textContent = writes.length === 0 ? '' : `${writes.length} waiting to send`;
  });
}
