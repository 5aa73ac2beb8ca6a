import { expect, test } from './support/app.ts';

test('a tree without a survey is saved in the notebook, found, opened again, deleted and restored', async ({
  page,
}) => {
  const name = `Lime ${String(Date.now())}`;
  await page.goto('/measure');
  await page.locator('#callout').fill('sp 36.4 +80% -6% @25');
  await page.getByRole('button', { name: 'Save tree' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(dialog.getByText('Enter this.')).toHaveCount(2);
  await dialog.getByLabel('Name of the tree').fill(name);
  await dialog.getByLabel('Place').fill('Valdeliro');
  await dialog.getByLabel('Measured by').fill('A. Heron');
  await dialog.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText(`${name}: saved in the notebook.`)).toBeVisible();
  await expect(page.locator('#callout')).not.toHaveValue(/36\.4/);

  await page.goto('/notebook');
  await page.getByLabel('Search name, place, note, species').fill(`valdeliro ${name.toLowerCase()}`);
  const row = page.getByRole('row').filter({ hasText: name });
  // 25 × 0.86
  await expect(row).toContainText('21.50');
  await row.getByRole('link', { name }).click();
  await expect(page.locator('#callout')).toHaveValue(/36\.4/);

  await page.goto('/notebook');
  await page
    .getByRole('row')
    .filter({ hasText: name })
    .getByRole('button', { name: `Delete ${name}` })
    .click();
  await expect(page.getByText(`${name} deleted.`)).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText(`${name} restored.`)).toBeVisible();
});
