import { Worker } from 'node:worker_threads';
import { turns } from '../one-at-a-time.ts';
import type { PhotoFile } from '../photos/repository.ts';
import { Problem } from '../problem.ts';
import { followed } from './paper-progress.ts';
import type { RecordSheets } from './record-sheets.ts';
import type { Report } from './report.ts';
import type { Locale } from '../../messages/locale.ts';
import { t } from '../../messages/text.ts';
import { message } from '@arbolito/core/message';

export type PaperKind = 'pdf' | 'xlsx';

/** What a worker is given to set. */
export interface PaperTask {
  readonly kind: PaperKind;
  readonly report: Report;
  /** Language of the reader, which a worker cannot know. */
  readonly locale: Locale;
  readonly photos: ReadonlyMap<string, PhotoFile>;
  /** Trees, stems and readings, for a workbook. */
  readonly records?: RecordSheets | undefined;
}

/** Told of the share that is set, from 0 to 1. */
export type OnProgress = (share: number) => void;

/** Sets a report as a PDF or a workbook. The packages for both take a second to load: a server with a worker never does. */
export async function setPaper(
  { kind, report, photos, records }: PaperTask,
  onProgress: OnProgress,
): Promise<Uint8Array<ArrayBuffer>> {
  if (kind === 'pdf') return (await import('./pdf.ts')).reportPdf(report, photos, onProgress);
  return (await import('./xlsx.ts')).reportXlsx(report, records, onProgress);
}

/** What a worker says: how far it is, and at the end the bytes. */
export type PaperMessage = { readonly share: number } | { readonly bytes: Uint8Array<ArrayBuffer> };

/** Longer than this no report is set. */
const MOST_MS = 120_000;
const ROOM = { maxOldGenerationSizeMb: 512 };
const papers = turns(message('report.report', 'A report'), { atOnce: 1, mostWaiting: 10, retryAfterS: 10 });

const inWorker = (script: string, task: PaperTask, onProgress: OnProgress): Promise<Uint8Array<ArrayBuffer>> =>
  new Promise((resolve, reject) => {
    const worker = new Worker(script, { workerData: task, resourceLimits: ROOM });
    const late = setTimeout(() => void worker.terminate(), MOST_MS);
    worker.on('message', (message: PaperMessage) => {
      if ('share' in message) onProgress(message.share);
      else resolve(message.bytes);
    });
    worker.once('error', reject);
    worker.once('exit', () => {
      clearTimeout(late);
      reject(
        new Problem(
          'too-large',
          t('report.this-report-is-too-large', 'This report is too large. Choose fewer parts, or use the CSV files.'),
        ),
      );
    });
  });

/**
 * Sets a report in a worker where the server has one, one after the other, so that other requests are answered meanwhile.
 *
 * @param sender one report of each remote address at a time
 * @param job under which the progress can be asked for; null where nobody asks
 * @param prepare reads what is to be set, once it is its turn
 * @throws Problem 429 where one is being set for the sender, 413 for a report that takes too long
 */
export const makePaper = (
  sender: string,
  job: string | null,
  prepare: () => Promise<PaperTask>,
): Promise<{ readonly bytes: Uint8Array<ArrayBuffer>; readonly report: Report }> =>
  followed(job, (onProgress) =>
    papers.run(sender, async () => {
      onProgress('reading', null);
      const task = await prepare();
      const script = process.env.ARBOLITO_PAPER;
      const onShare: OnProgress = (share) => {
        onProgress('setting', share);
      };
      onShare(0);
      const bytes = await (script === undefined ? setPaper(task, onShare) : inWorker(script, task, onShare));
      return { bytes, report: task.report };
    }),
  );
