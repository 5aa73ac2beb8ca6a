/// <reference lib="webworker" />
import { clientsClaim, type WorkboxPlugin } from 'workbox-core';
import { ExpirationPlugin } from 'workbox-expiration';
import { precacheAndRoute, type PrecacheEntry } from 'workbox-precaching';
import { registerRoute, setCatchHandler } from 'workbox-routing';
import { NetworkFirst } from 'workbox-strategies';
import { SENDING } from '../client/device/batches.ts';
import { sendInBackground } from '../client/device/send-in-background.ts';
import { type KeptSoFar, PAGES_KEPT, type WorkerRequest } from './pages-offline.ts';

declare const self: ServiceWorkerGlobalScope & { readonly __WB_MANIFEST: readonly (PrecacheEntry | string)[] };
/** Of the build: pages of one build ask for scripts of that build. */
declare const BUILD: string;

const PREFIX = 'pages-';
const PAGES = `${PREFIX}${BUILD}`;
/** A page that takes longer than that is shown as it was kept. */
const PATIENCE_S = 5;
const MOST_PAGES = 2_000;
const AT_A_TIME = 4;
/** The server is there, its database is not: for those in the wood that is the same. */
const AWAY = new Set([502, 503, 504]);

precacheAndRoute([...self.__WB_MANIFEST]);
clientsClaim();

const answersOrFails = ({ response }: { readonly response: Response }): Promise<Response> =>
  AWAY.has(response.status)
    ? Promise.reject(new Error(`the server is away: ${String(response.status)}`))
    : Promise.resolve(response);
/** Marks a page that comes from the device with the time when it was made, so that it can say so. */
const markedAsCopy = async ({ cachedResponse }: { readonly cachedResponse?: Response | undefined }) => {
  if (cachedResponse === undefined) return undefined;
  const madeAt = new Date(cachedResponse.headers.get('date') ?? 0).toISOString();
  const html = (await cachedResponse.text()).replace('<html ', `<html data-copy-of="${madeAt}" `);
  return new Response(html, cachedResponse);
};
const pages = new NetworkFirst({
  cacheName: PAGES,
  networkTimeoutSeconds: PATIENCE_S,
  plugins: [
    { fetchDidSucceed: answersOrFails, cachedResponseWillBeUsed: markedAsCopy },
    new ExpirationPlugin({ maxEntries: MOST_PAGES }) as WorkboxPlugin,
  ],
});

/** Pages, whether they are opened or kept ahead; neither data nor files. */
const isPage = (url: URL): boolean => !url.pathname.startsWith('/api/') && !/\.\w+$/.test(url.pathname);

registerRoute(({ request, url, sameOrigin }) => sameOrigin && request.mode === 'navigate' && isPage(url), pages);

setCatchHandler(async ({ request }) => {
  if (request.mode !== 'navigate') return Response.error();
  return (await caches.match('/offline', { cacheName: PAGES })) ?? Response.error();
});

/** Reads a page and keeps it; its size in bytes, null where that failed. */
async function keep(cache: Cache, url: string): Promise<number | null> {
  try {
    const response = await fetch(url, { credentials: 'same-origin' });
    if (!response.ok) return null;
    const page = await response.blob();
    await cache.put(url, new Response(page, response));
    return page.size;
  } catch {
    return null;
  }
}

async function keepPages(urls: readonly string[], onProgress: (soFar: KeptSoFar) => void): Promise<void> {
  const cache = await caches.open(PAGES);
  const failed: string[] = [];
  let done = 0;
  let bytes = 0;
  const left = urls.values();
  await Promise.all(
    Array.from({ length: AT_A_TIME }, async () => {
      for (const url of left) {
        const size = await keep(cache, url);
        if (size === null) failed.push(url);
        bytes += size ?? 0;
        done += 1;
        onProgress({ done, failed, all: urls.length, bytes });
      }
    }),
  );
}

/** The pages that an earlier build kept: this one keeps them as well, with its own scripts. */
async function pagesOfBefore(): Promise<string[]> {
  const names = (await caches.keys()).filter((name) => name.startsWith(PREFIX) && name !== PAGES);
  const requests = await Promise.all(names.map(async (name) => (await caches.open(name)).keys()));
  return requests.flat().map(({ url }) => url);
}

self.addEventListener('install', (event) => {
  event.waitUntil(
    (async () => {
      const own = PAGES_KEPT.map((path) => new URL(path, self.location.origin).href);
      await keepPages([...new Set([...own, ...(await pagesOfBefore())])], () => undefined);
    })(),
  );
});

self.addEventListener('activate', (event) => {
  event.waitUntil(
    (async () => {
      const old = (await caches.keys()).filter((name) => name.startsWith(PREFIX) && name !== PAGES);
      await Promise.all(old.map((name) => caches.delete(name)));
    })(),
  );
});

/** Browsers that send in the background say so by this event. */
interface SyncEvent extends ExtendableEvent {
  readonly tag: string;
}

self.addEventListener('sync' as 'message', (event: ExtendableEvent) => {
  if ((event as SyncEvent).tag !== SENDING) return;
  // A page that is sending needs no help.
  event.waitUntil(
    self.navigator.locks.request(SENDING, { ifAvailable: true }, async (lock) => {
      if (lock !== null) await sendInBackground();
    }),
  );
});

self.addEventListener('message', (event) => {
  const asked = event.data as WorkerRequest;
  // A new build waits until somebody chooses it.
  if (asked.type === 'SKIP_WAITING') void self.skipWaiting();
  if (asked.type === 'KEEP_PAGES') {
    const [port] = event.ports;
    event.waitUntil(keepPages(asked.urls, (soFar) => port?.postMessage(soFar)));
  }
});
