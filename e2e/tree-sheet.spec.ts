import { expect, PHONE, test } from './support/app.ts';
import type { Page } from '@playwright/test';

const box = (page: Page, key: string) => page.locator(`[data-reading="${key}"]`);
const height = (page: Page) => page.getByTestId('height');

/** Opens an empty loose sheet. */
async function openSheet(page: Page, address = '/measure'): Promise<void> {
  await page.goto(address);
  await expect(height(page)).toBeVisible();
}

async function typeReadings(page: Page, top: string, base: string, distance: string): Promise<void> {
  await box(page, 'height.top').fill(top);
  await box(page, 'height.base').fill(base);
  await box(page, 'height.distance').fill(distance);
}

test.describe('the tree sheet on a desk', () => {
  test('answers readings on the drawing at once, with ± and workings', async ({ page }) => {
    await openSheet(page);
    await typeReadings(page, '+62', '-8', '25');
    await expect(height(page)).toContainText('17.50');
    await expect(height(page)).toContainText('± 0.36 m');
    const workings = page.getByRole('region', { name: 'Calculation of height' });
    await expect(workings).toContainText('62 − (−8) = 70 %');
    await expect(workings).toContainText('25 × 70 ÷ 100 = 17.50 m');
    await workings.getByRole('button', { name: 'copy' }).click();
    await expect(workings.getByRole('button', { name: 'copied' })).toBeVisible();
    expect(await page.evaluate(() => navigator.clipboard.readText())).toContain('25 × 70 ÷ 100 = 17.50 m');
  });

  test('moves the call-out line, and is moved by it', async ({ page }) => {
    await openSheet(page);
    const line = page.getByLabel('call-out');
    await line.fill('sp 34.5 +62 -8 @25');
    await expect(box(page, 'diameter.diameter')).toHaveValue('34.5');
    await expect(box(page, 'height.base')).toHaveValue('−8');
    await expect(height(page)).toContainText('17.50');
    await expect(page.getByLabel('Species')).toHaveValue('sp');
    await box(page, 'height.base').fill('-10');
    await expect(line).toHaveValue('sp 34.5 +62 -10 @25');
    await expect(height(page)).toContainText('18.00');
    await line.fill('sp 34.5 +62 -10 @25 318x6');
    await expect(page.getByText('A second plain number')).toBeVisible();
    await expect(height(page)).toContainText('18.00');
  });

  test('points at a slip and suggestedFixes it with one tap, which can be undone', async ({ page }) => {
    await openSheet(page);
    await typeReadings(page, '62', '8', '25');
    await expect(height(page)).toContainText('13.50');
    const note = page.getByRole('article').filter({ hasText: 'The base is above the eye' });
    await note.getByRole('button', { name: /Change base to −8 %/ }).click();
    await expect(height(page)).toContainText('17.50');
    await expect(note).toBeHidden();
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(height(page)).toContainText('13.50');
    await note.getByRole('button', { name: 'Mark as checked' }).click();
    await expect(note).toBeHidden();
  });

  for (const [unit, top, base] of [
    ['deg', '31.80', '-4.57'],
    ['m20', '+12.4', '-1.6'],
    ['m15', '9.3', '-1.2'],
  ] as const) {
    test(`reads the same tree on the ${unit} scale`, async ({ page }) => {
      await openSheet(page);
      await page.getByLabel('top: unit').selectOption(unit);
      await expect(page.getByLabel('base: unit')).toHaveValue(unit);
      await typeReadings(page, top, base, '25');
      await expect(height(page)).toContainText(/17\.(50|49)/);
    });
  }

  test('takes a unit that is typed behind the number', async ({ page }) => {
    await openSheet(page);
    await box(page, 'height.top').fill('31.8°');
    await expect(page.getByLabel('top: unit')).toHaveValue('deg');
    await page.getByLabel('Diameter method').selectOption('diameter.girth');
    await box(page, 'diameter.girth').fill('3\' 8.5"');
    await expect(page.getByLabel('girth: unit')).toHaveValue('in');
    await expect(page.getByRole('region', { name: 'Results of this tree' })).toContainText('36.0');
  });

  test('shows feet and inches on demand', async ({ page }) => {
    await openSheet(page);
    await typeReadings(page, '62', '-8', '25');
    await page.getByRole('button', { name: 'Measure in feet' }).click();
    // 17.5 ÷ 0.3048
    await expect(height(page)).toContainText('57.4');
    await expect(height(page)).toContainText('ft');
    await expect(page.getByRole('region', { name: 'Calculation of height' })).toContainText('25 ÷ 0.3048');
  });

  for (const [field, text, words] of [
    ['height.top', '6x2', 'not digits'],
    ['height.top', '1.2.3', 'more than one decimal sign'],
    ['height.top', 'NaN', 'not a number'],
    ['height.top', '1e400', 'has an exponent'],
    ['height.top', '90°', '−84° to +84°'],
    ['height.distance', '0', '1 m to 200 m'],
    ['diameter.diameter', '0', '0.1 cm to 600 cm'],
    ['diameter.diameter', '9 m', '0.001 m to 6 m'],
  ] as const) {
    test(`says at the field what is wrong with ${field} “${text}”, and keeps it`, async ({ page }) => {
      await openSheet(page);
      await box(page, field).fill(text);
      await expect(box(page, field)).toHaveAttribute('aria-invalid', 'true');
      const id = await box(page, field).getAttribute('aria-describedby');
      await expect(page.locator(`#${id ?? 'none'}`)).toContainText(words);
      await page.reload();
      await expect(box(page, field)).toHaveValue(text);
    });
  }

  test('goes by keyboard alone: letters jump, signs turn anywhere, Enter goes on, ? helps', async ({ page }) => {
    await openSheet(page);
    // The sheet may be drawn a moment before it listens: a key that nobody heard is pressed again.
    await expect(async () => {
      await page.keyboard.press('d');
      await expect(box(page, 'height.distance')).toBeFocused({ timeout: 500 });
    }).toPass();
    await page.keyboard.type('25');
    await page.keyboard.press('Enter');
    await page.keyboard.type('62');
    await expect(box(page, 'height.top')).toHaveValue('62');
    await page.keyboard.press('Enter');
    await page.keyboard.type('8');
    await expect(height(page)).toContainText('13.50');
    await page.keyboard.press('-');
    await expect(box(page, 'height.base')).toHaveValue('−8');
    await expect(height(page)).toContainText('17.50');
    await page.keyboard.press('Escape');
    await page.keyboard.press('r');
    await page.keyboard.type('36');
    await expect(page.getByRole('region', { name: 'Results of this tree' })).toContainText('0.1018');
    await page.keyboard.press('Alt+c');
    await expect(page.getByLabel('call-out')).toBeFocused();
    await page.keyboard.press('Escape');
    await page.keyboard.press('?');
    await expect(page.getByRole('dialog')).toContainText('save the tree and start the next');
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toBeHidden();
  });

  test('has its first reading in hand, and keys still jump from it', async ({ page }) => {
    await page.goto('/measure');
    await expect(box(page, 'diameter.diameter')).toBeFocused();
    await page.keyboard.type('36');
    await expect(box(page, 'diameter.diameter')).toHaveValue('36');
    await page.keyboard.press('Enter');
    await page.keyboard.press('t');
    await expect(box(page, 'height.top')).toBeFocused();
    await expect(box(page, 'height.top')).toHaveValue('');
  });

  test('keeps the method for the next tree and the next plot, and offers the last species', async ({ page, plot }) => {
    await openSheet(page, `/measure?plot=${plot.plotId}`);
    await page.getByLabel('Diameter method').selectOption('diameter.girth');
    await page.getByLabel('Species').selectOption('bt');
    await box(page, 'diameter.girth').fill('133');
    await page.getByRole('button', { name: 'Save tree' }).click();
    await expect(page.getByText('Tree 1: saved.')).toBeVisible();
    await expect(box(page, 'diameter.girth')).toBeFocused();
    await expect(box(page, 'diameter.girth')).toHaveValue('');
    await expect(page.getByLabel('Species')).toHaveValue('');
    await page.getByRole('button', { name: 'Beech again' }).click();
    await expect(page.getByLabel('Species')).toHaveValue('bt');
    await page.reload();
    await expect(box(page, 'diameter.girth')).toBeVisible();
  });

  test('takes another ± for a reading', async ({ page }) => {
    await openSheet(page);
    await typeReadings(page, '62', '-8', '25');
    const top = page.getByRole('spinbutton', { name: 'top' });
    // A click on a page that is still being drawn may be lost.
    await expect(async () => {
      if (!(await top.isVisible())) await page.getByText('± of each reading').click();
      await expect(top).toBeVisible({ timeout: 1_000 });
    }).toPass();
    // √((25 × 2 ÷ 100)² + (25 × 1 ÷ 100)² + (0.7 × 0.1)²) = 0.5634
    await top.fill('2');
    await expect(height(page)).toContainText('± 0.56 m');
  });

  test('keeps a tree and turns to the next', async ({ page, plot }) => {
    await openSheet(page, `/measure?plot=${plot.plotId}`);
    await page.getByLabel('Species').selectOption('bt');
    await box(page, 'diameter.diameter').fill('41');
    await page.getByRole('button', { name: 'Save tree' }).click();
    await expect(page.getByText('Tree 1: saved.')).toBeVisible();
    await expect(page.getByLabel('Tag')).toHaveValue('2');
    await expect(box(page, 'diameter.diameter')).toHaveValue('');
    await page.getByRole('button', { name: 'Save tree' }).click();
    await expect(page.getByText('Enter at least the diameter.')).toBeVisible();
    await expect(page.getByText('Choose a species.')).toBeVisible();
    await page.goto(`/tally/${plot.plotId}`);
    await expect(page.getByRole('row', { name: /Beech/ })).toContainText('41.0');
  });

  test('corrects a tree on the record, and goes back to it', async ({ page, plot }) => {
    await page.goto(`/tally/${plot.plotId}`);
    await page.getByLabel(/^Tree 1, or another/).fill('sp 34.5');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('row', { name: /Scots pine/ })).not.toContainText('waiting');
    await page.keyboard.press('ArrowUp');
    await page.keyboard.press('Alt+o');
    await expect(box(page, 'diameter.diameter')).toHaveValue('34.5');
    await box(page, 'diameter.diameter').fill('99');
    await expect(page.getByText('Changes not saved yet.')).toBeVisible();
    await page.getByRole('button', { name: 'Discard changes' }).click();
    await expect(box(page, 'diameter.diameter')).toHaveValue('34.5');
    await box(page, 'diameter.diameter').fill('36.5');
    await page.keyboard.press('Control+Enter');
    await expect(page.getByText('Tree 1: saved.')).toBeVisible();
    await page.reload();
    await expect(box(page, 'diameter.diameter')).toHaveValue('36.5');
  });
});

