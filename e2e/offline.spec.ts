import { mkdtempSync, rmSync } from 'node:fs';
import { get as securely } from 'node:https';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { chromium } from '@playwright/test';
import { CHROMIUM_ARGS, CHROMIUM_PATH } from '../scripts/lib/browser.mjs';
import { freePort } from '../scripts/lib/cluster.mjs';
import { startServer, stopServer, untilHealthy } from '../scripts/lib/server.mjs';
import { openStack } from '../scripts/lib/stack.mjs';
import { PAGES_KEPT } from '../web/src/service-worker/pages-offline.ts';
import { appUrl, expect, PHONE, test } from './support/app.ts';
import { enter, onPhone, rows, tagsOn, takeAlong } from './support/phone.ts';

test('the pages that need no survey open without a network', async () => {
  await onPhone(async (page, context) => {
    await context.setOffline(true);
    for (const address of PAGES_KEPT) {
      await page.goto(address);
      await expect(page.locator('h1, main'), address).not.toHaveCount(0);
      await expect(page.getByRole('heading', { name: 'Not on this device' }), address).toHaveCount(
        address === '/offline' ? 1 : 0,
      );
      await expect(page.locator('astro-island[ssr]'), address).toHaveCount(0);
    }
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
    await page.getByRole('button', { name: 'Send now' }).click();
    await expect(page.getByText('The server does not answer. The entries stay on this device.')).toBeVisible();
    // They are sent as soon as there is a network.
    await context.setOffline(false);
    await expect(page.getByText('All entries are on the server.')).toBeVisible();
    expect(await tagsOn(plotId)).toEqual(['1', '2', '3', '4', '5']);
  });
});

test('what waits is sent in the background when no page is open, and once', async ({ plot: { plotId, surveyId } }) => {
  await onPhone(async (page, context) => {
    await page.reload();
    await takeAlong(page, surveyId);
    const session = await context.newCDPSession(page);
    const registration = new Promise<string>((resolve) => {
      session.on('ServiceWorker.workerRegistrationUpdated', ({ registrations: [first] }) => {
        if (first !== undefined) resolve(first.registrationId);
      });
    });
    await session.send('ServiceWorker.enable');
    const registrationId = await registration;
    await context.setOffline(true);
    await page.goto(`/tally/${plotId}`);
    for (const line of ['sp 31', 'sp 32']) await enter(page, line);
    await expect(page.locator('#waiting')).toHaveText('2 on this device');
    await page.goto('about:blank');
    await context.setOffline(false);
    await session.send('ServiceWorker.dispatchSyncEvent', {
      origin: appUrl(),
      registrationId,
      tag: 'arbolito.outbox',
      lastChance: false,
    });
    await expect.poll(() => tagsOn(plotId)).toEqual(['1', '2']);
    await page.goto('/device');
    await expect(page.getByText('All entries are on the server.')).toBeVisible();
    expect(await tagsOn(plotId)).toEqual(['1', '2']);
  });
});

test('results and review list of a survey are worked out on the device, with entries that are not sent', async ({
  plot: { plotId, surveyId },
}) => {
  await onPhone(async (page, context) => {
    await page.reload();
    await takeAlong(page, surveyId);
    await context.setOffline(true);
    await page.goto(`/tally/${plotId}`);
    // 36 and 40 cm on 500 m²: 2 × 20 = 40 stems/ha, (0.10179 + 0.12566) × 20 = 4.5 m²/ha.
    await enter(page, 'sp 36');
    await enter(page, 'sp 40');
    await enter(page, '#2a bt 340');
    await expect(page.locator('#waiting')).toHaveText('3 on this device');
    await page.goto(`/device/results#${surveyId}`);
    await expect(page.getByText('3 entries that are not sent are included.')).toBeVisible();
    await page.getByRole('checkbox', { name: 'Count unfinished plots as well' }).check();
    await expect(page.getByText('1 plot counts.')).toBeVisible();
    await expect(page.getByRole('definition').first()).toContainText('60');
    await expect(page.getByRole('listitem').filter({ hasText: 'plot 1 · tree 2a' })).toBeVisible();
    await page.goto(`/results/${surveyId}`);
    await page.getByRole('button', { name: 'Results with the entries of this device' }).click();
    await expect(page.getByRole('heading', { name: 'Review list' })).toBeVisible();
  });
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
