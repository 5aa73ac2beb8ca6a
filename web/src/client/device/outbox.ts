import { atom } from 'nanostores';
import type { ProblemView } from '../../contracts/views.ts';
import type { OperationResult, PlotRevision } from '../../contracts/sync.ts';
import { ApiError } from '../api.ts';
import { t } from '../../messages/text.ts';
import { deviceDatabase } from './device-database.ts';
import { onDisk, type StoredWrite } from './device-schema.ts';
import { deviceStorage, noteStored } from './device-storage.ts';
import { noteConflicts } from './open-conflicts.ts';
import { nextBatch, SENDING } from './batches.ts';
import { sendBatch } from './send-batch.ts';

/** A write on its way to the server. Its body carries its own identifier, so that sending it twice does no harm. */
export type Write = Pick<StoredWrite, 'id' | 'method' | 'url' | 'body' | 'rules'>;

/** A write that waits, with when it was made. */
export type WaitingWrite = Write & Pick<StoredWrite, 'madeAt'>;

/** A write that the server would not take, kept until a person has seen it. */
export interface RefusedWrite {
  readonly write: WaitingWrite;
  readonly problem: ProblemView;
}

/** A write that failed again and again, kept until a person sends it again or discards it. */
export interface SetAsideWrite {
  readonly write: WaitingWrite;
  readonly reason: string;
}

/** What became of a write. A new tree whose tag was given to another one is kept without an answer: it waits for a person. */
export type WriteResult =
  | {
      readonly kind: 'kept';
      readonly answer: unknown;
      /** The plot as it is with the write; null where it is about none. */
      readonly plot: PlotRevision | null;
    }
  | { readonly kind: 'refused'; readonly problem: ProblemView };

/** Without an answer it waits twice as long each time, up to half a minute. */
const FIRST_WAIT_S = 3;
const LONGEST_WAIT_S = 30;
/** After so many tries a failing write is set aside, so that those behind it are sent. */
const TRIES = 3;

/** The writes that have not been answered yet, the oldest first. Survives a reload. */
export const outbox = atom<readonly WaitingWrite[]>([]);
/** Writes that were refused when the page that made them was closed. */
export const refused = atom<readonly RefusedWrite[]>([]);
/** Writes that failed on every try; the queue goes on without them. */
export const setAside = atom<readonly SetAsideWrite[]>([]);

/** The writes that a copy of a plot on this device may not have, in their order: those that are not sent, and sent ones. */
export const beyondCopies = (): readonly StoredWrite[] =>
  [...stored, ...unstored].filter(({ state }) => state !== 'refused');

/** Every write that the server does not have yet, whether it waits its turn or was set aside. */
export const notSent = (): WaitingWrite[] => [...outbox.get(), ...setAside.get().map(({ write }) => write)];

/** What was answered to writes of an earlier page since this one was opened, before this page asked about them. */
export const confirmedWrites: { readonly write: Write; readonly answer: unknown }[] = [];

/** All writes that the server does not have, as they are on the disk. */
let stored: readonly StoredWrite[] = [];
/** Those that found no room there: they last as long as the page. */
let unstored: readonly StoredWrite[] = [];

const problemOf = (detail: string): ProblemView => ({
  type: 'about:blank',
  title: t('client.not-sent', 'Not sent'),
  status: 500,
  detail,
  code: 'discarded',
});

function show(): void {
  const all = [...stored, ...unstored];
  outbox.set(all.filter(({ state }) => state === 'waiting'));
  refused.set(
    all.flatMap((write) => (write.state === 'refused' ? [{ write, problem: write.problem ?? problemOf('') }] : [])),
  );
  setAside.set(
    all.flatMap((write) => (write.state === 'set-aside' ? [{ write, reason: write.problem?.detail ?? '' }] : [])),
  );
}

/** What another page of this device has to know. */
type Told =
  | { readonly kind: 'changed' }
  /** The page that made the write learns what became of it. */
  | { readonly kind: 'answered'; readonly id: string; readonly fate: WriteResult };

