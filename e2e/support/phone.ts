import { chromium, type BrowserContext, type Locator, type Page } from '@playwright/test';
import { CHROMIUM_ARGS, CHROMIUM_PATH } from '../../scripts/lib/browser.mjs';
import { appUrl, expect, get, PHONE } from './app.ts';

/** What other tests switch off. */
export const WITH_WORKERS = { serviceWorkers: 'allow' } as const;

interface KeptTree {
  readonly tag: string;
}

export const tagsOn = async (plotId: string): Promise<readonly string[]> =>
  (await get<readonly KeptTree[]>(appUrl(), `/api/trees?plot=${plotId}`)).map(({ tag }) => tag);

/** A browser of somebody who has opened the application before: its pages are on the device. */
export async function onPhone(work: (page: Page, context: BrowserContext) => Promise<void>): Promise<void> {
  const browser = await chromium.launch({ executablePath: CHROMIUM_PATH, args: CHROMIUM_ARGS });
  try {
    const context = await browser.newContext({ baseURL: appUrl(), ...WITH_WORKERS, viewport: PHONE, hasTouch: true });
    const page = await context.newPage();
    await page.goto('/device');
    // The first visit puts the whole application on the device.
    await expect(page.getByText('open without a network')).toBeVisible({ timeout: 90_000 });
    await work(page, context);
  } finally {
    await browser.close();
  }
}

/** A phone whose storage outlives its browser. */
export const openPhone = (folder: string): Promise<BrowserContext> =>
  chromium.launchPersistentContext(folder, {
    executablePath: CHROMIUM_PATH,
    args: CHROMIUM_ARGS,
    ...WITH_WORKERS,
    baseURL: appUrl(),
    viewport: PHONE,
  });

export async function takeAlong(page: Page, surveyId: string): Promise<void> {
  const survey = page.getByRole('listitem').filter({ has: page.locator(`a[href="/tally?survey=${surveyId}"]`) });
  await survey.getByRole('button', { name: /^Take along/ }).click();
  await expect(survey.getByText(/^Copied/)).toBeVisible();
}

export async function enter(page: Page, line: string): Promise<void> {
  await page.locator('#call-line').fill(line);
  await page.locator('#call-line').press('Enter');
}

export const rows = (page: Page): Locator => page.getByRole('table', { name: 'Trees of plot 1' }).locator('tbody tr');
