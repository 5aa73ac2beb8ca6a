import { call, download, errorText } from './api.ts';
import { newId } from './identity.ts';

interface Progress {
  readonly stage: 'waiting' | 'reading' | 'setting';
  readonly share: number | null;
}

const WORDS: Readonly<Record<Progress['stage'], string>> = {
  waiting: 'Waiting for another report …',
  reading: 'Reading the survey …',
  setting: 'Making the file …',
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
  bar.setAttribute('aria-label', 'Progress');
  const words = document.createElement('span');
  words.textContent = WORDS.reading;
  status.replaceChildren(words, bar);
  const timer = window.setInterval(() => {
    call<Progress>('GET', `/print/progress?job=${job}`)
      .then(({ stage, share }) => {
        words.textContent = WORDS[stage];
        if (share === null) bar.removeAttribute('value');
        else bar.value = share;
      })
      .catch(() => undefined);
  }, ASK_EVERY_MS);
  try {
    const { file, name } = await download(`${href}&job=${job}`, { limitS: FILE_LIMIT_S });
    save(file, name);
    status.replaceChildren('The file is ready.');
  } catch (error) {
    status.replaceChildren(`${errorText(error)} The file was not made: try again.`);
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
