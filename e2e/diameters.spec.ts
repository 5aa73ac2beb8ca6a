import { randomUUID } from 'node:crypto';
import type { Page } from '@playwright/test';
import { appUrl, expect, get, makePlot, openRow, PHONE, post, test, treeBody } from './support/app.ts';

const reading = (page: Page, key: string) => page.locator(`[data-reading="${key}"]`);

interface Kept {
  readonly stems: readonly { readonly ordinal: number; readonly dbh: { readonly printed: string } | null }[];
  readonly dbh: { readonly printed: string } | null;
}

test.describe('several stems', () => {
  test('are added with one key, each with its own point, and put together by the survey’s rule', async ({
    page,
    plot,
  }) => {
    await page.goto(`/measure?plot=${plot.plotId}`);
    await page.getByLabel('Species').selectOption('ch');
    await reading(page, 'diameter.diameter').fill('28');
    await reading(page, 'diameter.diameter').press('Escape');
    // A key that is pressed before the sheet listens is pressed again.
    await expect(async () => {
      if ((await page.locator('summary', { hasText: 'Stems: 2' }).count()) === 0) await page.keyboard.press('s');
      await expect(reading(page, 'stem2.diameter.diameter')).toBeFocused({ timeout: 1000 });
    }).toPass();
    await page.keyboard.type('21');
    await reading(page, 'stem2.point.point').fill('0.9');
    const rules = page.getByRole('region', { name: 'Stems' });
    await expect(rules.getByRole('row', { name: /root of the sum of squares/ })).toContainText('35.0');
    await expect(rules.getByRole('row', { name: /arithmetic mean/ })).toContainText('loses 51 %');
    await expect(page.getByLabel('call-out', { exact: true })).toHaveValue('#1 ch 28 &21 at0.9');
    await page.getByRole('button', { name: 'Save tree' }).click();
    await expect(page.getByText('Tree 1: saved.')).toBeVisible();
    const [tree] = await get<Kept[]>(appUrl(), `/api/trees?plot=${plot.plotId}`);
    expect(tree?.dbh?.printed).toBe('35.0');
    expect(tree?.stems.map(({ ordinal, dbh }) => [ordinal, dbh?.printed])).toEqual([
      [1, '28.0'],
      [2, '21.0'],
    ]);
  });

  test('come off the sheet and back by undo', async ({ page }) => {
    await page.goto('/measure');
    await reading(page, 'diameter.diameter').fill('28');
    await openRow(page, 'Stems: 1');
    await page.getByRole('button', { name: 'Add another stem' }).click();
    await page.keyboard.type('21');
    await page.getByRole('button', { name: 'Remove stem 2' }).click();
    await expect(reading(page, 'stem2.diameter.diameter')).toBeHidden();
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(reading(page, 'stem2.diameter.diameter')).toHaveValue('21');
  });

  test('stand in the tally by the line, as one tree', async ({ page, plot }) => {
    await page.goto(`/tally/${plot.plotId}`);
    await page.locator('#call-line').fill('ch 28 &21');
    await expect(page.locator('#chips')).toContainText('stem 2: dbh 21 cm');
    await expect(page.locator('#chips')).toContainText('2 stems: dbh 35.0 cm');
    await page.locator('#call-line').press('Enter');
    await expect(page.getByRole('row', { name: /Sweet chestnut/ })).toContainText('35.0');
  });
});

test.describe('open Tape reading', () => {
  test('shows the possible errors of the reading in hand, and applies a fix', async ({ page }) => {
    await page.goto('/measure');
    await reading(page, 'diameter.diameter').fill('34.7');
    await openRow(page, 'Measuring point and taping');
    await page.getByRole('button', { name: 'Tape reading' }).click();
    await expect(page.getByRole('heading', { name: 'From the wrong side' })).toBeVisible();
    await expect(page.getByRole('img', { name: /the zero lies at 34.7 cm on the diameter side/ })).toBeVisible();
    await page.getByRole('button', { name: 'Use 33.7' }).click();
    await expect(reading(page, 'diameter.diameter')).toHaveValue('33.7 cm');
  });

  test('by itself says what cannot be read, and lives in the address', async ({ page }) => {
    await page.goto('/measure/tape-close-up?value=13.6&unit=in');
    await expect(page.getByText('Then the reading is').first()).toBeVisible();
    await page.getByLabel('Your reading').fill('many');
    await expect(page.getByText('does not start with a number')).toBeVisible();
    await page.getByLabel('Your reading').fill('12.5');
    await page.reload();
    await expect(page.getByLabel('Your reading')).toHaveValue('12.5');
  });
});

