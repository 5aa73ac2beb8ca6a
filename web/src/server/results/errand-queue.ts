import PgBoss from 'pg-boss';
import { setTimeout as after } from 'node:timers/promises';
import type { Errand } from './errands.ts';
import type { WorkerRunner } from './worker-runner.ts';

const QUEUE = 'results';
/** How often workers look for errands, and those who wait look whether theirs is done. */
const LOOK_S = 0.5;
/** A worker that says nothing for so long is taken for dead: its errand goes to another one. */
const LONGEST_S = 15 * 60;
const CONNECTIONS = 2;

/** The queue of a database, made where it is not there yet. */
async function openQueue(databaseUrl: string, onError: (error: unknown) => void): Promise<PgBoss> {
  const boss = new PgBoss({ connectionString: databaseUrl, max: CONNECTIONS, schedule: false });
  boss.on('error', onError);
  await boss.start();
  await boss.createQueue(QUEUE, { name: QUEUE, retryLimit: 2, expireInSeconds: LONGEST_S });
  return boss;
}

/** Hands errands to whichever worker takes them, and waits until they are done. */
export function queueRunner(
  databaseUrl: string,
  onError: (error: unknown) => void,
): WorkerRunner & { readonly close: () => Promise<void> } {
  let opened: Promise<PgBoss> | undefined;
  const queue = (): Promise<PgBoss> => {
    opened ??= openQueue(databaseUrl, onError).catch((error: unknown) => {
      // The next errand tries again.
      opened = undefined;
      throw error;
    });
    return opened;
  };
  const run: WorkerRunner = async (surveyId, name) => {
    const boss = await queue();
    const id = await boss.send(QUEUE, { surveyId, name } satisfies Errand);
    if (id === null) throw new Error('the queue of long work took no errand');
    for (;;) {
      const job = await boss.getJobById(QUEUE, id);
      if (job?.state === 'completed') return;
      if (job === null || job.state === 'failed' || job.state === 'cancelled')
        throw new Error(`a worker could not do its errand: ${JSON.stringify(job?.output ?? null)}`);
      await after(1000 * LOOK_S);
    }
  };
  return Object.assign(run, {
    close: async () => {
      await (await opened)?.stop({ graceful: false });
    },
  });
}

/** Takes errands one after the other until it is closed. */
export async function errandWorker(
  databaseUrl: string,
  run: (errand: Errand) => Promise<void>,
  onError: (error: unknown) => void,
): Promise<{ readonly close: () => Promise<void> }> {
  const boss = await openQueue(databaseUrl, onError);
  await boss.work<Errand>(QUEUE, { pollingIntervalSeconds: LOOK_S, batchSize: 1 }, async (jobs) => {
    for (const { data } of jobs) await run(data);
  });
  return {
    close: async () => {
      // What is under way is done first.
      await boss.stop({ graceful: true, wait: true });
    },
  };
}
