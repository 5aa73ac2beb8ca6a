import { atom } from 'nanostores';
import type { ConflictView } from '../../contracts/conflict-view.ts';
import { deviceDatabase } from './device-database.ts';
import { onDisk } from './device-schema.ts';
import { noteStored } from './device-storage.ts';

/** Changes that wait for a person, as far as this device knows, the oldest first. */
export const openConflicts = atom<readonly ConflictView[]>([]);

const pages = typeof window === 'undefined' ? undefined : new BroadcastChannel('arbolito.conflicts');

const inOrder = (conflicts: Iterable<ConflictView>): readonly ConflictView[] =>
  [...conflicts].sort((a, b) => a.change.madeAt.localeCompare(b.change.madeAt) || a.id.localeCompare(b.id));

async function readStored(): Promise<void> {
  try {
    if (deviceDatabase !== null) openConflicts.set(inOrder(await deviceDatabase.getAll('conflicts')));
  } catch (error) {
    noteStored(error);
  }
}

/** Puts the conflicts that `isGone` names out of the list and others into it. */
async function replace(isGone: (conflict: ConflictView) => boolean, others: readonly ConflictView[]): Promise<void> {
  const before = openConflicts.get();
  const gone = before.filter(isGone);
  if (gone.length === 0 && others.length === 0) return;
  const left = new Map(before.filter((each) => !isGone(each)).map((each) => [each.id, each]));
  for (const each of others) left.set(each.id, each);
  openConflicts.set(inOrder(left.values()));
  try {
    if (deviceDatabase === null) return;
    await onDisk(deviceDatabase, 'conflicts', async (transaction) => {
      const store = transaction.objectStore('conflicts');
      for (const { id } of gone) await store.delete(id);
      for (const each of others) await store.put(each);
    });
    pages?.postMessage('changed');
  } catch (error) {
    noteStored(error);
  }
}

/** All open conflicts of a survey, as the server has them. */
export const setConflicts = (surveyId: string, conflicts: readonly ConflictView[]): Promise<void> =>
  replace((each) => each.surveyId === surveyId, conflicts);

/** Conflicts that a write met. Those about the same things that are closed go. */
export const noteConflicts = (conflicts: readonly ConflictView[]): Promise<void> =>
  replace(
    (each) => conflicts.some(({ id }) => id === each.id),
    conflicts.filter(({ decided }) => decided === null),
  );

/** A conflict that was decided here. */
export const closeConflict = (id: string): Promise<void> => replace((each) => each.id === id, []);

if (typeof window !== 'undefined') {
  await readStored();
  pages?.addEventListener('message', () => void readStored());
}
