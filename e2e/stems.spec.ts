import { expect, PHONE, test } from './support/app.ts';

test.describe('a stem and its logs', () => {
  test('is cut for what is worth most, and cut anew when a defect is drawn along it', async ({ page }) => {
    await page.goto('/reckon/stem?dbh=42&height=26');
    const value = page.getByTestId('stem-value');
    await expect(value).toHaveText(/^\d+\.\d\d$/);
    const before = Number(await value.textContent());
    await page.getByRole('button', { name: 'A defect' }).click();
    await expect(page.getByRole('slider', { name: 'rot from' })).toHaveAttribute('aria-valuenow', '2');
    // Sawlogs may have no rot.
    await expect.poll(async () => Number(await value.textContent())).toBeLessThan(before);
    const end = page.getByRole('slider', { name: 'rot to' });
    const box = await end.boundingBox();
    if (box === null) throw new Error('no handle');
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width / 2 + 90, box.y + box.height / 2, { steps: 6 });
    await page.mouse.up();
    await expect.poll(async () => Number(await end.getAttribute('aria-valuenow'))).toBeGreaterThan(4);
    await end.press('ArrowLeft');
    await page.getByRole('button', { name: 'Take the rot off' }).click();
    await expect(value).toHaveText(before.toFixed(2));
  });

  test('follows its own diameters, and says which one cannot be', async ({ page }) => {
    await page.goto('/reckon/stem');
    await page.getByLabel('Taper', { exact: true }).selectOption('measured');
    const sections = page.getByRole('textbox', { name: /height in m and diameter in cm/ });
    await sections.fill('5.3 36; 13 24');
    await expect(page.getByTestId('stem-volume')).toContainText('m³');
    await sections.fill('5.3 36; 13 40');
    await expect(page.getByText('At 13 m the stem is thicker than below it').first()).toBeVisible();
    await sections.fill('5.3 thick');
    await expect(page.getByText('should be a height in m and a diameter in cm')).toBeVisible();
    await expect(sections).toHaveValue('5.3 thick');
  });

  test('keeps the price list on the device, and names two prices for one thing', async ({ page }) => {
    await page.goto('/reckon/stem');
    const value = page.getByTestId('stem-value');
    const before = Number(await value.textContent());
    const first = page.getByRole('group', { name: 'product 1' });
    await first.getByLabel(/^price/).fill('170');
    await expect.poll(async () => Number(await value.textContent())).toBeGreaterThan(before);
    await page.reload();
    await expect(first.getByLabel(/^price/)).toHaveValue('170');
    await page.getByRole('group', { name: 'product 2' }).getByLabel('product', { exact: true }).fill('sawlog');
    await expect(page.getByText('two prices for the same thing')).toBeVisible();
    await first.getByLabel(/^price/).fill('dear');
    await expect(page.getByText('The price must be a number')).toBeVisible();
  });

  test('comes from the tree sheet with its dbh and height', async ({ page }) => {
    await page.goto('/measure');
    for (const [reading, text] of [
      ['diameter.diameter', '38'],
      ['height.distance', '25'],
      ['height.top', '+80'],
      ['height.base', '-6'],
    ] as const)
      await page.locator(`[data-reading="${reading}"]`).fill(text);
    await page.getByRole('link', { name: 'Its logs' }).click();
    await expect(page.getByLabel('total height')).toHaveValue('21.5');
    await expect(page.getByLabel('dbh over bark')).toHaveValue('38');
  });

  test.describe('on a phone', () => {
    test.use({ viewport: PHONE, hasTouch: true });

    test('shows the value first and fits the width', async ({ page }) => {
      await page.goto('/reckon/stem');
      await expect(page.getByTestId('stem-value')).toBeInViewport();
      const wide = await page.evaluate(() => document.documentElement.scrollWidth);
      expect(wide).toBeLessThanOrEqual(PHONE.width);
    });
  });
});

test.describe('a local volume table', () => {
  test('is fitted from stems of one’s own, with its intervals, residuals and range', async ({ page }) => {
    await page.goto('/reckon/local-table');
    await expect(page.getByText('At least 6 measured stems make a table')).toBeVisible();
    await page.getByRole('button', { name: 'Take thirty beeches' }).click();
    // Made from 0.015 + 3.6 × 10⁻⁵ D² H, scattered by 7 %: 1.073 m³ at 35 cm and 24 m, within 5 % for thirty stems.
    await expect(page.getByTestId('table-volume')).toHaveText(/^1\.(0[2-9]|1[0-2])\d ± 0\.0\d\d m³$/);
    await expect(page.getByRole('img', { name: /Residuals of 30 stems/ })).toBeVisible();
    await page.getByRole('region', { name: 'One tree by this table' }).getByLabel('dbh').fill('90');
    await expect(page.getByText(/Outside the range of Local table, beech: a dbh of 90 cm/)).toBeVisible();
    await page.getByLabel('Equation').selectOption('schumacher-hall');
    await expect(page.getByText('Baskerville 1972').first()).toBeVisible();
    await page.getByLabel('Felled stems').fill('32.4 24.1\n30 tall 0.7');
    await expect(page.getByText('Line 1 wants dbh in cm, height in m and volume in m³, not 2 figures.')).toBeVisible();
  });

  test('of board feet is printed by rule and form class', async ({ page, request }) => {
    await page.goto('/reckon/stem');
    const maker = page.getByRole('region', { name: 'A table for the pocket' });
    const link = maker.getByRole('link', { name: 'Print the table' });
    await maker.getByLabel('Girard form class').fill('81');
    await expect(link).toHaveAttribute('href', /formClass=81/);
    const pdf = await request.get((await link.getAttribute('href')) ?? '');
    expect(pdf.headers()['content-type']).toBe('application/pdf');
    await maker.getByLabel('Girard form class').fill('20');
    await expect(maker.getByText('must lie between 70 and 86')).toBeVisible();
    await expect(link).toBeHidden();
    const refused = await request.get('/print/board-feet.pdf?rule=doyle&formClass=20');
    expect(refused.status()).toBe(422);
  });
});
