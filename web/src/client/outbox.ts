import { atom } from 'nanostores';
import type { ProblemView } from '../contracts/views.ts';
import { call, Refused, Unreachable } from './api.ts';

/** A write on its way to the server. Its body carries its own identifier, so that sending it twice does no harm. */
export interface Write {
  readonly id: string;
  readonly method: 'POST' | 'DELETE';
  readonly url: string;
  readonly body: unknown;
}

export type Fate =
  { readonly kind: 'kept'; readonly answer: unknown } | { readonly kind: 'refused'; readonly problem: ProblemView };

const KEY = 'arbolito.outbox';

const stored = (): Write[] => {
  try {
    const parsed: unknown = JSON.parse(globalThis.localStorage.getItem(KEY) ?? '[]');
    return Array.isArray(parsed) ? (parsed as Write[]) : [];
  } catch {
    return [];
  }
};

/** The writes that have not been answered yet, the oldest first. Survives a reload. */
export const outbox = atom<readonly Write[]>(typeof localStorage === 'undefined' ? [] : stored());

const listeners = new Map<string, (fate: Fate) => void>();
let sending = false;
let timer: ReturnType<typeof setTimeout> | undefined;

const keep = (writes: readonly Write[]): void => {
  outbox.set(writes);
  localStorage.setItem(KEY, JSON.stringify(writes));
};

/** Sends what waits, in its order. After a lost connection it tries again by itself. */
export async function flush(): Promise<void> {
  if (sending) return;
  sending = true;
  clearTimeout(timer);
  try {
    for (let next = outbox.get()[0]; next !== undefined; next = outbox.get()[0]) {
      const { id, method, url, body } = next;
      let fate: Fate;
      try {
        fate = { kind: 'kept', answer: await call(method, url, body) };
      } catch (error) {
        if (!(error instanceof Refused)) throw error;
        fate = { kind: 'refused', problem: error.problem };
      }
      keep(outbox.get().filter((write) => write.id !== id));
      listeners.get(id)?.(fate);
      listeners.delete(id);
    }
  } catch (error) {
    const seconds = error instanceof Unreachable ? error.retryAfterS : 3;
    timer = setTimeout(() => void flush(), seconds * 1000);
  } finally {
    sending = false;
  }
}

/** Queues a write and sends it as soon as it can be. `onFate` is told what became of it, unless the page is left. */
export function send(write: Write, onFate: (fate: Fate) => void): void {
  listeners.set(write.id, onFate);
  keep([...outbox.get(), write]);
  void flush();
}

if (typeof window !== 'undefined') {
  window.addEventListener('online', () => void flush());
  if (outbox.get().length > 0) void flush();
}
