import { deviceDatabase } from './device-database.ts';
import { onDisk } from './device-schema.ts';
import { noteStored } from './device-storage.ts';

/** Numbers that found no room on the disk: they last as long as the page. */
const inMemory = new Map<string, number>();

/**
 * The next number of a counter of this device. None is given twice, whatever happens to the page.
 *
 * @param by how far it rises
 */
export async function nextNumber(name: string, by = 1): Promise<number> {
  const known = inMemory.get(name) ?? 0;
  let number = known + by;
  try {
    if (deviceDatabase === null) throw new DOMException('no storage', 'NotAllowedError');
    number = await onDisk(deviceDatabase, 'counters', async (transaction) => {
      const counters = transaction.objectStore('counters');
      const next = Math.max(known, (await counters.get(name)) ?? 0) + by;
      await counters.put(next, name);
      return next;
    });
  } catch (error) {
    noteStored(error);
  }
  inMemory.set(name, number);
  return number;
}
