import { atom } from 'nanostores';
import { t } from '../messages/text.ts';

/** What keeps this device from storing anything, in words; null while storage works. */
export const storageProblem = atom<string | null>(null);

/** Holds what the device would not store, so that full or forbidden storage loses nothing while the page is open. */
const unstored = new Map<string, string>();

/** The browser's storage; null on the server and where the browser forbids it (reading the property throws). */
function browserStorage(): Storage | null {
  try {
    return typeof localStorage === 'undefined' ? null : localStorage;
  } catch {
    return null;
  }
}

const report = (cause: 'full' | 'forbidden'): void => {
  storageProblem.set(
    cause === 'full'
      ? t(
          'client.the-storage-of-this-device',
          'The storage of this device is full. Entries are sent to the server, but are lost if this page closes before they are sent. Delete site data you do not need.',
        )
      : t(
          'client.this-browser-does-not-allow',
          'This browser does not allow the application to store data. Entries are sent to the server, but are lost if this page closes before they are sent. Allow site data for this address.',
        ),
  );
};

/** Storage of this device that never throws: what cannot be stored is held until the page closes, and reported. */
export const deviceStorage = {
  get(key: string): string | null {
    const held = unstored.get(key);
    if (held !== undefined) return held;
    try {
      return browserStorage()?.getItem(key) ?? null;
    } catch {
      return null;
    }
  },
  put(key: string, text: string): void {
    const storage = browserStorage();
    try {
      if (storage === null) throw new Error('forbidden');
      storage.setItem(key, text);
      unstored.delete(key);
    } catch {
      unstored.set(key, text);
      report(storage === null ? 'forbidden' : 'full');
    }
  },
  remove(key: string): void {
    unstored.delete(key);
    try {
      browserStorage()?.removeItem(key);
    } catch {
      // Nothing was stored where nothing may be stored.
    }
  },
  /** All keys with a prefix, in alphabetical order. */
  keys(prefix: string): string[] {
    let stored: string[] = [];
    try {
      const storage = browserStorage();
      if (storage !== null) stored = Array.from({ length: storage.length }, (_, i) => storage.key(i) ?? '');
    } catch {
      stored = [];
    }
    return [...new Set([...stored, ...unstored.keys()])].filter((key) => key.startsWith(prefix)).sort();
  },
};