const pages = typeof window === 'undefined' ? undefined : new BroadcastChannel('arbolito.outbox');
const tell = (told: Told): void => pages?.postMessage(told);

/** Counts what this page has changed, so that it does not take an older state from the disk. */
let changes = 0;
let reading: Promise<void> | null = null;

/** Reads what is on the disk: another page may have written there. */
function readStored(): Promise<void> {
  const read = async (): Promise<void> => {
    if (deviceDatabase === null) return;
    try {
      let before: number;
      do {
        before = changes;
        const all = await deviceDatabase.getAll('writes');
        if (before === changes) stored = all;
      } while (before !== changes);
    } catch (error) {
      noteStored(error);
    }
    show();
  };
  reading ??= read().finally(() => {
    reading = null;
  });
  return reading;
}

/** Takes notice of writes that were changed on the disk beside this module. */
export async function rereadWrites(): Promise<void> {
  await readStored();
  tell({ kind: 'changed' });
}

/** Adds a write at the end, or puts one in the place of what is there; in memory where the disk has no room. */
async function put(write: StoredWrite): Promise<void> {
  const others = (list: readonly StoredWrite[]): StoredWrite[] => list.filter(({ id }) => id !== write.id);
  try {
    if (deviceDatabase === null) throw new DOMException('no storage', 'NotAllowedError');
    const order = await onDisk(deviceDatabase, 'writes', (transaction) => transaction.objectStore('writes').put(write));
    stored = [...others(stored), { ...write, order }].sort((a, b) => (a.order ?? 0) - (b.order ?? 0));
    unstored = others(unstored);
    changes += 1;
    noteStored(null);
  } catch (error) {
    noteStored(error);
    unstored = [...others(unstored), write];
  }
  show();
  tell({ kind: 'changed' });
}

/** Takes writes away and puts others in their place, in one transaction. */
async function replaceWrites(ids: ReadonlySet<string>, others: readonly StoredWrite[]): Promise<void> {
  const gone = stored.filter(({ id }) => ids.has(id));
  const kept = others.filter(({ order }) => order !== undefined);
  changes += 1;
  stored = [...stored.filter(({ id }) => !ids.has(id)), ...kept].sort((a, b) => (a.order ?? 0) - (b.order ?? 0));
  unstored = [
    ...unstored.filter(({ id }) => !ids.has(id)),
    ...others.filter(({ order, state }) => order === undefined && state === 'refused'),
  ];
  show();
  if (deviceDatabase === null || gone.length === 0) return;
  // What stays on the disk by mistake is sent once more, which does no harm.
  await onDisk(deviceDatabase, 'writes', async (transaction) => {
    const store = transaction.objectStore('writes');
    const isKept = new Set(kept.map(({ order }) => order));
    await Promise.all([
      ...gone.map(({ order }) => (order === undefined || isKept.has(order) ? undefined : store.delete(order))),
      ...kept.map((write) => store.put(write)),
    ]);
  }).catch(noteStored);
  tell({ kind: 'changed' });
}

const remove = (id: string): Promise<void> => replaceWrites(new Set([id]), []);

const found = (id: string): StoredWrite | undefined => [...stored, ...unstored].find((write) => write.id === id);

const listeners = new Map<string, (fate: WriteResult) => void>();
/** Failed tries of each write since this page was opened. */
const tries = new Map<string, number>();

/** Tells the page that made a write what became of it; whether that is this one. */
function tellListener(id: string, fate: WriteResult): boolean {
  const listener = listeners.get(id);
  listeners.delete(id);
  listener?.(fate);
  return listener !== undefined;
}

const hasCopy = async (plotId: string): Promise<boolean> =>
  (await deviceDatabase?.getKey('plots', plotId).catch(() => undefined)) !== undefined;

/** A write with what became of it. */
interface Settled {
  readonly write: StoredWrite;
  readonly fate: WriteResult;
}

/** What stays of a write on this device; null where nothing does. */
async function leftOf({ write, fate }: Settled): Promise<StoredWrite | null> {
  if (fate.kind === 'refused')
    return listeners.has(write.id) ? null : { ...write, state: 'refused', problem: fate.problem };
  const { answer, plot } = fate;
  // The copy of the plot on this device does not have it yet.
  return answer !== null && plot !== null && (await hasCopy(plot.id)) ? { ...write, state: 'sent', plot } : null;
}

