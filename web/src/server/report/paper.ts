import { Worker } from 'node:worker_threads';
import { turns } from '../one-at-a-time.ts';
import type { PhotoFile } from '../photos/repository.ts';
import { Problem } from '../problem.ts';
import type { Report } from './report.ts';

export type PaperKind = 'pdf' | 'xlsx';

/** What a worker is given to set. */
export interface PaperTask {
  readonly kind: PaperKind;
  readonly report: Report;
  readonly photos: ReadonlyMap<string, PhotoFile>;
}

/** Sets a report as a PDF or a workbook. The packages for both take a second to load: a server with a worker never does. */
export async function setPaper({ kind, report, photos }: PaperTask): Promise<Uint8Array<ArrayBuffer>> {
  if (kind === 'pdf') return (await import('./pdf.ts')).reportPdf(report, photos);
  return (await import('./xlsx.ts')).reportXlsx(report);
}

/** Longer than this no report is set. */
const MOST_MS = 120_000;
const ROOM = { maxOldGenerationSizeMb: 512 };
const papers = turns('A report', { atOnce: 1, mostWaiting: 10, retryAfterS: 10 });

const inWorker = (script: string, task: PaperTask): Promise<Uint8Array<ArrayBuffer>> =>
  new Promise((resolve, reject) => {
    const worker = new Worker(script, { workerData: task, resourceLimits: ROOM });
    const late = setTimeout(() => void worker.terminate(), MOST_MS);
    worker.once('message', (bytes: Uint8Array<ArrayBuffer>) => {
      resolve(bytes);
    });
    worker.once('error', reject);
    worker.once('exit', () => {
      clearTimeout(late);
      reject(
        new Problem(
          'too-large',
          'This report is too large to be set. Choose fewer of its parts, or take the CSV files.',
        ),
      );
    });
  });

/**
 * Sets a report in a worker where the server has one, one after the other, so that other requests are answered meanwhile.
 *
 * @param sender one report of each remote address at a time
 * @param prepare reads what is to be set, once it is its turn
 * @throws Problem 429 where one is being set for the sender, 413 for a report that takes too long
 */
export const makePaper = (
  sender: string,
  prepare: () => Promise<PaperTask>,
): Promise<{ readonly bytes: Uint8Array<ArrayBuffer>; readonly report: Report }> =>
  papers.run(sender, async () => {
    const task = await prepare();
    const script = process.env.ARBOLITO_PAPER;
    return { bytes: await (script === undefined ? setPaper(task) : inWorker(script, task)), report: task.report };
  });