test.describe('field rules', () => {
  test('are chosen with the survey, each with its why and its effect', async ({ page }) => {
    await page.goto('/surveys/new');
    await page.getByLabel('Place', { exact: true }).fill('Test wood');
    await page.getByLabel('Crew').fill('Crew Badger');
    await page.locator('summary', { hasText: 'Field rules' }).click();
    await page.getByLabel('Start from a rule set').selectOption('street');
    await page.locator('summary', { hasText: /^Breast height\d/ }).click();
    await expect(page.getByRole('radio', { name: /4\.5 ft/ })).toBeChecked();
    await page.locator('summary', { hasText: /^Combination of several stems/ }).click();
    await page.getByRole('radio', { name: /^largest stem/ }).check();
    await expect(page.getByText('Own rules, breast height')).toBeVisible();
    await page.getByRole('button', { name: 'Create survey' }).click();
    await page.waitForURL(/tally\?survey=/);
    const id = new URL(page.url()).searchParams.get('survey') ?? '';
    await page.goto(`/results/${id}`);
    await expect(page.getByRole('heading', { name: /Field rules: own rules/ })).toBeVisible();
    await page.locator('summary', { hasText: 'Field rules: own rules' }).click();
    await expect(page.getByText('largest stem', { exact: true })).toBeVisible();
  });

  test('changed afterwards, name the trees first, want a reason, and stand on the report', async ({ page, plot }) => {
    await post(appUrl(), '/api/trees', treeBody(plot.plotId, '1', 30));
    await page.goto(`/surveys/${plot.surveyId}/rules`);
    await page.locator('summary', { hasText: 'On a slope' }).click();
    await page.getByRole('radio', { name: /from the middle of the slope/ }).check();
    await page.getByRole('button', { name: 'Show affected trees' }).click();
    await expect(page.getByText('1 of 1 trees affected:')).toBeVisible();
    await expect(page.getByText('1.30 m, uphill side → 1.30 m, middle of the slope')).toBeVisible();
    const keep = page.getByRole('button', { name: 'Change rules' });
    await keep.click();
    await expect(page.getByText('Enter a reason. It is printed with the rules.')).toBeVisible();
    await page.getByLabel('Reason for the change').fill('agreed at the first plot');
    await keep.click();
    await expect(page.getByRole('heading', { name: 'Changes of the field rules' })).toBeVisible();
    await page.goto(`/results/${plot.surveyId}`);
    await expect(page.getByText('agreed at the first plot')).toBeVisible();
    await expect(page.getByText('1 tree affected')).toBeVisible();
  });

  test('say at the field what cannot be, and keep what was chosen', async ({ page, plot }) => {
    await page.goto(`/surveys/${plot.surveyId}/rules`);
    await page.locator('summary', { hasText: /^Breast height\d/ }).click();
    await page.getByRole('radio', { name: /another height/ }).check();
    await page.getByLabel('height above the ground').fill('3 m');
    await expect(page.getByText('Breast height must be 0.50 m to 2.00 m.')).toBeVisible();
    await page.getByLabel('height above the ground').fill('4 ft 3 in');
    await page.locator('summary', { hasText: /^Products/ }).click();
    await page.getByRole('button', { name: 'Add product' }).click();
    await page.getByRole('button', { name: 'Show affected trees' }).click();
    await expect(page.getByText('Product must be one line of 1 to 40 characters.', { exact: true })).toBeVisible();
    await expect(page.getByLabel('height above the ground')).toHaveValue('4 ft 3 in');
  });

  test('find breast height on the body, with and without boots', async ({ page, plot }) => {
    await page.goto(`/surveys/${plot.surveyId}/rules`);
    const observer = `O. ${randomUUID().slice(0, 4)}`;
    await page.locator('summary', { hasText: 'Breast height on your body' }).click();
    await page.getByRole('button', { name: 'Save mark' }).click();
    await expect(page.getByText('Enter the observer. Initials are enough.')).toBeVisible();
    await page.getByLabel('Observer').fill(observer);
    await page.getByLabel('Mark on the body').fill('top of the pocket');
    await page.getByLabel('Height without boots, m').fill('1.33');
    await page.getByRole('button', { name: 'Save mark' }).click();
    await expect(page.getByText(`Saved for ${observer}.`)).toBeVisible();
    await expect(page.getByRole('listitem').filter({ hasText: observer })).toContainText(
      'With boots: 6 cm below top of the pocket.',
    );
  });
});

