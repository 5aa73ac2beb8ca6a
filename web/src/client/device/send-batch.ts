import { atom } from 'nanostores';
import type { OperationResult, SyncView } from '../../contracts/sync.ts';
import { ApiError, call } from '../api.ts';
import { deviceId } from '../identity.ts';
import { isOperation, operationsOf } from './batches.ts';
import { nextNumber } from './counter.ts';
import type { StoredWrite } from './device-schema.ts';

/** Where the server knows a later request than this device, its counter was lost. */
const JUMP = 10_000;

/** The photo that is being sent, and the share of it that has gone out. */
export const photoOnItsWay = atom<{ readonly id: string; readonly share: number } | null>(null);

async function sendPhoto({ id, url }: StoredWrite, photo: Blob): Promise<OperationResult> {
  photoOnItsWay.set({ id, share: 0 });
  // Few pages have a photo to send.
  const { sendFile } = await import('../send-file.ts');
  try {
    const { answer } = sendFile(url, photo, (share) => {
      photoOnItsWay.set({ id, share });
    });
    return { id, kind: 'kept', answer: await answer, conflicts: [], plot: null };
  } finally {
    photoOnItsWay.set(null);
  }
}

const isLate = (error: unknown): boolean =>
  error instanceof ApiError && error.problem?.errors?.some(({ code }) => code === 'request-late') === true;

/**
 * Sends writes in one request, or one write by itself.
 *
 * @returns what became of each
 * @throws ApiError where nothing was answered, or the request was refused as a whole
 */
export async function sendBatch(batch: readonly StoredWrite[]): Promise<readonly OperationResult[]> {
  const [first] = batch;
  if (first === undefined) return [];
  if (first.body instanceof Blob) return [await sendPhoto(first, first.body)];
  if (!isOperation(first))
    return [
      {
        id: first.id,
        kind: 'kept',
        answer: await call(first.method, first.url, first.body),
        conflicts: [],
        plot: null,
      },
    ];
  const send = async (by?: number): Promise<readonly OperationResult[]> => {
    const request = await nextNumber('requests', by);
    return (await call<SyncView>('POST', '/api/sync', { device: deviceId(), request, ...operationsOf(batch) })).results;
  };
  try {
    return await send();
  } catch (error) {
    if (!isLate(error)) throw error;
    return send(JUMP);
  }
}
