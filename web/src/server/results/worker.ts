import { parentPort, workerData } from 'node:worker_threads';
import { compose } from '../compose.ts';
import { errandsIn } from './errands.ts';
import type { ErrandDone, NumberedErrand } from './worker-runner.ts';

// Runs in a thread of its own: works out what it is told, and remembers the plots of surveys for the next time.
const REMEMBERED = 2;
const run = errandsIn(compose(workerData as string, { mostRemembered: REMEMBERED }));

parentPort?.on('message', ({ id, ...errand }: NumberedErrand) => {
  run(errand).then(
    () => {
      parentPort?.postMessage({ id } satisfies ErrandDone);
    },
    (error: unknown) => {
      const failure = error instanceof Error ? (error.stack ?? error.message) : String(error);
      parentPort?.postMessage({ id, failure } satisfies ErrandDone);
    },
  );
});
