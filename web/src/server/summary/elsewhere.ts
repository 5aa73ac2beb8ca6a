import { Worker } from 'node:worker_threads';
import type { KeptName } from './repository.ts';

/** What a thread is told to work out. */
export interface Errand {
  readonly databaseUrl: string;
  readonly surveyId: string;
  readonly name: KeptName;
}

/** Works something out of a whole survey and keeps it, without holding up those who ask for something else. */
export type Elsewhere = (surveyId: string, name: KeptName) => Promise<void>;

/** Room for a hundred thousand trees and then some; a thread that needs more ends with an error, the server goes on. */
const ROOM = { maxOldGenerationSizeMb: 224, maxYoungGenerationSizeMb: 4 };

/**
 * Threads that run a script, one after the other: two at once would need the room of two.
 *
 * @param script path of the built thread
 */
export function inThread(script: string, databaseUrl: string): Elsewhere {
  let last: Promise<unknown> = Promise.resolve();
  return (surveyId, name) => {
    const errand: Errand = { databaseUrl, surveyId, name };
    const run = (): Promise<void> =>
      new Promise((resolve, reject) => {
        const worker = new Worker(script, { workerData: errand, resourceLimits: ROOM });
        // A server that ends does not wait for it.
        worker.unref();
        worker.once('error', reject);
        worker.once('exit', (code) => {
          if (code === 0) resolve();
          else reject(new Error(`the thread that worked out the ${name} ended with ${String(code)}`));
        });
      });
    const work = last.then(run);
    last = work.catch(() => undefined);
    return work;
  };
}
