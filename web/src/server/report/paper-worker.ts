import { parentPort, workerData } from 'node:worker_threads';
import { readLocaleFrom } from '../../messages/locale.ts';
import { type PaperMessage, type PaperTask, setPaper } from './paper.ts';

/** Progress is told in steps of a hundredth. */
const STEP = 0.01;
let told = 0;
const say = (message: PaperMessage): void => {
  parentPort?.postMessage(message, 'bytes' in message ? [message.bytes.buffer] : []);
};

// Sets one report and ends.
const task = workerData as PaperTask;
readLocaleFrom(() => task.locale);
const bytes = await setPaper(task, (share) => {
  if (share - told < STEP) return;
  told = share;
  say({ share });
});
say({ bytes });
