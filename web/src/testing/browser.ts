import '@testing-library/jest-dom/vitest';
import { cleanup } from '@testing-library/react';
import { afterEach } from 'vitest';

// What jsdom lacks of a browser, as far as the islands ask for it.

/** A window of 1280 × 800: media queries for narrower ones do not match. */
window.matchMedia = (query) =>
  ({
    matches: !query.includes('max-width'),
    media: query,
    addEventListener: () => undefined,
    removeEventListener: () => undefined,
  }) as unknown as MediaQueryList;

/** Every element is 800 × 600 px large. */
class WholeSize {
  readonly #tell: ResizeObserverCallback;
  constructor(tell: ResizeObserverCallback) {
    this.#tell = tell;
  }
  observe(target: Element): void {
    const contentRect = { width: 800, height: 600 };
    this.#tell([{ target, contentRect } as ResizeObserverEntry], this);
  }
  unobserve(): void {
    // Nothing is watched.
  }
  disconnect(): void {
    // Nothing is watched.
  }
}
window.ResizeObserver = WholeSize;
Element.prototype.scrollIntoView = () => undefined;
HTMLDialogElement.prototype.showModal = function showModal() {
  this.open = true;
};
HTMLDialogElement.prototype.close = function close() {
  this.open = false;
  this.dispatchEvent(new Event('close'));
};

afterEach(cleanup);
