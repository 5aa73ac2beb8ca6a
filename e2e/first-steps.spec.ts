import { appUrl, expect, makePlot, PHONE, post, test, treeBody } from './support/app.ts';

test('the tour points at five places, and does not come back', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'Show me' }).click();
  const tour = page.getByRole('dialog', { name: 'Home' });
  await expect(tour).toContainText('1 of 5');
  await expect(page.locator('.pointed-at')).toHaveText('Home');
  for (const step of ['Measure', 'Tally', 'Results', 'Help']) {
    await page.getByRole('button', { name: 'Next' }).click();
    await expect(page.locator('.pointed-at')).toContainText(step);
  }
  await page.getByRole('button', { name: 'Finish' }).click();
  await expect(page.locator('.pointed-at')).toHaveCount(0);
  await page.reload();
  await expect(page.getByRole('link', { name: 'Measure tree' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Show me' })).toHaveCount(0);
});

test('the help is searched, a method shows its page, and the call-out line is tried', async ({ page }) => {
  await page.goto('/help');
  await page.getByLabel('Search help').fill('protractor');
  await page.getByRole('link', { name: /^Protractor, straw/ }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Protractor, straw and plumb line');
  for (const part of ['When to use it', 'Steps', 'Readings', 'Formula, with an example', 'Sources of error', 'Safety'])
    await expect(page.getByRole('heading', { name: part })).toBeVisible();
  await expect(page.getByRole('img', { name: /^Drawing: Protractor/ }).getByTestId('held-protractor')).toBeVisible();
  await page.getByRole('link', { name: 'All topics' }).click();
  await page.getByRole('link', { name: /^The call-out line/ }).click();
  const line = page.getByLabel('Try a line. Nothing is saved.');
  await line.fill('sp 34.5 +62 -8 @25');
  // 25 m × 70 %
  await expect(page.getByText('height 17.50 ± 0.36 m')).toBeVisible();
  await line.fill('sp 34.5 what');
  await expect(page.getByText(/^what: /)).toBeVisible();
  expect((await page.goto('/help/methods/height.none'))?.status()).toBe(404);
});

test('a survey is renamed, its design changed until the first tree, and leaving half a change is asked about', async ({
  page,
}) => {
  const { surveyId, plotId } = await makePlot(appUrl());
  await page.goto(`/surveys/${surveyId}/settings`);
  await page.getByLabel('Survey', { exact: true }).fill('');
  await page.getByRole('button', { name: 'Save settings' }).click();
  await expect(page.locator('#name-error')).toBeVisible();
  await page.getByLabel('Survey', { exact: true }).fill('Renamed visit');
  await expect(page.getByText('Unsaved changes')).toBeVisible();
  const asked = page.waitForEvent('dialog');
  const left = page.goto('/help').catch(() => null);
  const dialog = await asked;
  expect(dialog.type()).toBe('beforeunload');
  await dialog.dismiss();
  await left;
  await expect(page.getByLabel('Survey', { exact: true })).toHaveValue('Renamed visit');
  await page.getByRole('button', { name: 'Save settings' }).click();
  await page.waitForURL(new RegExp(`/surveys/${surveyId}$`));
  await expect(page.getByText('Saved.', { exact: true })).toBeVisible();
  await expect(page.getByText('Renamed visit').first()).toBeVisible();
  await post(appUrl(), '/api/trees', treeBody(plotId, '1', 30));
  await page.goto(`/surveys/${surveyId}/settings`);
  await expect(page.getByText('The design is fixed, because the survey has trees.')).toBeVisible();
});

test('a doubtful reading is marked on the drawing, with the tree as the fix has it', async ({ page }) => {
  await page.goto('/measure');
  await page.getByLabel('call-out').fill('sp 34.5 +62% +8% @25');
  await expect(page.getByTestId('ghost')).toBeVisible();
  await page.getByRole('button', { name: /17\.5/ }).first().click();
  await expect(page.getByTestId('height')).toContainText('17.50');
  await expect(page.getByTestId('ghost')).toHaveCount(0);
});

test.describe('on a phone', () => {
  test.use({ viewport: PHONE, hasTouch: true });

  test('trees are counted by dots on the whole screen, and the last one is undone', async ({ page }) => {
    const { plotId } = await makePlot(appUrl());
    await page.goto(`/tally/${plotId}`);
    await page.getByRole('button', { name: 'Plot', exact: true }).tap();
    await page.getByRole('button', { name: 'Count by dots' }).tap();
    const count = page.getByRole('region', { name: 'Count by dots' });
    await count.getByRole('button', { name: /^sp 20 cm: 0/ }).tap();
    await count.getByRole('button', { name: /^sp 20 cm: 1/ }).tap();
    await count.getByRole('button', { name: /^bt 30 cm: 0/ }).tap();
    await expect(count.getByText('3 trees')).toBeVisible();
    await count.getByRole('button', { name: 'Undo' }).tap();
    await expect(count.getByText('2 trees')).toBeVisible();
    await count.getByRole('button', { name: 'Done' }).tap();
    await expect(page.getByTestId('plot-line')).toContainText('2 trees');
    // The way back of the phone closes the count before it leaves the plot.
    await page.getByRole('button', { name: 'Plot', exact: true }).tap();
    await page.getByRole('button', { name: 'Count by dots' }).tap();
    await expect(count).toBeVisible();
    await page.goBack();
    await expect(count).toHaveCount(0);
    await expect(page.getByTestId('plot-line')).toBeVisible();
  });

  test('a possible error and its fix are seen above the keys', async ({ page }) => {
    await page.setViewportSize({ width: 360, height: 640 });
    await page.goto('/measure');
    await page.getByRole('button', { name: 'Method', exact: true }).tap();
    await page.getByLabel('call-out').fill('sp 34.5 +62% +8% @25');
    await page.getByRole('button', { name: 'Keys', exact: true }).tap();
    await expect(page.getByRole('button', { name: /17\.5/ }).first()).toBeInViewport({ ratio: 1 });
    await expect(page.getByRole('button', { name: '0', exact: true })).toBeInViewport({ ratio: 1 });
  });
});
