import type { Page } from '@playwright/test';
import { appUrl, expect, get, PHONE, test } from './support/app.ts';

interface TallyAnswer {
  readonly trees: readonly {
    readonly tag: string;
    readonly dbh: { readonly printed: string } | null;
    readonly height: { readonly printed: string } | null;
  }[];
  readonly sums: { readonly stems: number; readonly basalAreaM2PerHa: number };
}

/** Opens a plot's tally and waits until the line takes what is typed. */
async function openTally(page: Page, plotId: string): Promise<void> {
  await page.goto(`/tally/${plotId}`);
  await expect(page.locator('#call-line')).toBeFocused();
}

test.describe('the tally', () => {
  test('takes twenty trees without a mouse', async ({ page, plot }) => {
    await openTally(page, plot.plotId);
    const diameters = Array.from({ length: 20 }, (_, i) => 20 + i);
    for (const cm of diameters) {
      await page.keyboard.type(cm % 5 === 0 ? `bt ${cm} +18 -1.5 @20` : `sp ${cm}`);
      await page.keyboard.press('Enter');
    }
    await expect(page.getByRole('table', { name: 'Trees of plot 1' }).locator('tbody tr')).toHaveCount(20);
    await expect(page.locator('#waiting')).toHaveText(/^(✓ sent)?$/);
    const sums = page.getByLabel('Running totals');
    await expect(sums).toContainText('400');
    const { trees, sums: kept } = await get<TallyAnswer>(appUrl(), `/api/tally?plot=${plot.plotId}`);
    expect(trees.map(({ tag }) => tag)).toEqual(diameters.map((_, i) => String(i + 1)));
    expect(trees.filter(({ height }) => height?.printed === '19.50')).toHaveLength(4);
    // Σ π d² ÷ 40 000 over 20 … 39 cm, times 20 plots to the hectare
    const expected = 20 * diameters.reduce((sum, cm) => sum + (Math.PI * cm * cm) / 40_000, 0);
    expect(kept.basalAreaM2PerHa).toBeCloseTo(expected, 9);
    await expect(sums).toContainText(expected.toFixed(1));
  });

  test('echoes what is typed as chips, and marks what it does not understand', async ({ page, plot }) => {
    await openTally(page, plot.plotId);
    await page.keyboard.type('sp 34.5 +18 -1.5 @20 318x6');
    const chips = page.locator('#chips');
    for (const words of [
      'Scots pine',
      'dbh 34.5 cm',
      'top +18 m:20',
      'base −1.5 m:20',
      'distance 20 m',
      'height 19.50 m ± 0.30',
    ])
      await expect(chips).toContainText(words);
    await expect(chips).toContainText('318x6 A second plain number');
    await page.keyboard.press('Enter');
    await expect(page.getByText('Some parts were not understood')).toBeVisible();
    await expect(page.locator('#call-line')).toHaveValue('sp 34.5 +18 -1.5 @20 318x6');
  });

  test('is corrected in place, deletes, and takes both back', async ({ page, plot }) => {
    await openTally(page, plot.plotId);
    for (const line of ['sp 30', 'ch g104', 'bt 41 = 22.5']) {
      await page.keyboard.type(line);
      await page.keyboard.press('Enter');
    }
    const rows = page.getByRole('table', { name: 'Trees of plot 1' }).locator('tbody tr');
    await expect(rows).toHaveCount(3);
    await expect(page.locator('#waiting')).toHaveText(/^(✓ sent)?$/);
    // 104 ÷ π = 33.1
    await expect(rows.nth(1)).toContainText('33.1');
    await expect(rows.nth(2)).toContainText('22.50');

    await page.keyboard.press('ArrowUp');
    await page.keyboard.press('ArrowUp');
    await expect(page.locator('#call-line')).toHaveValue('#2 ch g104');
    await page.locator('#call-line').fill('#2 ch g114');
    await page.keyboard.press('Enter');
    await expect(rows.nth(1)).toContainText('36.3');
    await expect(page.getByText('Tree 2 corrected.')).toBeVisible();
    await expect(page.locator('#waiting')).toHaveText(/^(✓ sent)?$/);
    await page.keyboard.press('Control+z');
    await expect(rows.nth(1)).toContainText('33.1');

    await page.keyboard.press('ArrowUp');
    await page.keyboard.press('Alt+Delete');
    await expect(rows).toHaveCount(2);
    await expect(page.locator('#waiting')).toHaveText(/^(✓ sent)?$/);
    await page.keyboard.press('Control+z');
    await expect(rows).toHaveCount(3);
    await expect(rows.nth(2)).toContainText('22.50');
  });

  test('does not take one tag twice, and loses nothing over it', async ({ page, plot }) => {
    await openTally(page, plot.plotId);
    await page.keyboard.type('#5 sp 30');
    await page.keyboard.press('Enter');
    await page.keyboard.type('#5 bt 40');
    await expect(page.locator('#chips')).toContainText('Tree 5 is already in this plot');
    await page.keyboard.press('Enter');
    await expect(page.getByText('The next free tag is #6.')).toBeVisible();
    await expect(page.locator('#call-line')).toHaveValue('#5 bt 40');
  });

  test('leaves a tree to a person whose tag another page has given meanwhile', async ({ page, plot, context }) => {
    // This page does not hear of the other one.
    await page.route('**/live?*', (route) => route.abort());
    await openTally(page, plot.plotId);
    const other = await context.newPage();
    await other.goto(`${appUrl()}/tally/${plot.plotId}`);
    await other.locator('#call-line').fill('#1 bt 50');
    await other.keyboard.press('Enter');
    await expect(other.locator('#waiting')).toHaveText(/^(✓ sent)?$/);
    await page.locator('#call-line').fill('#1 sp 30');
    await page.keyboard.press('Enter');
    await expect(page.getByText('Tag 1 was given to another tree as well.')).toBeVisible();
    await page.getByRole('button', { name: 'Compare' }).click();
    await page.getByRole('button', { name: 'Use tag 2' }).click();
    await expect(page.getByText('There is nothing to decide.')).toBeVisible();
  });

  test('marks the plot finished', async ({ page, plot }) => {
    await openTally(page, plot.plotId);
    await page.getByRole('button', { name: 'Finish plot' }).click();
    await expect(page.getByRole('button', { name: 'Reopen (finished)' })).toBeVisible();
    await page.goto(`/tally?survey=${plot.surveyId}`);
    await expect(page.getByRole('link', { name: /Plot 1/ })).toContainText('finished');
  });

  test('lists the heights that the survey asks for before a plot is finished', async ({ page, plot }) => {
    await openTally(page, plot.plotId);
    await page.keyboard.type('#7 sp 30');
    await page.keyboard.press('Enter');
    await expect(page.locator('#waiting')).toHaveText(/^(✓ sent)?$/);
    await page.getByRole('button', { name: 'Finish plot' }).click();
    const missing = page.getByRole('alert').filter({ hasText: 'The survey asks for the heights of these trees' });
    await missing.getByRole('button', { name: 'Tree 7' }).click();
    await expect(page.locator('#call-line')).toHaveValue('#7 sp 30');
    await page.locator('#call-line').fill('#7 sp 30 = 21');
    await page.keyboard.press('Enter');
    await expect(missing).toBeHidden();
    await page.getByRole('button', { name: 'Finish plot' }).click();
    await expect(page.getByRole('button', { name: 'Reopen (finished)' })).toBeVisible();
  });
});

test.describe('the tally on a phone', () => {
  test.use({ viewport: PHONE, hasTouch: true });

  test('shows the sums, the trees and the line together, with room for a thumb', async ({ page, plot }) => {
    await openTally(page, plot.plotId);
    await page.locator('#call-line').fill('sp 34.5 +18 -1.5 @20');
    await page.getByRole('button', { name: 'Save tree', exact: true }).tap();
    await expect(page.getByTestId('plot-line')).toContainText('1 tree');
    await expect(page.getByTestId('plot-line')).toBeInViewport();
    await expect(page.getByRole('row', { name: /Scots pine/ })).toBeInViewport();
    await expect(page.locator('#call-line')).toBeInViewport();
    const size = await page.getByRole('button', { name: 'Save tree', exact: true }).boundingBox();
    expect(size?.height).toBeGreaterThanOrEqual(44);
  });
});
