import { atom } from 'nanostores';
import type { ProblemView } from '../contracts/views.ts';
import { ApiError, call } from './api.ts';
import { deviceStorage } from './device-storage.ts';
import { t } from '../messages/text.ts';

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

/** A write that failed again and again, kept until somebody sends it again or discards it. */
export interface SetAsideWrite {
  readonly write: Write;
  readonly reason: string;
}

export type WriteResult =
  { readonly kind: 'kept'; readonly answer: unknown } | { readonly kind: 'refused'; readonly problem: ProblemView };

const WAITING = 'arbolito.outbox:';
const REFUSED = 'arbolito.refused:';
const SET_ASIDE = 'arbolito.set-aside:';

/** After so many tries a failing write is set aside, so that those behind it are sent. */
const TRIES = 3;

function read(key: string): unknown {
  const text = deviceStorage.get(key);
  try {
    return text === null ? null : JSON.parse(text);
  } catch {
    return null;
  }
}

const put = (key: string, value: unknown): void => {
  deviceStorage.put(key, JSON.stringify(value));
};

/** Every write has a key of its own, so that two tabs on one device never overwrite each other's. */
const listed = <T>(prefix: string): T[] => deviceStorage.keys(prefix).flatMap((key) => (read(key) as T | null) ?? []);

/** The writes that have not been answered yet, the oldest first. Survives a reload. */
export const outbox = atom<readonly Write[]>(listed<Write>(WAITING));
/** Writes that were refused while nobody was there to be told. */
export const refused = atom<readonly RefusedWrite[]>(listed<RefusedWrite>(REFUSED));

/** Writes that failed on every try; the queue goes on without them. */
export const setAside = atom<readonly SetAsideWrite[]>(listed<SetAsideWrite>(SET_ASIDE));

/** Every write that the server does not have yet, whether it waits its turn or was set aside. */
export const notSent = (): Write[] => [...outbox.get(), ...setAside.get().map(({ write }) => write)];

const refresh = (): void => {
  setAside.set(listed<SetAsideWrite>(SET_ASIDE));
  outbox.set(listed<Write>(WAITING));
  refused.set(listed<RefusedWrite>(REFUSED));
};

const keyOf = (id: string): string | undefined => deviceStorage.keys(WAITING).find((key) => key.endsWith(id));
const forgetWaiting = (id: string): void => {
  const key = keyOf(id);
  if (key !== undefined) deviceStorage.remove(key);
  refresh();
};
const nextKey = (id: string): string => {
  const last = Number(deviceStorage.keys(WAITING).at(-1)?.slice(WAITING.length).split(':')[0] ?? 0);
  return `${WAITING}${String(Math.max(Date.now(), last + 1)).padStart(16, '0')}:${id}`;
};

/** What was answered to writes of an earlier page since this one was opened, before anybody here asked about them. */
export const confirmedWrites: { readonly write: Write; readonly answer: unknown }[] = [];

const listeners = new Map<string, (fate: WriteResult) => void>();
/** Failed tries of each write since this page was opened. */
const tries = new Map<string, number>();
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
      let fate: WriteResult;
      try {
        fate = { kind: 'kept', answer: await call(method, url, body) };
      } catch (error) {
        if (!(error instanceof ApiError)) throw error;
        if (error.kind === 'failing') {
          const failed = (tries.get(id) ?? 0) + 1;
          tries.set(id, failed);
          if (failed < TRIES) throw error;
          tries.delete(id);
          put(`${SET_ASIDE}${id}`, { write: next, reason: error.message });
          forgetWaiting(id);
          continue;
        }
        if (error.problem === null) throw error;
        fate = { kind: 'refused', problem: error.problem };
      }
      const listener = listeners.get(id);
      listeners.delete(id);
      if (listener === undefined) {
        if (fate.kind === 'refused') put(`${REFUSED}${id}`, { write: next, problem: fate.problem });
        else confirmedWrites.push({ write: next, answer: fate.answer });
      }
      tries.delete(id);
      forgetWaiting(id);
      listener?.(fate);
    }
  } catch (error) {
    const seconds = error instanceof ApiError ? error.retryAfterS : 3;
    timer = setTimeout(() => void flush(), seconds * 1000);
  } finally {
    sending = false;
  }
}

/** Puts a write that was set aside back in the queue. */
export function sendAgain(id: string): void {
  const entry = setAside.get().find(({ write }) => write.id === id);
  if (entry === undefined) return;
  put(nextKey(id), entry.write);
  deviceStorage.remove(`${SET_ASIDE}${id}`);
  refresh();
  void flush();
}

/** Asks to be told what becomes of a write that is waiting already. */
export const follow = (id: string, onFate: (fate: WriteResult) => void): void => {
  listeners.set(id, onFate);
};

/** Queues a write and sends it as soon as it can be. `onFate` is told what became of it, unless the page is left. */
export function send(write: Write, onFate: (fate: WriteResult) => void): void {
  follow(write.id, onFate);
  put(nextKey(write.id), write);
  refresh();
  void flush();
}

/** Deletes a write that was refused or set aside. The page that made it is told. */
export function discard(id: string): void {
  const entry = setAside.get().find(({ write }) => write.id === id);
  deviceStorage.remove(`${REFUSED}${id}`);
  deviceStorage.remove(`${SET_ASIDE}${id}`);
  refresh();
  const listener = listeners.get(id);
  listeners.delete(id);
  if (entry !== undefined) {
    const problem = {
      type: 'about:blank',
      title: t('client.not-sent', 'Not sent'),
      status: 500,
      detail: entry.reason,
      code: 'discarded',
    };
    listener?.({ kind: 'refused', problem });
  }
}

if (typeof window !== 'undefined') {
  window.addEventListener('online', () => void flush());
  window.addEventListener('storage', refresh);
  if (outbox.get().length > 0) void flush();
}
