import { atom } from 'nanostores';
import { t } from '../../messages/text.ts';
import { deviceDatabase } from './device-database.ts';
import { onDisk } from './device-schema.ts';

/** What keeps this device from storing anything, in words; null while storage works. */
export const storageProblem = atom<string | null>(null);

const WORDS = {
  full: () =>
    t(
      'client.the-storage-of-this-device',
      'The storage of this device is full. Entries are sent to the server, but are lost if this page closes before they are sent. Delete site data you do not need.',
    ),
  forbidden: () =>
    t(
      'client.this-browser-does-not-allow',
      'This browser does not allow the application to store data. Entries are sent to the server, but are lost if this page closes before they are sent. Allow site data for this address.',
    ),
  replaced: () =>
    t(
      'client.a-newer-version-is-open',
      'A newer version of the application is open in another tab. Reload this page: until then its entries are not stored on this device.',
    ),
};
const CAUSES: Readonly<Record<string, keyof typeof WORDS>> = {
  QuotaExceededError: 'full',
  InvalidStateError: 'replaced',
};

/** Says why something could not be stored; null where it could. */
export function noteStored(error: unknown): void {
  const name = error instanceof DOMException ? error.name : '';
  storageProblem.set(error === null ? null : WORDS[CAUSES[name] ?? 'forbidden']());
}

/** Earlier versions kept everything in the browser's storage of texts. */
const BEFORE = 'arbolito.';

/** Moves what an earlier version left behind. */
async function moveOld(database: NonNullable<typeof deviceDatabase>): Promise<void> {
  let old: readonly (readonly [string, string])[];
  try {
    const keys = Array.from({ length: localStorage.length }, (_, i) => localStorage.key(i) ?? '');
    old = keys.filter((key) => key.startsWith(BEFORE)).map((key) => [key, localStorage.getItem(key) ?? '']);
  } catch {
    return;
  }
  if (old.length === 0) return;
  await onDisk(database, 'notes', async (transaction) => {
    const notes = transaction.objectStore('notes');
    for (const [key, text] of old) if ((await notes.getKey(key)) === undefined) await notes.put(text, key);
  });
  for (const [key] of old) localStorage.removeItem(key);
}

/** All texts of this device: read once, so that a page begins with them. */
async function readAll(): Promise<Map<string, string>> {
  if (deviceDatabase === null) return new Map();
  try {
    // Where there is no room for it, it stays where it is until there is.
    await moveOld(deviceDatabase).catch(noteStored);
    const { store } = deviceDatabase.transaction('notes');
    const [keys, texts] = await Promise.all([store.getAllKeys(), store.getAll()]);
    return new Map(keys.map((key, i) => [key, texts[i] ?? '']));
  } catch {
    return new Map();
  }
}

const texts = await readAll();
/** Names whose texts are not on the disk as they are. */
const unwritten = new Set<string>();
let writing: Promise<void> | null = null;

async function writeOut(): Promise<void> {
  while (unwritten.size > 0) {
    const keys = [...unwritten];
    unwritten.clear();
    try {
      if (deviceDatabase === null) throw new DOMException('no storage', 'NotAllowedError');
      await onDisk(deviceDatabase, 'notes', async (transaction) => {
        const notes = transaction.objectStore('notes');
        await Promise.all(
          keys.map(async (key) => {
            const text = texts.get(key);
            await (text === undefined ? notes.delete(key) : notes.put(text, key));
          }),
        );
      });
      noteStored(null);
    } catch (error) {
      // What cannot be stored is held until the page closes; the next text that is stored takes it along.
      for (const key of keys) unwritten.add(key);
      noteStored(error);
      return;
    }
  }
}

const write = (key: string): void => {
  unwritten.add(key);
  writing ??= writeOut().finally(() => {
    writing = null;
  });
};

/** Texts of this device, such as drafts. What cannot be stored is held until the page closes, and reported. */
export const deviceStorage = {
  get: (key: string): string | null => texts.get(key) ?? null,
  put: (key: string, text: string): void => {
    if (texts.get(key) === text) return;
    texts.set(key, text);
    write(key);
  },
  remove: (key: string): void => {
    if (texts.delete(key)) write(key);
  },
  /** All names with a prefix, in alphabetical order. */
  keys: (prefix: string): string[] => [...texts.keys()].filter((key) => key.startsWith(prefix)).sort(),
};
