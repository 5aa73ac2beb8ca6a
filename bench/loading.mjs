// How pages load on a slow phone: four times slower than this machine, on a slow mobile network, with nothing in the cache.
import { openBrowser } from '../scripts/lib/browser.mjs';

const PHONE = {
  viewport: { width: 390, height: 844 },
  hasTouch: true,
  isMobile: true,
  userAgent: 'Mozilla/5.0 (Linux; Android 14) AppleWebKit/537.36 Chrome/140.0.0.0 Mobile Safari/537.36',
  serviceWorkers: 'block',
};
const CPU_SLOWDOWN = 4;
/** What Chromium calls slow 4G. */
const SLOW_4G = {
  offline: false,
  latency: 562.5,
  downloadThroughput: (1.6e6 / 8) * 0.9,
  uploadThroughput: (750e3 / 8) * 0.9,
};
const PASSES = 3;
const MOST_MS = 60_000;

/** What somebody came for, on each page. */
const CONTENT = {
  home: 'main h1',
  'tree sheet': '[data-reading]',
  tally: 'tbody[data-index], [data-tag]',
  results: 'main dl dd',
  stem: 'main input',
};

/** Notes in the page when its content is painted, when it answers, and how far things moved. */
function watch(selector) {
  const load = { visibleMs: null, usableMs: null, shift: 0 };
  globalThis.load = load;
  new PerformanceObserver((list) => {
    for (const entry of list.getEntries()) if (!entry.hadRecentInput) load.shift += entry.value;
  }).observe({ type: 'layout-shift', buffered: true });
  const isShown = () => (document.querySelector(selector)?.getClientRects().length ?? 0) > 0;
  // An island that is there has lost its mark; those that load when they are seen are not waited for.
  const isUsable = () =>
    document.readyState === 'complete' && document.querySelector('astro-island[ssr]:not([client="visible"])') === null;
  const look = () => {
    if (load.visibleMs === null && isShown()) {
      const { port1, port2 } = new MessageChannel();
      port1.onmessage = () => (load.visibleMs ??= performance.now());
      port2.postMessage(null);
    }
    // A task behind those that made it usable: until it runs nothing else would be answered.
    if (load.visibleMs !== null && isUsable()) setTimeout(() => (load.usableMs ??= performance.now()));
    if (load.usableMs === null) requestAnimationFrame(look);
  };
  requestAnimationFrame(look);
}

const middle = (values) => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)];

async function loaded(browser, address, selector) {
  const context = await browser.newContext(PHONE);
  try {
    const page = await context.newPage();
    const session = await context.newCDPSession(page);
    await session.send('Network.enable');
    await session.send('Network.emulateNetworkConditions', SLOW_4G);
    await session.send('Emulation.setCPUThrottlingRate', { rate: CPU_SLOWDOWN });
    await page.addInitScript(watch, selector);
    await page.goto(address, { waitUntil: 'commit', timeout: MOST_MS });
    await page.waitForFunction(() => globalThis.load?.usableMs !== null, undefined, { timeout: MOST_MS });
    await page.waitForLoadState('networkidle');
    return await page.evaluate(() => globalThis.load);
  } finally {
    await context.close();
  }
}

/**
 * @param url of a running application
 * @param pages addresses by name
 * @returns for each page when its content is visible and when it answers, in ms, and its layout shift; the middle of three passes
 */
export async function loadingCosts(url, pages) {
  const browser = await openBrowser();
  try {
    const costs = [];
    for (const [page, selector] of Object.entries(CONTENT)) {
      const passes = [];
      for (let pass = 0; pass < PASSES; pass += 1) passes.push(await loaded(browser, `${url}${pages[page]}`, selector));
      costs.push({
        page,
        visibleMs: middle(passes.map(({ visibleMs }) => visibleMs)),
        usableMs: middle(passes.map(({ usableMs }) => usableMs)),
        shift: middle(passes.map(({ shift }) => shift)),
      });
    }
    return costs;
  } finally {
    await browser.close();
  }
}
