import { randomUUID } from 'node:crypto';
import { expect, test } from './support/app.ts';

test('street trees: a survey without an area opens its list, has totals, and shows its trees on a map', async ({
  page,
}) => {
  await page.goto('/surveys/new');
  await page.getByText('Street trees', { exact: true }).click();
  await page.getByLabel('Place').fill(`Villa Brezo ${randomUUID().slice(0, 6)}`);
  await page.getByLabel('Crew').fill('Crew Heron');
  await page.getByRole('button', { name: 'Create survey' }).click();
  const line = page.locator('#call-line');
  await expect(line).toBeFocused();
  const species = (await page.locator('#call-line').getAttribute('placeholder'))?.split(' ')[0] ?? 'sp';
  for (const text of [
    `${species} 40 = 20 pos41.5/-4.7`,
    `${species} 30 = 15 pos41.5009/-4.7`,
    `${species} 20 = 10 dead pos41.5005/-4.7`,
  ]) {
    await line.fill(text);
    await line.press('Enter');
    await expect(line).toHaveValue('');
  }
  await expect(page.getByLabel('Running totals')).not.toContainText('/ha');
  await page.getByRole('link', { name: 'Results' }).first().click();
  await expect(page.getByRole('heading', { name: 'All trees' })).toBeVisible();
  const result = page.getByRole('table').first();
  // Two live trees: π ÷ 4 × (0.4² + 0.3²) = 0.196 m²; 0.45 × (0.12566 × 20 + 0.07069 × 15) = 1.6 m³
  await expect(result.getByRole('row', { name: /^live stems/ })).toContainText('2');
  await expect(result.getByRole('row', { name: /^basal area/ })).toContainText('0.2');
  await expect(result.getByRole('row', { name: /^volume, m³ / })).toContainText('1.6');
  await page.getByRole('link', { name: 'Map of trees' }).click();
  await expect(page.getByText('3 trees have a position; 0 without.')).toBeVisible();
  await page.getByRole('link', { name: 'Condition' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'dead' })).toContainText('1');
  await page
    .getByRole('link', { name: /tree 1: / })
    .first()
    .click();
  await expect(page.locator('#callout')).toHaveValue(/40/);
});