test.describe('a tree measured again', () => {
  test('shows the last point first, asks why elsewhere, and keeps the reason', async ({ page, plot }) => {
    const tape = (value: number, key: 'diameter' | 'point') => ({
      id: randomUUID(),
      measure: key,
      methodId: `${key}.tape`,
      key,
      value,
      unit: key === 'point' ? 'm' : 'cm',
      asRead: String(value),
      try: 1,
      takenAt: '2019-06-03T09:15:00Z',
    });
    const before = {
      ...treeBody(plot.plotId, '4', 30),
      observedAt: '2019-06-03T09:15:00Z',
      readings: [tape(30, 'diameter'), tape(1.5, 'point')],
      taping: { mark: 'blue dot' },
    };
    const again = await makePlot(appUrl(), undefined, plot.surveyId);
    expect((await post(appUrl(), '/api/trees', before)).status).toBe(201);
    await page.goto(`/measure?plot=${again.plotId}`);
    await page.getByLabel('Tag').fill('4');
    await expect(page.getByText('1.50 m, uphill side, blue dot')).toBeVisible();
    await page.getByLabel('Species').selectOption('sp');
    await reading(page, 'diameter.diameter').fill('33');
    await expect(page.getByRole('heading', { name: 'Measured at a different height than in 2019' })).toBeVisible();
    await page.getByLabel('Why at a different height?').fill('canker at the old point');
    await expect(page.getByRole('heading', { name: 'Not compared with 2019' })).toBeVisible();
    await page.getByRole('button', { name: 'Save tree' }).click();
    await expect(page.getByText('Tree 4: saved.')).toBeVisible();
    const [tree] = await get<{ taping: { reason: string } }[]>(appUrl(), `/api/trees?plot=${again.plotId}`);
    expect(tree?.taping.reason).toBe('canker at the old point');
  });
});

test.describe('several stems, on a phone', () => {
  test.use({ viewport: PHONE, hasTouch: true });

  test('are read one at a time with the large keys', async ({ page }) => {
    await page.goto('/measure');
    await page.getByRole('button', { name: 'Method', exact: true }).tap();
    await openRow(page, 'Stems: 1');
    await page.getByRole('button', { name: 'Add another stem' }).tap();
    await page.getByRole('button', { name: 'Keys', exact: true }).tap();
    const chips = page.getByRole('group', { name: 'Readings' });
    await chips.getByRole('button', { name: /^stem 2: dbh/ }).tap();
    for (const key of ['2', '1']) await page.getByRole('button', { name: key, exact: true }).tap();
    await expect(chips.getByRole('button', { name: /^stem 2: dbh/ })).toContainText('21 cm');
    await page.getByRole('button', { name: 'Method', exact: true }).tap();
    await openRow(page, 'Measuring point and taping');
    await page.getByRole('button', { name: 'Where to tape?' }).tap();
    await page.getByRole('radio', { name: 'bulge' }).tap({ force: true });
    await page.getByLabel('Begins at').fill('1.2');
    await page.getByLabel(/^Ends at/).fill('1.5');
    await page.getByRole('button', { name: 'Tape there' }).tap();
    await expect(chips.getByRole('button', { name: /^measured at/ })).toContainText('1.50');
    const wide = await page.evaluate(() => document.documentElement.scrollWidth);
    expect(wide).toBeLessThanOrEqual(PHONE.width);
  });
});
