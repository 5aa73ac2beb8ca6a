import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
import { vi } from 'vitest';
import type { OperationResult, SyncDto, SyncView } from '../contracts/sync.ts';
import type { ProblemView } from '../contracts/views.ts';

/** Channels of the pages that are open. */
let channels: BroadcastChannel[] = [];

/** A device that keeps nothing yet, for pages that are opened from now on. */
export function newDevice(): void {
  vi.stubGlobal('indexedDB', new IDBFactory());
  closePages();
  const Channel = BroadcastChannel;
  vi.stubGlobal(
    'BroadcastChannel',
    class extends Channel {
      constructor(name: string) {
        super(name);
        channels.push(this);
      }
      override postMessage(message: unknown): void {
        // A page that is closed says nothing more.
        if (channels.includes(this)) super.postMessage(message);
      }
    },
  );
}

/** All pages are closed, whatever they had to do. */
export function closePages(): void {
  for (const channel of channels) channel.close();
  channels = [];
  if (vi.isFakeTimers()) vi.clearAllTimers();
}

/** A device whose disk takes nothing more. */
export function fillDevice(): void {
  vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
    throw new DOMException('full', 'QuotaExceededError');
  });
}

/** Rounds of the event loop in which a device ends what it has begun to store. */
const ROUNDS = 60;
const STEP_MS = 500;

/** Lets time go by, timers being faked, and the device store what it has to. */
export async function pass(ms: number): Promise<void> {
  const store = async (): Promise<void> => {
    for (let round = 0; round < ROUNDS; round += 1) await new Promise((resolve) => setImmediate(resolve));
  };
  await store();
  for (let left = ms; left > 0; left -= STEP_MS) {
    await vi.advanceTimersByTimeAsync(Math.min(STEP_MS, left));
    await store();
  }
}

/** Fakes the timers of the code under test, and leaves those of the device alone. */
export const fakeTimers = (): void => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout', 'setInterval', 'clearInterval', 'Date'] });
};

type Answers = (url: string, init: RequestInit) => Promise<Response>;

/** A server that takes each operation of a request as the write that it is; where one fails, the request fails. */
export const takingOperations =
  (answers: Answers): Answers =>
  async (url, init) => {
    if (url !== '/api/sync' || typeof init.body !== 'string') return answers(url, init);
    const { operations } = JSON.parse(init.body) as SyncDto;
    const results: OperationResult[] = [];
    for (const { id, method, path, body } of operations) {
      const response = await answers(path, { ...init, method, body: JSON.stringify(body) });
      if (response.status >= 500 || response.status === 429) return response;
      const answer: unknown = await response.json();
      results.push(
        response.ok
          ? { id, kind: 'kept', answer, conflicts: [], plot: null }
          : { id, kind: 'refused', problem: answer as ProblemView },
      );
    }
    return new Response(JSON.stringify({ results } satisfies SyncView));
  };
