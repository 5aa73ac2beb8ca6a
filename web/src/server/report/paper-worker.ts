import { parentPort, workerData } from 'node:worker_threads';
import { setPaper, type PaperTask } from './paper.ts';

// Sets one report and ends.
const bytes = await setPaper(workerData as PaperTask);
parentPort?.postMessage(bytes, [bytes.buffer]);
