import { isOperation, nextBatch, operationsOf } from './batches.ts';
import { onDisk, openDevice, type StoredWrite } from './device-schema.ts';

/** Sends some writes. @throws Error where the server does not take them now */
async function sendSome(batch: readonly StoredWrite[], request: number): Promise<void> {
  const { device } = (batch[0]?.body ?? {}) as { readonly device?: string };
  const response = await fetch('/api/sync', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ device, request, ...operationsOf(batch) }),
  });
  if (!response.ok) throw new Error(`/api/sync answered ${String(response.status)}`);
}

/**
 * Sends what waits on this device while no page of the application does. The writes stay where they are: the next page sends
 * them once more and learns what became of each. Photos wait for a page.
 *
 * @throws Error where the server does not answer: the browser tries again later
 */
export async function sendInBackground(): Promise<void> {
  const database = await openDevice();
  if (database === null) return;
  try {
    const all = await database.getAllFromIndex('writes', 'state', 'waiting');
    for (let left = all.filter(isOperation); left.length > 0;) {
      const batch = nextBatch(left);
      const request = await onDisk(database, 'counters', async (transaction) => {
        const counters = transaction.objectStore('counters');
        const next = ((await counters.get('requests')) ?? 0) + 1;
        await counters.put(next, 'requests');
        return next;
      });
      await sendSome(batch, request);
      left = left.slice(batch.length);
    }
  } finally {
    database.close();
  }
}
