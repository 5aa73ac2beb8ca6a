import { defineConfig } from '@playwright/test';
import { CHROMIUM_ARGS, CHROMIUM_PATH } from '../scripts/lib/browser.mjs';

export default defineConfig({
  testDir: '.',
  outputDir: '../test-results',
  globalSetup: './support/global-setup.ts',
  fullyParallel: false,
  // Each worker has a server and a database of its own: support/app.ts.
  workers: 2,
  forbidOnly: true,
  // A loaded machine with two cores loses a click now and then. The run names what it repeated.
  retries: 1,
  // Limits that end a test that hangs; a slow machine with two workers must not reach them.
  timeout: 240_000,
  expect: { timeout: 30_000 },
  reporter: [['list'], ['json', { outputFile: '../.data/playwright.json' }]],
  use: {
    viewport: { width: 1280, height: 800 },
    trace: 'retain-on-failure',
    actionTimeout: 60_000,
    launchOptions: { executablePath: CHROMIUM_PATH, args: CHROMIUM_ARGS },
    // They answer from what they kept, and hide requests from tests that hold them up: those of offline work let them.
    serviceWorkers: 'block',
    permissions: ['clipboard-read', 'clipboard-write'],
  },
});