/** Notes what became of writes, all in one transaction, and tells who made them. */
async function settle(settled: readonly Settled[]): Promise<void> {
  const left = await Promise.all(settled.map(leftOf));
  for (const { write, fate } of settled) {
    tries.delete(write.id);
    // In one go with its leaving the queue: a view that opens now finds it in one of the two.
    if (fate.kind === 'kept' && !listeners.has(write.id)) confirmedWrites.push({ write, answer: fate.answer });
  }
  await replaceWrites(
    new Set(settled.map(({ write }) => write.id)),
    left.flatMap((write) => write ?? []),
  );
  for (const { write, fate } of settled)
    if (!tellListener(write.id, fate)) tell({ kind: 'answered', id: write.id, fate });
}

const isWaiting = ({ state }: StoredWrite): boolean => state === 'waiting';

/** Photos go last: they take long, and nothing hangs on them. */
const isPhoto = ({ body }: StoredWrite): boolean => body instanceof Blob;

/** The writes that can be sent, in their order. What changes something that was set aside waits for it: without it the server would refuse. */
function sendable(): readonly StoredWrite[] {
  const all = [...stored, ...unstored];
  const aside = all.filter(({ state }) => state === 'set-aside');
  const free = all.filter((write) => isWaiting(write) && !aside.some(({ id }) => write.url.split('/').includes(id)));
  return [...free.filter((write) => !isPhoto(write)), ...free.filter(isPhoto)];
}

/** After a failure writes go one by one, so that one that fails does not hold up the others. */
let alone = false;

async function settleAll(batch: readonly StoredWrite[], results: readonly OperationResult[]): Promise<void> {
  const writes = new Map(batch.map((write) => [write.id, write]));
  await noteConflicts(results.flatMap((result) => (result.kind === 'kept' ? result.conflicts : [])));
  await settle(
    results.flatMap((result): readonly Settled[] => {
      const write = writes.get(result.id);
      if (write === undefined) return [];
      return [{ write, fate: result }];
    }),
  );
}

/** A write failed by itself. @throws ApiError where it has to be tried again */
async function settleFailure(write: StoredWrite, error: ApiError): Promise<void> {
  if (error.kind === 'failing') {
    alone = true;
    const failed = (tries.get(write.id) ?? 0) + 1;
    tries.set(write.id, failed);
    if (failed < TRIES) throw error;
    tries.delete(write.id);
    alone = false;
    await put({ ...write, state: 'set-aside', problem: problemOf(error.message) });
    return;
  }
  if (error.problem === null) throw error;
  await settle([{ write, fate: { kind: 'refused', problem: error.problem } }]);
}

/** Sends some writes. @throws ApiError where they have to be tried again */
async function sendSome(batch: readonly StoredWrite[]): Promise<void> {
  try {
    await settleAll(batch, await sendBatch(batch));
  } catch (error) {
    if (!(error instanceof ApiError)) throw error;
    const [only, ...others] = batch;
    if (only !== undefined && others.length === 0) {
      await settleFailure(only, error);
      return;
    }
    if (error.kind === 'unreachable') throw error;
    alone = true;
    if (error.kind === 'failing') throw error;
  }
}

let sending = false;
/** Times that sending was asked for. */
let asked = 0;
let timer: ReturnType<typeof setTimeout> | undefined;
/** Tries in a row that were not answered. */
let unanswered = 0;

async function sendAll(): Promise<void> {
  try {
    for (let next = sendable(); next.length > 0; next = sendable()) {
      await sendSome(nextBatch(next, alone ? 1 : undefined));
      unanswered = 0;
    }
    alone = false;
  } catch (error) {
    const askedS = error instanceof ApiError ? error.retryAfterS : 0;
    const waitS = Math.max(askedS, Math.min(LONGEST_WAIT_S, FIRST_WAIT_S * 2 ** unanswered));
    unanswered += 1;
    timer = setTimeout(() => void flush(), waitS * 1000);
  }
}

