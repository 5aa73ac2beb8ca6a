import { Worker } from 'node:worker_threads';
import type { Errand } from './errands.ts';
import type { CachedName } from './survey-result-repository.ts';

/** What a thread is told to work out. */
export interface NumberedErrand extends Errand {
  readonly id: number;
}

/** What it answers when that is kept; why not, where it failed. */
export interface ErrandDone {
  readonly id: number;
  readonly failure?: string;
}

/** Works something out of a whole survey and keeps it, without holding up those who ask for something else. */
export type WorkerRunner = (surveyId: string, name: CachedName) => Promise<void>;

/** A thread that needs more ends with an error, the server goes on. Four hundred thousand trees need a quarter of it. */
const ROOM = { maxOldGenerationSizeMb: 512, maxYoungGenerationSizeMb: 16 };

/** A thread that nobody asks ends, and with it what it remembers of surveys. */
const IDLE_MS = 5 * 60_000;

/**
 * Runs errands one after the other: two at once would need the room of two. What is asked for again while it waits for its
 * turn is worked out once: it looks at the record when it begins.
 */
export function oneByOne(run: WorkerRunner): WorkerRunner {
  let last: Promise<unknown> = Promise.resolve();
  const waiting = new Map<string, Promise<void>>();
  return (surveyId, name) => {
    const key = `${surveyId} ${name}`;
    const known = waiting.get(key);
    if (known !== undefined) return known;
    const work = last.then(() => {
      waiting.delete(key);
      return run(surveyId, name);
    });
    waiting.set(key, work);
    last = work.catch(() => undefined);
    return work;
  };
}

/**
 * Review lists in a thread of their own: that of a large survey takes long, and results do not wait for it. It begins when the
 * basis that it hangs on is there, and so does not sum up the survey a second time.
 */
export const reviewApart =
  (results: WorkerRunner, review: WorkerRunner): WorkerRunner =>
  async (surveyId, name) => {
    if (name !== 'work-list') return results(surveyId, name);
    await results(surveyId, 'basis');
    return review(surveyId, name);
  };

interface Waiting {
  readonly resolve: () => void;
  readonly reject: (error: Error) => void;
}

/**
 * A thread that runs a script: it begins with the first errand, remembers surveys from one to the next, and ends when it has
 * been idle.
 *
 * @param script path of the built thread
 */
export function workerRunner(script: string, databaseUrl: string): WorkerRunner {
  let thread: Worker | undefined;
  let idle: NodeJS.Timeout | undefined;
  let errands = 0;
  const waiting = new Map<number, Waiting>();
  const ended = (worker: Worker, error: Error): void => {
    if (thread !== worker) return;
    thread = undefined;
    for (const { reject } of waiting.values()) reject(error);
    waiting.clear();
  };
  const begun = (): Worker => {
    const worker = new Worker(script, { workerData: databaseUrl, resourceLimits: ROOM });
    // A server that ends does not wait for it.
    worker.unref();
    worker.on('message', ({ id, failure }: ErrandDone) => {
      const own = waiting.get(id);
      waiting.delete(id);
      if (failure === undefined) own?.resolve();
      else own?.reject(new Error(failure));
    });
    worker.once('error', (error) => {
      ended(worker, error instanceof Error ? error : new Error(String(error)));
    });
    worker.once('exit', (code) => {
      ended(worker, new Error(`the thread that works out results ended with ${String(code)}`));
    });
    return worker;
  };
  return oneByOne(async (surveyId, name) => {
    clearTimeout(idle);
    const worker = (thread ??= begun());
    errands += 1;
    const errand: NumberedErrand = { id: errands, surveyId, name };
    try {
      await new Promise<void>((resolve, reject) => {
        waiting.set(errand.id, { resolve, reject });
        worker.postMessage(errand);
      });
    } finally {
      idle = setTimeout(() => {
        if (thread === worker) thread = undefined;
        void worker.terminate();
      }, IDLE_MS).unref();
    }
  });
}
