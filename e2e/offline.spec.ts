import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { get as securely } from 'node:https';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { type BrowserContext, chromium, type Page } from '@playwright/test';
import { CHROMIUM_ARGS, CHROMIUM_PATH } from '../scripts/lib/browser.mjs';
import { freePort } from '../scripts/lib/cluster.mjs';
import { startServer, stopServer, untilHealthy } from '../scripts/lib/server.mjs';
import { openStack } from '../scripts/lib/stack.mjs';
import { appUrl, expect, get, PHONE, test } from './support/app.ts';

interface KeptTree {
  readonly tag: string;
}

/** What other tests switch off. */
const ALLOWED = { serviceWorkers: 'allow' } as const;

const tagsOn = async (plotId: string): Promise<readonly string[]> =>
  (await get<readonly KeptTree[]>(appUrl(), `/api/trees?plot=${plotId}`)).map(({ tag }) => tag);

/** A browser of somebody who has opened the application before: its pages are on the device. */
async function onPhone(work: (page: Page, context: BrowserContext) => Promise<void>): Promise<void> {
  const browser = await chromium.launch({ executablePath: CHROMIUM_PATH, args: CHROMIUM_ARGS });
  try {
    const context = await browser.newContext({ baseURL: appUrl(), ...ALLOWED, viewport: PHONE, hasTouch: true });
    const page = await context.newPage();
    await page.goto('/device');
    await expect(page.getByText('open without a network')).toBeVisible();
    await work(page, context);
  } finally {
    await browser.close();
  }
}

async function takeAlong(page: Page, surveyId: string): Promise<void> {
  const survey = page.getByRole('listitem').filter({ has: page.locator(`a[href="/tally?survey=${surveyId}"]`) });
  await survey.getByRole('button', { name: /^Take along/ }).click();
  await expect(survey.getByText(/^Copied/)).toBeVisible();
}

async function enter(page: Page, line: string): Promise<void> {
  await page.locator('#call-line').fill(line);
  await page.locator('#call-line').press('Enter');
}

const rows = (page: Page) => page.getByRole('table', { name: 'Trees of plot 1' }).locator('tbody tr');

test('the pages that need no survey open without a network', async () => {
  await onPhone(async (page, context) => {
    await context.setOffline(true);
    for (const [address, title] of [
      ['/', 'Home'],
      ['/measure', 'Tree sheet'],
      ['/notebook', 'Notebook'],
      ['/surveys/kit', 'Instruments and calibration'],
      ['/surveys/stand-off', 'Where to stand'],
      ['/surveys/fall-reach', 'Fall reach'],
      ['/surveys/who-is-in', 'In or out'],
      ['/help/safety', 'Safety'],
    ] as const) {
      await page.goto(address);
      await expect(page, address).toHaveTitle(new RegExp(`^${title}`));
      await expect(page.locator('astro-island[ssr]'), address).toHaveCount(0);
    }
    await page.goto('/surveys/new');
    await expect(page.getByRole('heading', { name: 'Not on this device' })).toBeVisible();
  });
});

test('a plot that was taken along is measured without a network, and is sent once', async ({
  plot: { plotId, surveyId },
}) => {
  await onPhone(async (page, context) => {
    await page.reload();
    await takeAlong(page, surveyId);
    await context.setOffline(true);
    await page.goto(`/tally/${plotId}`);
    await expect(page.locator('#refused')).toContainText('Offline. Copy made');
    for (let tree = 1; tree <= 5; tree += 1) await enter(page, `sp ${String(30 + tree)}`);
    await expect(page.locator('#waiting')).toHaveText('5 on this device');
    await page.reload();
    await expect(rows(page)).toHaveCount(5);
    await page.goto('/device');
    await expect(page.getByRole('list', { name: 'Entries that are not sent' }).getByRole('listitem')).toHaveCount(5);
    expect(await tagsOn(plotId)).toEqual([]);
    await context.setOffline(false);
    await page.getByRole('button', { name: 'Send now' }).click();
    await expect(page.getByText('All entries are on the server.')).toBeVisible();
    expect(await tagsOn(plotId)).toEqual(['1', '2', '3', '4', '5']);
  });
});

test('a phone that dies keeps every tree that it said was stored', async ({ plot: { plotId, surveyId } }) => {
  const folder = mkdtempSync(path.join(tmpdir(), 'phone-'));
  const open = () =>
    chromium.launchPersistentContext(folder, {
      executablePath: CHROMIUM_PATH,
      args: CHROMIUM_ARGS,
      ...ALLOWED,
      baseURL: appUrl(),
      viewport: PHONE,
    });
  try {
    const first = await open();
    const page = first.pages()[0] ?? (await first.newPage());
    await page.goto('/device');
    await takeAlong(page, surveyId);
    await first.setOffline(true);
    await page.goto(`/tally/${plotId}`);
    for (let tree = 1; tree <= 3; tree += 1) await enter(page, `sp ${String(30 + tree)}`);
    await expect(page.locator('#waiting')).toHaveText('3 on this device');
    await page.locator('#call-line').fill('bt 41.');
    spawnSync('pkill', ['-9', '-f', folder]);
    await first.close().catch(() => undefined);

    const second = await open();
    await second.setOffline(true);
    const again = second.pages()[0] ?? (await second.newPage());
    await again.goto(`/tally/${plotId}`);
    await expect(rows(again)).toHaveCount(3);
    await second.setOffline(false);
    await expect.poll(() => tagsOn(plotId)).toEqual(['1', '2', '3']);
    await second.close();
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});

test('phones reach the server over HTTPS with its own certificate, and over plain HTTP learn why it stays online', async () => {
  const stack = await openStack('power-cuts', { demo: false });
  const folder = mkdtempSync(path.join(tmpdir(), 'tls-'));
  const [port, securePort] = [await freePort(), await freePort()];
  const server = startServer({
    databaseUrl: stack.databaseUrl,
    host: '0.0.0.0',
    port,
    securePort: String(securePort),
    stdio: ['ignore', 'ignore', 'ignore'],
    env: { TLS_FOLDER: folder, ALLOWED_HOSTS: 'hut.example', LOG_LEVEL: 'silent' },
  });
  try {
    const url = `http://127.0.0.1:${String(port)}`;
    await untilHealthy(url, server);
    const ca = await (await fetch(`${url}/authority.crt`)).text();
    const status = await new Promise((resolve, reject) => {
      securely(`https://127.0.0.1:${String(securePort)}/api/health`, { ca }, (answer) => {
        resolve(answer.statusCode);
      }).on('error', reject);
    });
    expect(status).toBe(200);

    const phone = await chromium.launch({
      executablePath: CHROMIUM_PATH,
      args: [...CHROMIUM_ARGS, '--host-resolver-rules=MAP hut.example 127.0.0.1'],
    });
    const page = await phone.newPage({ viewport: PHONE });
    await page.goto(`http://hut.example:${String(port)}/device`);
    await expect(page.getByText('Browsers open pages offline only over HTTPS')).toBeVisible();
    await page.getByRole('link', { name: 'Open the secure address' }).click();
    await expect(page.getByRole('heading', { name: '1. Trust this server' })).toBeVisible();
    await expect(page.getByRole('img', { name: /^Code of https:/ })).toBeVisible();
    await phone.close();
  } finally {
    await stopServer(server);
    await stack.close();
    rmSync(folder, { recursive: true, force: true });
  }
});
