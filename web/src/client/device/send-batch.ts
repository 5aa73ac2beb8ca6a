import { atom } from 'nanostores';
import type { OperationResult, SyncView } from '../../contracts/sync.ts';
import { ApiError, call } from '../api.ts';
import { deviceId } from '../identity.ts';
import { nextNumber } from './counter.ts';
import type { StoredWrite } from './device-database.ts';

/** Most changes of one request, and how long their text may be. */
const MOST = 100;
const LONGEST = 400_000;
/** Where the server knows a later request than this device, its counter was lost. */
const JUMP = 10_000;

/** Writes that go with others in one request. */
const OPERATIONS: readonly (readonly [StoredWrite['method'], RegExp])[] = [
  ['POST', /^\/api\/trees$/],
  ['POST', /^\/api\/trees\/[^/]+\/corrections$/],
  ['DELETE', /^\/api\/trees\/[^/]+$/],
  ['POST', /^\/api\/corrections\/[^/]+\/undo$/],
  ['POST', /^\/api\/plots\/[^/]+\/corrections$/],
  ['POST', /^\/api\/conflicts\/[^/]+\/decision$/],
];

const isOperation = ({ method, url }: StoredWrite): boolean =>
  OPERATIONS.some(([of, path]) => of === method && path.test(url));

/**
 * The writes that go out next: as many as fit into one request, or one that goes by itself.
 *
 * @param waiting those that can be sent, in their order
 * @param most at most so many
 */
export function nextBatch(waiting: readonly StoredWrite[], most = MOST): readonly StoredWrite[] {
  const [first] = waiting;
  if (first === undefined || !isOperation(first)) return waiting.slice(0, 1);
  const batch: StoredWrite[] = [];
  let length = 0;
  for (const write of waiting) {
    length += JSON.stringify(write.body).length;
    if (!isOperation(write) || batch.length === most || (batch.length > 0 && length > LONGEST)) break;
    batch.push(write);
  }
  return batch;
}

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
  const operations = batch.map(({ id, order = 0, madeAt, method, url, body }) => ({
    ...{ id, sequence: order, madeAt, method, path: url, body },
  }));
  const send = async (by?: number): Promise<readonly OperationResult[]> => {
    const request = await nextNumber('requests', by);
    return (await call<SyncView>('POST', '/api/sync', { device: deviceId(), request, operations })).results;
  };
  try {
    return await send();
  } catch (error) {
    if (!isLate(error)) throw error;
    return send(JUMP);
  }
}
