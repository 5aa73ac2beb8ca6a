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

/** What went wrong, in the words of the server where it has some. */
async function refusal(response: Response): Promise<string> {
  try {
    const { detail } = (await response.json()) as { readonly detail?: unknown };
    if (typeof detail === 'string') return detail;
  } catch {
    // Not a problem of ours, such as the page of a proxy.
  }
  return 'The file could not be made. Try again.';
}

function save(file: Blob, name: string): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(file);
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}

const nameOf = (response: Response): string =>
  /filename="([^"]+)"/.exec(response.headers.get('content-disposition') ?? '')?.[1] ?? 'report';

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
    void fetch(`/print/progress?job=${job}`)
      .then(async (response) => (response.ok ? ((await response.json()) as Progress) : null))
      .then((progress) => {
        if (progress === null) return;
        words.textContent = WORDS[progress.stage];
        if (progress.share === null) bar.removeAttribute('value');
        else bar.value = progress.share;
      })
      .catch(() => undefined);
  }, ASK_EVERY_MS);
  try {
    const response = await fetch(`${href}&job=${job}`);
    if (response.ok) {
      save(await response.blob(), nameOf(response));
      status.replaceChildren('The file is ready.');
    } else status.replaceChildren(await refusal(response));
  } catch {
    status.replaceChildren('The file could not be loaded. Check the connection and try again.');
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