test.describe('the tree sheet on a phone', () => {
  test.use({ viewport: PHONE, hasTouch: true });

  test('takes one reading at a time on large keys, with a ± key of its own', async ({ page }) => {
    await openSheet(page);
    const keys = page.getByRole('group', { name: 'Keypad' });
    const press = async (text: string) => {
      for (const key of text) await keys.getByRole('button', { name: key, exact: true }).tap();
    };
    await press('34.5');
    await keys.getByRole('button', { name: 'next: distance' }).tap();
    await press('25');
    await keys.getByRole('button', { name: 'next: top' }).tap();
    await press('62');
    await keys.getByRole('button', { name: 'next: base' }).tap();
    await press('8');
    await expect(height(page)).toContainText('13.50');
    await keys.getByRole('button', { name: 'plus or minus' }).tap();
    await expect(height(page)).toContainText('17.50');
    await expect(page.getByRole('group', { name: 'Readings' })).toContainText('−8 %');
    for (const button of await keys.getByRole('button').all()) {
      const size = await button.boundingBox();
      expect(size?.height).toBeGreaterThanOrEqual(44);
      expect(size?.width).toBeGreaterThanOrEqual(44);
    }
  });

  test('fits the width: nothing is cut off and nothing scrolls sideways', async ({ page, plot }) => {
    for (const address of [
      '/measure',
      `/measure?plot=${plot.plotId}`,
      `/tally/${plot.plotId}`,
      '/surveys',
      '/surveys/new',
      '/help',
    ]) {
      await page.goto(address, { waitUntil: 'networkidle' });
      const { wide, inner } = await page.evaluate(() => ({
        wide: document.documentElement.scrollWidth,
        inner: innerWidth,
      }));
      expect(wide, address).toBeLessThanOrEqual(inner);
      for (const button of await page.getByRole('button').all()) {
        const place = await button.boundingBox();
        if (place !== null)
          expect(place.x + place.width, `${address} ${await button.innerText()}`).toBeLessThanOrEqual(PHONE.width + 1);
      }
    }
  });
});
