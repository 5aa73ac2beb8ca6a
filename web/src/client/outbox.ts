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

/** A write that the server would not take, kept until somebody has seen it. */
export interface RefusedWrite {
  readonly write: Write;
  readonly problem: ProblemView;
}

export type Fate =
  { readonly kind: 'kept'; readonly answer: unknown } | { readonly kind: 'refused'; readonly problem: ProblemView };

const WAITING = 'arbolito.outbox:';
const REFUSED = 'arbolito.refused:';

const hasStorage = typeof localStorage !== 'undefined';
/** Holds what the device would not store, so that a full or forbidden storage loses nothing while the page is open. */
const unstored = new Map<string, string>();

/** Every write has a key of its own, so that two tabs on one device never overwrite each other's. */
function keysOf(prefix: string): string[] {
  const stored = hasStorage ? Array.from({ length: localStorage.length }, (_, i) => localStorage.key(i) ?? '') : [];
  return [...new Set([...stored, ...unstored.keys()])].filter((key) => key.startsWith(prefix)).sort();
}

function read(key: string): unknown {
  const text = unstored.get(key) ?? localStorage.getItem(key);
  try {
    return text === null ? null : JSON.parse(text);
  } catch {
    return null;
  }
}

function put(key: string, value: unknown): void {
  const text = JSON.stringify(value);
  try {
    localStorage.setItem(key, text);
  } catch {
    unstored.set(key, text);
  }
}

function drop(key: string): void {
  unstored.delete(key);
  localStorage.removeItem(key);
}

const listed = <T>(prefix: string): T[] => keysOf(prefix).flatMap((key) => (read(key) as T | null) ?? []);

/** The writes that have not been answered yet, the oldest first. Survives a reload. */
export const outbox = atom<readonly Write[]>(listed<Write>(WAITING));
/** Writes that were refused while nobody was there to be told. */
export const refused = atom<readonly RefusedWrite[]>(listed<RefusedWrite>(REFUSED));

const refresh = (): void => {
  outbox.set(listed<Write>(WAITING));
  refused.set(listed<RefusedWrite>(REFUSED));
};

const keyOf = (id: string): string | undefined => keysOf(WAITING).find((key) => key.endsWith(id));
const nextKey = (id: string): string => {
  const last = Number(keysOf(WAITING).at(-1)?.slice(WAITING.length).split(':')[0] ?? 0);
  return `${WAITING}${String(Math.max(Date.now(), last + 1)).padStart(16, '0')}:${id}`;
};

/** What was answered to writes of an earlier page since this one was opened, before anybody here asked about them. */
export const arrived: { readonly write: Write; readonly answer: unknown }[] = [];

const listeners = new Map<string, (fate: Fate) => void>();
let sending = false;
let timer: ReturnType<typeof setTimeout> | undefined;

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
      const listener = listeners.get(id);
      listeners.delete(id);
      if (listener === undefined) {
        if (fate.kind === 'refused') put(`${REFUSED}${id}`, { write: next, problem: fate.problem });
        else arrived.push({ write: next, answer: fate.answer });
      }
      const key = keyOf(id);
      if (key !== undefined) drop(key);
      refresh();
      listener?.(fate);
    }
  } catch (error) {
    const seconds = error instanceof Unreachable ? error.retryAfterS : 3;
    timer = setTimeout(() => void flush(), seconds * 1000);
  } finally {
    sending = false;
  }
}

/** Asks to be told what becomes of a write that is waiting already. */
export const follow = (id: string, onFate: (fate: Fate) => void): void => {
  listeners.set(id, onFate);
};

/** Queues a write and sends it as soon as it can be. `onFate` is told what became of it, unless the page is left. */
export function send(write: Write, onFate: (fate: Fate) => void): void {
  follow(write.id, onFate);
  put(nextKey(write.id), write);
  refresh();
  void flush();
}

/** Lets a refused write go, once somebody has seen it. */
export function discard(id: string): void {
  drop(`${REFUSED}${id}`);
  refresh();
}

if (typeof window !== 'undefined') {
  window.addEventListener('online', () => void flush());
  window.addEventListener('storage', refresh);
  if (outbox.get().length > 0) void flush();
}
