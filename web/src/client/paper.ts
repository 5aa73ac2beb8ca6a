import { call, download, errorText } from './api.ts';
import { newId } from './identity.ts';
import { t, say } from '../messages/text.ts';
import { message, type Text } from '@arbolito/core/message';

interface Progress {
  readonly stage: 'waiting' | 'reading' | 'setting';
  readonly share: number | null;
}

const WORDS: Readonly<Record<Progress['stage'], Text>> = {
  waiting: message('client.waiting-for-another-report', 'Waiting for another report…'),
  reading: message('client.reading-the-survey', 'Reading the survey…'),
  setting: message('client.creating-the-file', 'Creating the file…'),
};
const ASK_EVERY_MS = 700;
/** A report of a large survey takes minutes. */
const FILE_LIMIT_S = 900;

function save(file: Blob, name: string): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(file);
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}

/** Makes a report, saying how far it is. */
async function make(href: string, status: HTMLElement): Promise<void> {
  const job = newId();
  const bar = document.createElement('progress');
  bar.className = 'h-4 w-56 accent-lichen';
  bar.setAttribute('aria-label', t('client.progress', 'Progress'));
  const words = document.createElement('span');
  words.textContent = say(WORDS.reading);
  status.replaceChildren(words, bar);
  const timer = window.setInterval(() => {
    call<Progress>('GET', `/print/progress?job=${job}`)
      .then(({ stage, share }) => {
        words.textContent = say(WORDS[stage]);
        if (share === null) bar.removeAttribute('value');
        else bar.value = share;
      })
      .catch(() => undefined);
  }, ASK_EVERY_MS);
  try {
    const { file, name } = await download(`${href}&job=${job}`, { limitS: FILE_LIMIT_S });
    save(file, name);
    status.replaceChildren(t('client.the-file-is-ready', 'The file is ready.'));
  } catch (error) {
    status.replaceChildren(
      t('client.the-file-was-not-created', '{error} The file was not created. Try again.', { error: errorText(error) }),
    );
  } finally {
    window.clearInterval(timer);
  }
}

/** Links to reports say how far the file is while it is being made. Without a script they are plain downloads. */
export function startPapers(): void {
  const status = document.querySelector<HTMLElement>('#paper-status');
  let busy = false;
  for (const link of document.querySelectorAll<HTMLAnchorElement>('a[data-paper]'))
    link.addEventListener('click', (event) => {
      if (status === null) return;
      event.preventDefault();
      if (busy) return;
      busy = true;
      void make(link.href, status).finally(() => {
        busy = false;
      });
    });
}
