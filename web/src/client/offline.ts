import { atom } from 'nanostores';
import { Workbox } from 'workbox-window';
import { SENDING } from './device/batches.ts';
import { outbox } from './device/outbox.ts';
import type { KeptSoFar, WorkerRequest } from '../service-worker/pages-offline.ts';

/**
 * Whether pages open without a network.
 *
 * - `insecure`: the browser allows it only over a secure connection.
 * - `unsupported`: this browser, or its private mode, does not do it.
 * - `preparing`: what is needed is on its way to the device.
 */
export type OfflineState = 'insecure' | 'unsupported' | 'preparing' | 'ready';

export const offlineState = atom<OfflineState>('preparing');

/** A new version of the application waits to take over. */
export const updateWaiting = atom(false);

/** Another tab has let the new version take over: this one still runs the old one. */
export const updatedElsewhere = atom(false);

let worker: Workbox | undefined;
let isAsked = false;

/** Lets the new version take over, and loads the page anew with it. */
export function takeUpdate(): void {
  isAsked = true;
  worker?.messageSkipWaiting();
}

/** Entries come in bursts: a plot is kept again once they have stopped. */
const QUIET_MS = 5_000;

/**
 * Keeps the tally of a plot again when entries of it have been sent: offline it opens with them.
 *
 * @param shownPlot the plot of this page
 */
function keepTalliesFresh(shownPlot: string | undefined): void {
  const plots = new Set<string>();
  let timer: ReturnType<typeof setTimeout> | undefined;
  outbox.subscribe((writes) => {
    for (const { body } of writes) {
      const plot = (body as { readonly plotId?: string }).plotId ?? shownPlot;
      if (plot !== undefined) plots.add(plot);
    }
    clearTimeout(timer);
    if (writes.length > 0 || plots.size === 0) return;
    timer = setTimeout(() => {
      const urls = [...plots].map((plot) => `/tally/${plot}`);
      plots.clear();
      void keepPages(urls, () => undefined);
    }, QUIET_MS);
  });
}

/** Where the browser sends in the background. */
interface WithSync {
  readonly sync?: { readonly register: (tag: string) => Promise<void> };
}

/** Entries that are not gone by then wait for a network. */
const PATIENCE_MS = 10_000;

/** Asks the browser to send what waits once there is a network, also when no page is open by then. */
function sendWithoutPage(registration: ServiceWorkerRegistration & WithSync): void {
  const { sync } = registration;
  if (sync === undefined) return;
  let timer: ReturnType<typeof setTimeout> | undefined;
  outbox.subscribe((writes) => {
    clearTimeout(timer);
    // Where the browser forbids it, pages send.
    if (writes.length > 0) timer = setTimeout(() => void sync.register(SENDING).catch(() => undefined), PATIENCE_MS);
  });
}

/** Puts the application on the device, so that its pages open without a network. */
export async function startOffline(): Promise<void> {
  if (!window.isSecureContext) {
    offlineState.set('insecure');
    return;
  }
  if (!('serviceWorker' in navigator)) {
    offlineState.set('unsupported');
    return;
  }
  worker = new Workbox('/service-worker.js');
  worker.addEventListener('waiting', () => {
    updateWaiting.set(true);
  });
  worker.addEventListener('controlling', ({ isUpdate }) => {
    if (isUpdate !== true) return;
    if (isAsked) location.reload();
    else updatedElsewhere.set(true);
  });
  try {
    await worker.register();
    sendWithoutPage(await navigator.serviceWorker.ready);
    offlineState.set('ready');
    keepTalliesFresh(document.body.dataset.plot);
  } catch {
    offlineState.set('unsupported');
  }
}

/** So many pages in one request: a browser ends a service worker that works on one for minutes. */
const AT_ONCE = 40;
/** A service worker that was ended says nothing more. */
const SILENCE_MS = 60_000;

/** Asks the service worker to keep some pages. */
const keepSome = (active: ServiceWorker, urls: readonly string[], onProgress: (soFar: KeptSoFar) => void) =>
  new Promise<KeptSoFar>((resolve) => {
    const { port1, port2 } = new MessageChannel();
    let last: KeptSoFar = { done: 0, failed: urls, all: urls.length, bytes: 0 };
    const end = (): void => {
      port1.close();
      resolve(last);
    };
    let silence = setTimeout(end, SILENCE_MS);
    port1.addEventListener('message', ({ data }) => {
      clearTimeout(silence);
      last = data as KeptSoFar;
      onProgress(last);
      if (last.done < last.all) silence = setTimeout(end, SILENCE_MS);
      else end();
    });
    port1.start();
    active.postMessage({ type: 'KEEP_PAGES', urls } satisfies WorkerRequest, [port2]);
  });

/**
 * Keeps pages on the device as they are now.
 *
 * @param onProgress told after each page
 * @returns what was kept, and what could not be read
 */
export async function keepPages(urls: readonly string[], onProgress: (soFar: KeptSoFar) => void): Promise<KeptSoFar> {
  const { active } = await navigator.serviceWorker.ready;
  if (active === null) return { done: 0, failed: urls, all: urls.length, bytes: 0 };
  let soFar: KeptSoFar = { done: 0, failed: [], all: urls.length, bytes: 0 };
  for (let from = 0; from < urls.length; from += AT_ONCE) {
    const some = urls.slice(from, from + AT_ONCE);
    const { done, failed, bytes } = soFar;
    const joined = (part: KeptSoFar): KeptSoFar => ({
      done: done + part.done,
      failed: [...failed, ...part.failed],
      all: urls.length,
      bytes: bytes + part.bytes,
    });
    soFar = {
      ...joined(
        await keepSome(active, some, (part) => {
          onProgress(joined(part));
        }),
      ),
      done: from + some.length,
    };
  }
  return soFar;
}

/** Room on this device, in MB; null where the browser does not say. */
export interface DeviceRoom {
  readonly usedMb: number;
  readonly allowedMb: number;
  /** The browser does not clear it by itself. */
  readonly isPersistent: boolean;
}

const BYTES_PER_MB = 1_000_000;

export async function deviceRoom(): Promise<DeviceRoom | null> {
  if (!('storage' in navigator)) return null;
  const [{ usage = 0, quota = 0 }, isPersistent] = await Promise.all([
    navigator.storage.estimate(),
    navigator.storage.persisted(),
  ]);
  return { usedMb: usage / BYTES_PER_MB, allowedMb: quota / BYTES_PER_MB, isPersistent };
}

/** Asks the browser not to clear what is kept here when room gets short. */
export const askToPersist = async (): Promise<boolean> =>
  'storage' in navigator && (await navigator.storage.persist().catch(() => false));
