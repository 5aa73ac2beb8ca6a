// What work without a network costs: sending what has gathered, typing meanwhile, taking a survey along, opening a plot.
import { randomUUID } from 'node:crypto';
import { openBrowser } from '../scripts/lib/browser.mjs';
import { json, MOMENT, surveyWithPlots, tree, WRITER } from './survey.mjs';
import { latencies, quantile, textBox } from './typing.mjs';

const [PLOTS, TREES_PER_PLOT] = [200, 50];
const PENDING = 1_000;
const SINGLE = 200;
const KEYS = ['5', 'Backspace'];
const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true, serviceWorkers: 'allow' };
const SLOWDOWN = 4;
const PASSES = 3;
const MOST_MS = 300_000;

const middle = (values) => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)];

const operation = (body, sequence) => ({
  id: body.id,
  sequence,
  madeAt: MOMENT,
  method: 'POST',
  path: '/api/trees',
  body,
});

let requests = 0;
/** Sends new trees of a plot as a device does. */
async function sync(url, trees) {
  requests += 1;
  const operations = trees.map(operation);
  const { results } = await json(
    `${url}/api/sync`,
    'POST',
    JSON.stringify({ device: 'bench', request: requests, operations }),
  );
  if (results.some(({ kind }) => kind !== 'kept')) throw new Error('a tree was refused');
}

/** Trees a second: one request for each, and what has gathered on a device, sent by a page. */
async function sendingRates(url, browser) {
  const { plots } = await surveyWithPlots(url, 2);
  let begun = performance.now();
  for (let tag = 1; tag <= SINGLE; tag += 1)
    await json(`${url}/api/trees`, 'POST', JSON.stringify(tree(plots[0], tag)));
  const single = (1000 * SINGLE) / (performance.now() - begun);
  const page = await (await browser.newContext(PHONE)).newPage();
  await fill(page, url, plots[1], PENDING);
  begun = performance.now();
  await page.goto(`${url}/device`);
  await page.getByText('All entries are on the server.').waitFor({ timeout: MOST_MS });
  const gathered = (1000 * PENDING) / (performance.now() - begun);
  await page.context().close();
  return { single, gathered };
}

/** The pass whose ratio lies in the middle: the first one finds a server that has just been started. */
async function middleRates(url, browser) {
  const passes = [];
  for (let pass = 0; pass < PASSES; pass += 1) passes.push(await sendingRates(url, browser));
  return passes.toSorted((a, b) => a.gathered / a.single - b.gathered / b.single)[Math.floor(PASSES / 2)];
}

/** Puts writes onto the disk of a device, as if they had been entered there. */
async function fill(page, url, plotId, count) {
  await page.goto(`${url}/device`);
  await page.getByText('open without a network').waitFor();
  await page.goto(`${url}/arbolito.webmanifest`);
  const trees = Array.from({ length: count }, (_, i) => tree(plotId, i + 1));
  await page.evaluate(
    ([all, madeAt]) =>
      new Promise((resolve, reject) => {
        const opening = indexedDB.open('arbolito');
        opening.onsuccess = () => {
          const transaction = opening.result.transaction('writes', 'readwrite');
          for (const body of all)
            transaction
              .objectStore('writes')
              .add({ id: body.id, method: 'POST', url: '/api/trees', body, madeAt, state: 'waiting' });
          transaction.oncomplete = () => {
            opening.result.close();
            resolve();
          };
          transaction.onerror = () => reject(transaction.error);
        };
      }),
    [trees, MOMENT],
  );
}

/** 95 % of the waits for a key on the line, while entries are sent; against a bare text box. */
async function typingWhileSending(url, browser) {
  const { plots } = await surveyWithPlots(url, 2);
  const bare = await browser.newPage({ viewport: PHONE.viewport });
  await textBox(bare);
  const baselineP95Ms = quantile(await latencies(bare, '#box', '#echo', KEYS), 0.95);
  await bare.close();
  const page = await (await browser.newContext({ ...PHONE, isMobile: false })).newPage();
  await fill(page, url, plots[1], 8 * PENDING);
  await page.goto(`${url}/tally/${plots[0]}`);
  await page.locator('#call-line').fill('bt 34.5 +62 -8 @2');
  const p95Ms = quantile(await latencies(page, '#call-line', '#chips', KEYS), 0.95);
  const left = await page.locator('#waiting').textContent();
  await page.context().close();
  return { p95Ms, baselineP95Ms, wasSending: /on this device/.test(left ?? '') };
}

