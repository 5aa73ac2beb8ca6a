import { Readable } from 'node:stream';
import { Worker } from 'node:worker_threads';
import { message } from '@arbolito/core/message';
import { services } from '../compose.ts';
import { turns } from '../one-at-a-time.ts';
import { isLargeSurvey } from '../results/survey-cache.ts';
import { fileOf } from './csv.ts';
import { type RecordFile, recordLines } from './record-lines.ts';
import { streamOfThread } from './record-stream.ts';
import type { RecordTableName } from './record-tables.ts';

const ROOM = { maxOldGenerationSizeMb: 192, maxYoungGenerationSizeMb: 16 };
/** Files of large surveys that are written at once; the others wait. */
const files = turns(message('report.csv-file', 'A CSV file'), {
  atOnce: 1,
  mostWaiting: 10,
  retryAfterS: 30,
});

/** The file as a thread writes it, when it is its turn. @throws Problem 429 where it is on its way to the sender already */
const fromThread = (script: string, databaseUrl: string, file: RecordFile, sender: string): Promise<ReadableStream> =>
  new Promise((resolve, reject) => {
    files
      .run(
        `${sender} ${file.name} ${file.surveyId}`,
        () =>
          new Promise<void>((closed) => {
            const workerData = { databaseUrl, ...file };
            const thread = new Worker(script, { workerData, resourceLimits: ROOM });
            thread.unref();
            resolve(streamOfThread(thread, closed));
          }),
      )
      .catch(reject);
  });

/**
 * A table of a survey's record as CSV, sent as it is read; that of a large survey is written by a thread.
 *
 * @param sender remote address: a file of a large survey is sent to it once at a time
 */
export async function recordCsv(name: RecordTableName, surveyId: string, sender: string): Promise<Response> {
  const { surveys, figures } = services();
  const survey = await surveys.get(surveyId);
  const script = process.env.ARBOLITO_RECORD;
  const databaseUrl = process.env.DATABASE_URL ?? '';
  const isLarge = isLargeSurvey(await figures.countTrees(surveyId));
  const body =
    script !== undefined && isLarge
      ? await fromThread(script, databaseUrl, { name, surveyId }, sender)
      : (Readable.toWeb(Readable.from(recordLines(services(), { name, surveyId }))) as ReadableStream);
  return fileOf(body, 'text/csv; charset=utf-8', `${survey.place.name}-${survey.name}-${name}.csv`);
}
