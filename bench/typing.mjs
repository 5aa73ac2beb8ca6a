// How soon a key press shows: in the drawing of the tree sheet and the chips of the tally, against a bare text box.
import { openBrowser } from '../scripts/lib/browser.mjs';

const KEYS = 150;
const SLOWDOWNS = [1, 4];
const DESK = { width: 1280, height: 800 };

export const quantile = (values, share) =>
  values.toSorted((a, b) => a - b)[Math.ceil(share * values.length) - 1] ?? NaN;

/** Milliseconds from each key press to the frame after which the changed element has been painted. */
export async function latencies(page, selector, watched, keys) {
  await page.evaluate((target) => {
    globalThis.seen = [];
    let pressed = null;
    document.addEventListener('keydown', (event) => (pressed = event.timeStamp), { capture: true });
    new MutationObserver(() => {
      const from = pressed;
      if (from === null) return;
      pressed = null;
      // Behind the frame that shows the change: a message is handled after the paint.
      requestAnimationFrame(() => {
        const { port1, port2 } = new MessageChannel();
        port1.onmessage = () => globalThis.seen.push(performance.now() - from);
        port2.postMessage(null);
      });
    }).observe(document.querySelector(target), {
      subtree: true,
      attributes: true,
      childList: true,
      characterData: true,
    });
  }, watched);
  await page.locator(selector).focus();
  for (let key = 0; key < KEYS; key += 1) {
    await page.keyboard.press(keys[key % keys.length]);
    await page.waitForFunction((count) => globalThis.seen.length >= count, key + 1);
  }
  return page.evaluate(() => globalThis.seen);
}

const SCENES = [
  {
    what: 'drawing',
    open: async (page, url) => {
      await page.goto(`${url}/measure`, { waitUntil: 'networkidle' });
      await page.locator('[data-reading="height.top"]').fill('6');
      await page.locator('[data-reading="height.base"]').fill('-8');
      await page.locator('[data-reading="height.distance"]').fill('25');
      await page.locator('[data-reading="diameter.diameter"]').fill('36');
    },
    field: '[data-reading="height.top"]',
    watched: 'svg[role=img]',
    keys: ['5', 'Backspace'],
  },
  {
    what: 'chips',
    open: async (page, url, { tally }) => {
      await page.goto(`${url}${tally}`, { waitUntil: 'networkidle' });
      await page.locator('#call-line').fill('bt 34.5 +62 -8 @2');
    },
    field: '#call-line',
    watched: '#chips',
    keys: ['5', 'Backspace'],
  },
];

export async function textBox(page) {
  await page.setContent('<input id="box" value="6"><p id="echo">6</p>');
  await page.evaluate(() => {
    const box = document.querySelector('#box');
    box.addEventListener('input', () => (document.querySelector('#echo').textContent = box.value));
  });
}

/**
 * @param url of a running application
 * @param pages addresses by name
 * @returns for the drawing and the chips, at each slowdown of the processor: 95 % of the waits, and those of the text box, in ms
 */
export async function typingCosts(url, pages) {
  const browser = await openBrowser();
  try {
    const costs = [];
    for (const slowdown of SLOWDOWNS) {
      const measured = async (open, ...watch) => {
        const page = await browser.newPage({ viewport: DESK });
        await open(page);
        const session = await page.context().newCDPSession(page);
        await session.send('Emulation.setCPUThrottlingRate', { rate: slowdown });
        const p95Ms = quantile(await latencies(page, ...watch), 0.95);
        await page.close();
        return p95Ms;
      };
      const baselineP95Ms = await measured(textBox, '#box', '#echo', ['5', 'Backspace']);
      for (const { what, open, field, watched, keys } of SCENES) {
        const p95Ms = await measured((page) => open(page, url, pages), field, watched, keys);
        costs.push({ what, slowdown, p95Ms, baselineP95Ms });
      }
    }
    return costs;
  } finally {
    await browser.close();
  }
}
