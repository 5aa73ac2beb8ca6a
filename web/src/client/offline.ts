import { atom } from 'nanostores';
import { Workbox } from 'workbox-window';
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
    await navigator.serviceWorker.ready;
    offlineState.set('ready');
  } catch {
    offlineState.set('unsupported');
  }
}

/**
 * Keeps pages on the device as they are now.
 *
 * @param onProgress told after each page
 * @returns the addresses that could not be read
 */
export async function keepPages(
  urls: readonly string[],
  onProgress: (soFar: KeptSoFar) => void,
): Promise<readonly string[]> {
  const { active } = await navigator.serviceWorker.ready;
  if (active === null || urls.length === 0) return urls;
  return new Promise((resolve) => {
    const { port1, port2 } = new MessageChannel();
    port1.addEventListener('message', ({ data }) => {
      const soFar = data as KeptSoFar;
      onProgress(soFar);
      if (soFar.done < soFar.all) return;
      port1.close();
      resolve(soFar.failed);
    });
    port1.start();
    active.postMessage({ type: 'KEEP_PAGES', urls } satisfies WorkerRequest, [port2]);
  });
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
