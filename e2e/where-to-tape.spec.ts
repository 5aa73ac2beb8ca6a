import { expect, openRow, PHONE, test } from './support/app.ts';

const point = 'tape-point';

test.describe('where to tape', () => {
  test('answers as one points: bulge, slope, school', async ({ page }) => {
    await page.goto('/measure/where-to-tape');
    await expect(page.getByTestId(point)).toHaveText('1.30 m');
    await page.getByRole('radio', { name: 'bulge' }).check();
    await expect(page.getByText('Enter Begins at · Ends at.')).toBeVisible();
    await page.getByLabel('Begins at').fill('1.2');
    await page.getByLabel(/^Ends at/).fill('1.5');
    await expect(page.getByTestId(point)).toHaveText('1.50 m');
    await page.getByRole('radio', { name: 'slope' }).check();
    await page.getByRole('textbox', { name: /^Slope/ }).fill('40');
    await expect(page.getByText('from: uphill side · one stem')).toBeVisible();
    await page.getByLabel('Stem diameter').fill('60');
    await page.getByLabel('Taper, cm per m').fill('1.5');
    await expect(page.getByText('12 cm apart on a stem of 60.0 cm')).toBeVisible();
    await page.getByLabel('Field rules').selectOption('street');
    await expect(page.getByTestId(point)).toHaveText('narrowest point, 0.30 m to 1.37 m');
    await expect(page.getByText('from: middle of the slope · one stem')).toBeVisible();
    await expect(page.getByRole('row', { name: /Timber rules/ })).toContainText('1.50 m');
    await page.reload();
    await expect(page.getByTestId(point)).toHaveText('narrowest point, 0.30 m to 1.37 m');
  });

  test('goes by keyboard, and says at the field what cannot be', async ({ page }) => {
    await page.goto('/measure/where-to-tape');
    await page.getByRole('radio', { name: 'one', exact: true }).focus();
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('ArrowRight');
    await expect(page.getByRole('radio', { name: 'fork below breast height' })).toBeChecked();
    const crotch = page.getByLabel('Height of the fork');
    await crotch.fill('0.8');
    await page.getByLabel('Number of stems', { exact: true }).fill('2');
    await expect(page.getByText('from: level ground · 2 separate stems')).toBeVisible();
    await crotch.fill('high');
    await expect(page.getByText('does not start with a number')).toBeVisible();
    await expect(crotch).toHaveAttribute('aria-invalid', 'true');
    await crotch.fill('4 ft');
    await page.getByLabel('Field rules').selectOption('urban');
    // 1.2192 − 0.15
    await expect(page.getByTestId(point)).toHaveText('1.07 m');
  });

  test('stands beside the tree in hand, under its survey’s rules, and hands the point over', async ({ page, plot }) => {
    await page.goto(`/measure?plot=${plot.plotId}`);
    await openRow(page, 'Measuring point and taping');
    await page.getByRole('button', { name: 'Where to tape?' }).click();
    await expect(page.getByRole('heading', { name: 'Where to tape' })).toBeFocused();
    // The plot has a slope of 20 %.
    await expect(page.getByText('from: uphill side · one stem')).toBeVisible();
    await page.getByRole('radio', { name: 'bulge' }).check();
    await page.getByLabel('Begins at').fill('1.2');
    await page.getByLabel(/^Ends at/).fill('1.5');
    await page.getByRole('radio', { name: 'fork below 0.3 m' }).check();
    await page.getByLabel('Number of stems', { exact: true }).fill('2');
    await expect(page.getByTestId(point)).toHaveText('1.50 m');
    await page.getByRole('button', { name: 'Tape there' }).click();
    await expect(page.locator('[data-reading="point.point"]')).toHaveValue('1.50');
    await expect(page.locator('[data-reading="stem2.point.point"]')).toHaveValue('1.50');
  });

  test('opens and closes by a key', async ({ page }) => {
    await page.goto('/measure');
    await expect(page.locator('[data-reading="diameter.diameter"]')).toBeVisible();
    await expect(async () => {
      await page.keyboard.press('w');
      await expect(page.getByRole('heading', { name: 'Where to tape' })).toBeVisible({ timeout: 1000 });
    }).toPass();
    await expect(page.getByTestId(point)).toHaveText('1.30 m');
    await page.keyboard.press('Escape');
    await expect(page.getByTestId(point)).toBeHidden();
  });
});

test.describe('where to tape, on a phone', () => {
  test.use({ viewport: PHONE, hasTouch: true });

  test('shows the answer above the questions, with room for a thumb', async ({ page }) => {
    await page.goto('/measure/where-to-tape');
    await page.getByRole('radio', { name: 'slope' }).tap({ force: true });
    await expect(page.getByTestId(point)).toBeInViewport();
    for (const name of ['level', 'snow', 'leaning']) {
      const size = await page.locator('label').filter({ hasText: name }).first().boundingBox();
      expect(size?.height).toBeGreaterThanOrEqual(44);
      expect(size?.width).toBeGreaterThanOrEqual(44);
    }
    const wide = await page.evaluate(() => document.documentElement.scrollWidth);
    expect(wide).toBeLessThanOrEqual(PHONE.width);
  });
});

test('a scale stick is printed for one’s own reach, and a reach that cannot be is said at its field', async ({
  page,
  request,
}) => {
  const pdf = await request.get('/print/scale-stick.pdf?reach=25in');
  expect(pdf.headers()['content-type']).toBe('application/pdf');
  expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-');
  expect(
    (await request.get('/print/scale-stick.pdf?reach=12', { headers: { accept: 'application/json' } })).status(),
  ).toBe(422);
  await page.goto('/surveys');
  await page.getByRole('textbox', { name: 'Reach' }).fill('6o');
  await page.getByRole('button', { name: 'Print scale stick' }).click();
  await expect(page.getByText('is not a known unit')).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Reach' })).toHaveValue('6o');
  await page.getByRole('textbox', { name: 'Reach' }).fill('120');
  await page.getByRole('button', { name: 'Print scale stick' }).click();
  await expect(page.getByText('Reach must be 45 to 90 cm')).toBeVisible();
});
