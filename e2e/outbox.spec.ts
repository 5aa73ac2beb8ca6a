import type { Page } from '@playwright/test';
import { appUrl, expect, get, test } from './support/app.ts';

interface TallyAnswer {
  readonly trees: readonly { readonly tag: string }[];
}

const openTally = async (page: Page, plotId: string): Promise<void> => {
  await page.goto(`/tally/${plotId}`);
  await expect(page.locator('#call-line')).toBeFocused();
};

const enter = async (page: Page, line: string): Promise<void> => {
  await page.locator('#call-line').fill(line);
  await page.keyboard.press('Enter');
};

const tagsOn = async (plotId: string): Promise<readonly string[]> =>
  (await get<TallyAnswer>(appUrl(), `/api/tally?plot=${plotId}`)).trees.map(({ tag }) => tag);

const notices = (page: Page) => page.locator('#refused');

interface Sent {
  readonly operations: readonly { readonly body: { readonly tag?: string } }[];
}

test.describe('entries on their way to the server', () => {
  for (const [name, fail] of [
    ['is answered 500', 'answer'],
    ['is never answered', 'silence'],
  ] as const) {
    test(`go on behind one that ${name}`, async ({ page, plot: { plotId } }) => {
      await page.clock.install();
      await openTally(page, plotId);
      let tries = 0;
      await page.route('**/api/sync', async (route) => {
        const { operations } = route.request().postDataJSON() as Sent;
        if (operations.every(({ body }) => body.tag !== '1')) {
          await route.continue();
          return;
        }
        tries += 1;
        if (fail === 'answer') await route.fulfill({ status: 500, json: { detail: 'The server failed.' } });
      });
      await enter(page, '#1 sp 30');
      await enter(page, '#2 sp 40');
      // The time limit of a request, then the pause before the next try: however soon the page hears of either.
      const later = async <T>(of: () => T): Promise<T> => {
        await page.clock.runFor(5_000);
        return of();
      };
      await expect.poll(() => later(() => tries)).toBeGreaterThanOrEqual(3);
      await expect.poll(() => later(() => tagsOn(plotId))).toEqual(['2']);
      await expect.poll(() => later(() => notices(page).textContent())).toContain('Not sent after three tries');
      await expect(notices(page)).toContainText('Tree 1');
      // Both trees stay on the plot's list, after a reload as well.
      await page.reload();
      await expect(page.getByRole('table', { name: 'Trees of plot 1' }).locator('tbody tr')).toHaveCount(2);
      await page.unroute('**/api/sync');
      await notices(page).getByRole('button', { name: 'Send again' }).click();
      await expect(notices(page)).toBeEmpty();
      await expect.poll(() => tagsOn(plotId)).toEqual(['1', '2']);
    });
  }

  test('reach the server where the browser forbids storage, and the page says so', async ({
    page,
    plot: { plotId },
  }) => {
    await page.addInitScript(() => {
      Object.defineProperty(window, 'indexedDB', {
        get() {
          throw new DOMException('denied', 'SecurityError');
        },
      });
    });
    await openTally(page, plotId);
    await enter(page, 'sp 30');
    await expect.poll(() => tagsOn(plotId)).toEqual(['1']);
    await expect(notices(page)).toContainText('does not allow the application to store data');
  });

  test('reach the server where storage is full, and the page says so', async ({ page, plot: { plotId } }) => {
    await page.addInitScript(() => {
      IDBObjectStore.prototype.put = () => {
        throw new DOMException('full', 'QuotaExceededError');
      };
    });
    await openTally(page, plotId);
    await enter(page, 'sp 30');
    await expect.poll(() => tagsOn(plotId)).toEqual(['1']);
    await expect(notices(page)).toContainText('storage of this device is full');
  });

  test('begin on a line that survives a reload, as a new tree or as a correction', async ({
    page,
    plot: { plotId },
  }) => {
    await openTally(page, plotId);
    await page.keyboard.type('sp 34.');
    await page.reload();
    const line = page.locator('#call-line');
    await expect(line).toHaveValue('sp 34.');
    await enter(page, 'sp 34.5');
    await enter(page, 'sp 41');
    await expect.poll(() => tagsOn(plotId)).toEqual(['1', '2']);
    // Tree 1 corrected without its tag on the line stays tree 1.
    await page.reload();
    await expect(line).toHaveValue('');
    await line.press('ArrowUp');
    await line.press('ArrowUp');
    await line.fill('sp 35.5');
    await page.reload();
    await expect(line).toHaveValue('sp 35.5');
    await line.press('Enter');
    await expect(page.getByText('Tree 1 corrected.')).toBeVisible();
    await expect.poll(() => tagsOn(plotId)).toEqual(['1', '2']);
  });
});
