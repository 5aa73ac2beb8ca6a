import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { BrowserContext, Page } from '@playwright/test';
import { seededRandom } from '../core/src/statistics/random.ts';
import { appUrl, expect, get, test } from './support/app.ts';
import { enter, openPhone, rows, takeAlong } from './support/phone.ts';

/** `npm run soak` kills fifty times. */
const KILLS = Number(process.env.KILLS ?? 3);
const TREES = 25;
/** Longest time between the opening of the plot and the kill. */
const LATEST_MS = 2_500;

interface Tree {
  readonly tag: string;
  readonly readings: readonly { readonly key: string; readonly value: number }[];
}

/** A small picture, as a camera would give it. */
const photo = async (page: Page): Promise<Buffer> =>
  Buffer.from(
    await page.evaluate(() => {
      const canvas = document.createElement('canvas');
      [canvas.width, canvas.height] = [64, 48];
      canvas.getContext('2d')?.fillRect(0, 0, 64, 48);
      return canvas.toDataURL('image/jpeg').split(',')[1] ?? '';
    }),
    'base64',
  );

async function addPhoto(page: Page, words: string): Promise<void> {
  await page.getByRole('button', { name: 'Plot', exact: true }).click();
  await page.getByText('Photos', { exact: true }).click();
  await page.getByLabel('Caption of the next photo').fill(words);
  await page
    .getByLabel('Take or choose a photo')
    .setInputFiles({ name: 'photo.jpg', mimeType: 'image/jpeg', buffer: await photo(page) });
  await expect(page.getByRole('img', { name: words })).toBeVisible();
  await expect(page.getByText('Stored on this device.')).toBeVisible();
  await page.keyboard.press('Escape');
}

const onOpen = (context: BrowserContext): Promise<Page> => Promise.resolve(context.pages()[0] ?? context.newPage());

test(`a phone that is killed ${String(KILLS)} times keeps all that it said was stored`, async ({
  plot: { plotId, surveyId },
}) => {
  test.setTimeout(120_000 + KILLS * 30_000);
  const random = seededRandom(KILLS);
  const folder = mkdtempSync(path.join(tmpdir(), 'phone-'));
  /** Trees that the page called stored, by tag. */
  const stored = new Map<string, string>();
  let next = 1;
  try {
    for (let kill = 0; kill <= KILLS; kill += 1) {
      const phone = await openPhone(folder);
      const page = await onOpen(phone);
      if (kill === 0) {
        await page.goto('/device');
        await expect(page.getByText('open without a network')).toBeVisible();
        await takeAlong(page, surveyId);
      }
      await phone.setOffline(true);
      await page.goto(`/tally/${plotId}`);
      for (const [tag, dbh] of stored)
        await expect(rows(page).filter({ hasText: new RegExp(`^${tag}\\D`) })).toContainText(dbh);
      if (kill === 1) await addPhoto(page, 'to the north');
      if (kill === KILLS) {
        await page.goto(`/device/results#${surveyId}`);
        await expect(page.getByRole('heading', { name: 'Review list' })).toBeVisible();
        await expect(page.getByText(/entr(y|ies) that (is|are) not sent/)).toBeVisible();
        await page.goto(`/tally/${plotId}`);
        await phone.setOffline(false);
        const count = stored.size;
        await expect(page.locator('#waiting')).toHaveText('✓ sent');
        const trees = await get<readonly Tree[]>(appUrl(), `/api/trees?plot=${plotId}`);
        expect(trees.length).toBeGreaterThanOrEqual(count);
        // Nothing twice, nothing missing, nothing else than what was entered.
        expect(new Set(trees.map(({ tag }) => tag)).size).toBe(trees.length);
        const kept = new Map(trees.map(({ tag, readings }) => [tag, String(readings[0]?.value)]));
        for (const [tag, dbh] of stored) expect(kept.get(tag), `tree ${tag}`).toBe(dbh);
        const photos = await get<readonly { readonly words: string }[]>(appUrl(), `/api/plots/${plotId}/photos`);
        expect(photos.map(({ words }) => words)).toEqual(['to the north']);
        await phone.close();
        return;
      }
      const end = Date.now() + random() * LATEST_MS;
      const perKill = Math.ceil(TREES / KILLS);
      for (let trees = 0; trees < perKill || Date.now() < end; trees += 1) {
        if (trees >= perKill && Date.now() >= end) break;
        const [tag, dbh] = [String(next), String(20 + (next % 60))];
        next += 1;
        await enter(page, `#${tag} sp ${dbh}`);
        const row = rows(page).filter({ hasText: new RegExp(`^${tag}\\D`) });
        // The last one may be cut off before it is stored.
        if (trees >= perKill - 1 && random() < 0.5) break;
        await expect(row).toContainText('Not sent');
        stored.set(tag, dbh);
      }
      spawnSync('pkill', ['-9', '-f', folder]);
      await phone.close().catch(() => undefined);
    }
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});
