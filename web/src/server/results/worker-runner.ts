import { Worker } from 'node:worker_threads';
import type { CachedName } from './survey-result-repository.ts';

/** What a thread is told to work out. */
export interface Errand {
  readonly databaseUrl: string;
  readonly surveyId: string;
  readonly name: CachedName;
}

/** Works something out of a whole survey and keeps it, without holding up those who ask for something else. */
export type WorkerRunner = (surveyId: string, name: CachedName) => Promise<void>;

/** A thread that needs more ends with an error, the server goes on. A hundred thousand trees need a quarter of it. */
const ROOM = { maxOldGenerationSizeMb: 640, maxYoungGenerationSizeMb: 4 };

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
 * Threads that run a script.
 *
 * @param script path of the built thread
 */
export const workerRunner = (script: string, databaseUrl: string): WorkerRunner =>
  oneByOne(
    (surveyId, name) =>
      new Promise((resolve, reject) => {
        const errand: Errand = { databaseUrl, surveyId, name };
        const worker = new Worker(script, { workerData: errand, resourceLimits: ROOM });
        // A server that ends does not wait for it.
        worker.unref();
        worker.once('error', reject);
        worker.once('exit', (code) => {
          if (code === 0) resolve();
          else reject(new Error(`the thread that worked out the ${name} ended with ${String(code)}`));
        });
      }),
  );
