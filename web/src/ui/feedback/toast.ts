import { t } from '../../messages/text.ts';

const SHOWN_MS = 7_000;
/** What is to be said after the page has been loaded again. */
const LATER = 'toast';

/**
 * Says for some seconds what was done, in the one place of every page for it. It stays while it is pointed at.
 *
 * @param words a sentence
 */
export function toast(words: string): void {
  const place = document.querySelector('#toasts');
  if (place === null) return;
  const item = document.createElement('p');
  item.className = 'toast';
  const text = document.createElement('span');
  text.textContent = words;
  const close = document.createElement('button');
  close.type = 'button';
  close.className = 'btn';
  close.textContent = t('ui.close', 'Close');
  close.addEventListener('click', () => {
    item.remove();
  });
  item.append(text, close);
  let timer = 0;
  const leaveLater = (): void => {
    timer = window.setTimeout(() => {
      item.remove();
    }, SHOWN_MS);
  };
  item.addEventListener('pointerenter', () => {
    window.clearTimeout(timer);
  });
  item.addEventListener('pointerleave', leaveLater);
  place.replaceChildren(item);
  leaveLater();
}

/** As `toast`, once the page has been loaded again. */
export function toastAfterLoad(words: string): void {
  try {
    sessionStorage.setItem(LATER, words);
  } catch {
    // Without storage nothing is said; what was done is on the page itself.
  }
}

/** Says what the page before left to be said. */
export function toastFromBefore(): void {
  try {
    const words = sessionStorage.getItem(LATER);
    sessionStorage.removeItem(LATER);
    if (words !== null) toast(words);
  } catch {
    // Nothing was kept.
  }
}
