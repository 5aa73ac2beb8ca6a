import { CHROMIUM_PATH, ensureChromium } from './packages.mjs';

export { CHROMIUM_PATH };

/** How Chromium is started here: Debian's own, without a screen, and quiet on the network. */
export const CHROMIUM_ARGS = [
  '--headless',
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];

/** A running Chromium, driven by Playwright. */
export async function openBrowser() {
  await ensureChromium();
  const { chromium } = await import('@playwright/test');
  return chromium.launch({ executablePath: CHROMIUM_PATH, args: CHROMIUM_ARGS });
}
