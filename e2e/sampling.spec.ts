import { appUrl, expect, get, PHONE, test } from './support/app.ts';

test.describe('who is in', () => {
  test('is told with its margin, level or along a slope, to the face or the middle', async ({ page }) => {
    await page.goto('/surveys/who-is-in?kind=point&to=pith&dbh=46&factor=4&distance=11.4');
    await expect(page.getByTestId('in-or-out')).toHaveText('in');
    await expect(page.getByTestId('margin')).toHaveText('10.0 cm');
    await expect(page.getByTestId('limit')).toHaveText('11.50 m');
    // 20° are 36.4 %.
    await page.getByLabel('slope along the tape').fill('36.397');
    await expect(page.getByTestId('limit')).toHaveText('12.24 m');
    await page.getByLabel('slope along the tape').fill('0');
    await page.getByRole('button', { name: 'face of the stem' }).click();
    // 11.4 and 0.23 m to the middle
    await expect(page.getByTestId('in-or-out')).toHaveText('out');
    await page.getByLabel('factor, m²/ha').fill('0');
    await expect(page.getByText('must be 0.05 to 200')).toBeVisible();
  });

  test('is the same tree in feet: factor 10, 16 in', async ({ page }) => {
    await page.goto('/surveys/who-is-in?units=imperial&kind=point&to=face&dbh=16&factor=10&distance=43');
    await expect(page.getByTestId('limit')).toHaveText('43.33 ft');
    await page.getByRole('button', { name: 'pith of the stem' }).click();
    await expect(page.getByTestId('limit')).toHaveText('44.00 ft');
    await page.getByRole('button', { name: 'cm and m' }).click();
    await expect(page.getByLabel('dbh')).toHaveValue('40.64');
    await expect(page.getByTestId('limit')).toHaveText('13.41 m');
    await page.getByRole('button', { name: 'fixed-area plot' }).click();
    await expect(page.getByLabel('plot radius')).toBeVisible();
    // 10⁴ sin² of half the angle of 2 cm at 50 cm: 4.00 less a little
    await page.getByLabel('gauge width').fill('2');
    await page.getByLabel('distance from eye to gauge').fill('50');
    await expect(page.getByTestId('gauge-factor')).toHaveText('4.00');
  });

  test.describe('on a phone', () => {
    test.use({ viewport: PHONE, hasTouch: true });
    test('says it first', async ({ page }) => {
      await page.goto('/surveys/who-is-in?dbh=46&distance=11.3');
      await expect(page.getByTestId('in-or-out')).toBeInViewport();
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(PHONE.width);
    });
  });
});

test('the height curves of the demo survey come with every model, and the planted slips lie far from them', async ({
  page,
}) => {
  const surveys = await get<readonly { readonly id: string; readonly name: string; readonly placeName: string }[]>(
    appUrl(),
    '/api/surveys',
  );
  const id = surveys.find(({ placeName, name }) => placeName === 'Monte Valdeliro' && name.includes('2026'))?.id ?? '';
  await page.goto(`/results/${id}`);
  await expect(page.getByRole('row', { name: /^basal area/ }).first()).toContainText(' to ');
  await page.getByRole('link', { name: 'Height curves' }).click();
  await expect(page.getByTestId('curve-error')).toHaveText(/^± \d\.\d\d m$/);
  await expect(page.getByRole('radio')).toHaveCount(7);
  await expect(page.getByRole('region', { name: 'Far from the curve' }).getByRole('link').first()).toBeVisible();
  await page.getByRole('radio', { name: 'Petterson' }).check();
  await expect(page.getByText('about the curve of Petterson')).toBeVisible();
  await page.getByLabel('trees of').selectOption('sp');
  await expect(page.getByRole('img', { name: /measured heights and their curve/ })).toBeVisible();
});