/** Taking a survey of ten thousand trees along, against fetching the same addresses and keeping nothing. */
async function takingAlong(url, browser) {
  const { surveyId, plots } = await surveyWithPlots(url, PLOTS);
  for (const plotId of plots)
    await sync(
      url,
      Array.from({ length: TREES_PER_PLOT }, (_, i) => tree(plotId, i + 1)),
    );
  const page = await (await browser.newContext(PHONE)).newPage();
  await page.goto(`${url}/device`);
  await page.getByText('open without a network').waitFor();
  const pages = [
    `/tally?survey=${surveyId}`,
    ...plots.flatMap((id) => [`/tally/${id}`, `/measure?plot=${id}`]),
    ...['', '/plan', '/rules', '/conflicts'].map((part) => `/surveys/${surveyId}${part}`),
    ...['', '/map', '/checks'].map((part) => `/results/${surveyId}${part}`),
  ];
  const download = () =>
    page.evaluate(
      async ([addresses, survey]) => {
        const begun = performance.now();
        let after = '';
        for (let more = true; more;) {
          const answer = await (await fetch(`/api/surveys/${survey}/changes${after}`)).json();
          after = `?after=${answer.cursor}`;
          more = answer.more;
        }
        for (const address of addresses) await (await fetch(address, { cache: 'no-store' })).arrayBuffer();
        return performance.now() - begun;
      },
      [pages, surveyId],
    );
  // Once before, so that both find the server warm.
  await download();
  const downloadMs = await download();
  const item = page.getByRole('listitem').filter({ has: page.locator(`a[href="/tally?survey=${surveyId}"]`) });
  const begun = performance.now();
  await item.getByRole('button', { name: /^Take along/ }).click();
  await item.getByText(/^Copied/).waitFor({ timeout: MOST_MS });
  const takeMs = performance.now() - begun;
  await page.context().close();
  return { trees: PLOTS * TREES_PER_PLOT, takeMs, downloadMs };
}

/** From the address to a line that can be typed on, on a slow processor. */
async function opened(page, address) {
  const session = await page.context().newCDPSession(page);
  await session.send('Emulation.setCPUThrottlingRate', { rate: SLOWDOWN });
  const begun = performance.now();
  await page.goto(address, { waitUntil: 'commit' });
  await page.locator('#chips').waitFor({ state: 'attached', timeout: MOST_MS });
  await page.waitForFunction(() => document.querySelector('astro-island[ssr]') === null);
  return performance.now() - begun;
}

/** Start of the tally without a network, against its first start with one. */
async function offlineStart(url, browser) {
  const { surveyId, plots } = await surveyWithPlots(url, 1);
  await sync(
    url,
    Array.from({ length: 25 }, (_, i) => tree(plots[0], i + 1)),
  );
  const address = `${url}/tally/${plots[0]}`;
  const [online, offline] = [[], []];
  for (let pass = 0; pass < PASSES; pass += 1) {
    const cold = await browser.newContext({ ...PHONE, serviceWorkers: 'block' });
    const first = await cold.newPage();
    const session = await cold.newCDPSession(first);
    await session.send('Network.enable');
    await session.send('Network.emulateNetworkConditions', {
      offline: false,
      latency: 562.5,
      downloadThroughput: (1.6e6 / 8) * 0.9,
      uploadThroughput: (750e3 / 8) * 0.9,
    });
    online.push(await opened(first, address));
    await cold.close();
    const context = await browser.newContext(PHONE);
    const page = await context.newPage();
    await page.goto(`${url}/device`);
    await page.getByText('open without a network').waitFor();
    const item = page.getByRole('listitem').filter({ has: page.locator(`a[href="/tally?survey=${surveyId}"]`) });
    await item.getByRole('button', { name: /^Take along/ }).click();
    await item.getByText(/^Copied/).waitFor({ timeout: MOST_MS });
    await context.setOffline(true);
    const later = await context.newPage();
    offline.push(await opened(later, address));
    await context.close();
  }
  return { onlineMs: middle(online), offlineMs: middle(offline) };
}

/**
 * @param url of a running application
 * @param onPart told of each part when it is measured
 */
export async function offlineCosts(url, onPart = () => undefined) {
  const browser = await openBrowser();
  const costs = {};
  try {
    for (const [part, measure] of Object.entries({
      sending: middleRates,
      typing: typingWhileSending,
      start: offlineStart,
      taking: takingAlong,
    })) {
      costs[part] = await measure(url, browser);
      onPart(part, costs[part]);
    }
    return costs;
  } finally {
    await browser.close();
  }
}