/** Sends what waits, in its order. After a lost connection it tries again by itself. One page of the device sends at a time. */
export async function flush(): Promise<void> {
  asked += 1;
  if (sending) return;
  const begun = asked;
  sending = true;
  clearTimeout(timer);
  try {
    if (typeof navigator === 'undefined' || !('locks' in navigator)) await sendAll();
    else
      await navigator.locks.request(SENDING, async () => {
        await readStored();
        await sendAll();
      });
  } finally {
    sending = false;
  }
  // A write may have come in when the last one was gone already; without an answer the timer sends it.
  if (asked !== begun && unanswered === 0) await flush();
}

/** Puts a write that was set aside back in the queue, at its place. */
export async function sendAgain(id: string): Promise<void> {
  const write = found(id);
  if (write === undefined) return;
  const { problem: _, ...rest } = write;
  await put({ ...rest, state: 'waiting' });
  await flush();
}

/** Whether this page is told what becomes of a write. */
export const isFollowed = (id: string): boolean => listeners.has(id);

/** Asks to be told what becomes of a write that is waiting already. */
export const follow = (id: string, onFate: (fate: WriteResult) => void): void => {
  listeners.set(id, onFate);
};

/**
 * Queues a write and sends it as soon as it can be.
 *
 * @param onFate told what became of it, unless the page is left
 * @returns fulfilled when it is on the disk of this device, or when that has refused it, which is reported
 */
export async function send(
  { id, method, url, body, rules }: Write,
  onFate: (fate: WriteResult) => void,
): Promise<void> {
  follow(id, onFate);
  const by = rules === undefined ? {} : { rules };
  await put({ id, method, url, body, ...by, madeAt: new Date().toISOString(), state: 'waiting' });
  void flush();
}

/** Deletes a write that was refused or set aside. The page that made it is told. */
export async function discard(id: string): Promise<void> {
  const write = found(id);
  await remove(id);
  if (write?.state === 'set-aside')
    tellListener(id, { kind: 'refused', problem: problemOf(write.problem?.detail ?? '') });
}

/** What an earlier version kept as a text: a write, or one with what the server or the connection said to it. */
type Before = Write | { readonly write: Write; readonly problem?: ProblemView; readonly reason?: string };

/** How earlier versions named the texts of their writes. */
const BEFORE: Readonly<Record<Exclude<StoredWrite['state'], 'sent'>, string>> = {
  waiting: 'arbolito.outbox:',
  refused: 'arbolito.refused:',
  'set-aside': 'arbolito.set-aside:',
};

function writeOfBefore(text: string, state: StoredWrite['state']): StoredWrite | null {
  try {
    const kept = JSON.parse(text) as Before;
    const { id, method, url, body } = 'write' in kept ? kept.write : kept;
    const problem = 'write' in kept ? (kept.problem ?? problemOf(kept.reason ?? '')) : undefined;
    const madeAt = new Date().toISOString();
    return { id, method, url, body, madeAt, state, ...(problem === undefined ? {} : { problem }) };
  } catch {
    // What cannot be read cannot be sent.
    return null;
  }
}

/** Takes over the writes that an earlier version kept as texts. A text is there until its write is on the disk. */
async function takeOver(): Promise<void> {
  for (const state of ['waiting', 'refused', 'set-aside'] as const)
    for (const key of deviceStorage.keys(BEFORE[state])) {
      const write = writeOfBefore(deviceStorage.get(key) ?? '', state);
      if (write !== null && found(write.id) === undefined) await put(write);
      if (write === null || stored.some(({ id }) => id === write.id)) deviceStorage.remove(key);
    }
}

pages?.addEventListener('message', ({ data }) => {
  const told = data as Told;
  if (told.kind === 'changed') void readStored();
  else if (tellListener(told.id, told.fate) && told.fate.kind === 'refused') void remove(told.id);
});

if (typeof window !== 'undefined') {
  window.addEventListener('online', () => void flush());
  await readStored();
  await takeOver();
  if (outbox.get().length > 0) void flush();
}
