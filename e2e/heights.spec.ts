import { expect, PHONE, test } from './support/app.ts';

test.describe('where to stand', () => {
  test('names distance, side, scale and the ± to expect, and lives in the address', async ({ page }) => {
    await page.goto('/prepare/stand-off');
    const answer = page.getByTestId('stand-off');
    // The near edge of the crown drives one farther away than the sights alone would.
    await expect(answer).toHaveText(/^3\d\.\d m$/);
    await page.getByLabel('radius of the crown top').fill('0');
    // Half a degree on each sight and 10 cm on the tape: 0.84 of the height above the eye, and the tape drives one out a little.
    await expect(answer).toHaveText(/^18\.\d m$/);
    await page.getByLabel('slope of the ground').fill('40');
    await page.reload();
    await expect(page.getByLabel('slope of the ground')).toHaveValue('40');
    await expect(page.getByRole('img', { name: /Expected error against distance/ })).toBeVisible();
  });

  test('says at its field what cannot be, and when no place is good', async ({ page }) => {
    await page.goto('/prepare/stand-off?from=5&to=9&crown=6');
    await expect(page.getByText('No place is good here.')).toBeVisible();
    await page.getByLabel('farthest place').fill('3');
    await expect(page.getByText('must not be nearer than the nearest')).toBeVisible();
    await page.getByLabel('farthest place').fill('far');
    await expect(page.getByText('does not start with a number')).toBeVisible();
  });
});

test.describe('fall reach', () => {
  test('tells what a tree could touch, the error added, and never gives leave', async ({ page }) => {
    await page.goto('/prepare/fall-reach?height=27.4&error=0.5&stump=0&distance=25.9&above=0');
    const verdict = page.getByTestId('verdict');
    await expect(verdict).toContainText('It reaches');
    await expect(page.getByText('by 1.5 m and up to 2.5 m')).toBeVisible();
    await page.getByLabel('level distance').fill('27.9');
    await expect(verdict).toContainText('It may reach');
    await page.getByLabel('level distance').fill('40');
    await expect(verdict).toContainText('falls short');
    await expect(page.getByText('never leave to fell: felling is for trained people')).toBeVisible();
    // 2 × (27.4 + 2 × 0.5) = 56.8, rounded up.
    await expect(page.getByText('57 m')).toBeVisible();
  });

  test('has the critical angle of somebody at the thing itself: 45° + b ÷ 2', async ({ page }) => {
    await page.goto('/prepare/fall-reach');
    await expect(page.getByText('40.3°')).toBeVisible();
    await page.getByLabel('sight to the base').fill('5');
    await expect(page.getByText('47.5°')).toBeVisible();
  });
});

test('a height is taken by another method on the sheet, and the planner knows it', async ({ page }) => {
  await page.goto('/measure');
  await page.getByLabel('Height by').selectOption('height.forty-five-level');
  await page.locator('[data-reading="height.back"]').fill('14.6');
  await page.locator('[data-reading="height.eye"]').fill('1.58');
  await expect(page.getByTestId('height')).toContainText('16.18');
  await page.getByRole('link', { name: 'Where to stand' }).click();
  await expect(page.getByLabel('height you expect')).toHaveValue('16.18');
});

test.describe('on a phone', () => {
  test.use({ viewport: PHONE, hasTouch: true });

  for (const address of ['/prepare/stand-off', '/prepare/fall-reach']) {
    test(`${address} shows the answer first and fits the width`, async ({ page }) => {
      await page.goto(address);
      await expect(page.getByTestId(address.endsWith('off') ? 'stand-off' : 'verdict')).toBeInViewport();
      const wide = await page.evaluate(() => document.documentElement.scrollWidth);
      expect(wide).toBeLessThanOrEqual(PHONE.width);
    });
  }
});
