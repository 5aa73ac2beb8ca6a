import { parentPort, workerData } from 'node:worker_threads';
import { compose } from '../compose.ts';
import { type RecordFile, recordLines } from './record-lines.ts';
import type { FilePiece } from './record-stream.ts';

// Writes one file of a record, a piece whenever it is asked for more, and ends.
const { databaseUrl, name, surveyId } = workerData as RecordFile & { readonly databaseUrl: string };
const services = compose(databaseUrl);
const lines = recordLines(services, { name, surveyId });

async function next(): Promise<FilePiece> {
  try {
    const { done, value } = await lines.next();
    return done === true ? { end: true } : { bytes: new Uint8Array(value) };
  } catch (error) {
    return { failure: error instanceof Error ? error.message : String(error) };
  }
}

parentPort?.on('message', () => {
  void next().then(async (piece) => {
    parentPort?.postMessage(piece, 'bytes' in piece ? [piece.bytes.buffer] : []);
    if ('bytes' in piece) return;
    await services.close();
    parentPort?.close();
  });
});
