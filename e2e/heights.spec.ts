import { randomUUID } from 'node:crypto';
import type { Page } from '@playwright/test';
import { appUrl, expect, get, openRow, PHONE, post, test, WRITER } from './support/app.ts';

const type = async (page: Page, readings: Readonly<Record<string, string>>): Promise<void> => {
  for (const [reading, text] of Object.entries(readings)) await page.locator(`[data-reading="${reading}"]`).fill(text);
};

test.describe('where to stand', () => {
  test('names distance, side, scale and the ± to expect, and lives in the address', async ({ page }) => {
    await page.goto('/surveys/stand-off');
    const answer = page.getByTestId('stand-off');
    await expect(page.getByTestId('enter-first')).toHaveText('Enter expected height · radius of the crown top.');
    await page.getByLabel('expected height').fill('22');
    await page.getByLabel('radius of the crown top').fill('2');
    // The near edge of the crown drives one farther away than the sights alone would.
    await expect(answer).toHaveText(/^3\d\.\d m$/);
    await page.getByLabel('radius of the crown top').fill('0');
    // Half a degree on each sight and 10 cm on the tape: 0.84 of the height above the eye, and the tape drives one out a little.
    await expect(answer).toHaveText(/^18\.\d m$/);
    await page.getByLabel('slope of the ground').fill('40');
    await page.reload();
    await expect(page.getByLabel('slope of the ground')).toHaveValue('40');
    await expect(page.getByRole('img', { name: /Expected error by distance/ })).toBeVisible();
  });

  test('says at its field what cannot be, and when no place is good', async ({ page }) => {
    await page.goto('/surveys/stand-off?height=22&from=5&to=9&crown=6');
    await expect(page.getByText('No distance is good here.')).toBeVisible();
    await page.getByLabel('longest distance possible').fill('3');
    await expect(page.getByText('must be at least the shortest distance')).toBeVisible();
    await page.getByLabel('longest distance possible').fill('far');
    await expect(page.getByText('does not start with a number')).toBeVisible();
  });
});

test.describe('fall reach', () => {
  test('tells what a tree could touch, the error added, and never gives leave', async ({ page }) => {
    await page.goto('/surveys/fall-reach?height=27.4&error=0.5&lean=0&stump=0&distance=25.9&distanceError=0&above=0');
    await page.getByLabel('Type').selectOption('path');
    const verdict = page.getByTestId('verdict');
    await expect(verdict).toContainText('It reaches');
    await expect(page.getByText('by 1.5 m and up to 2.5 m')).toBeVisible();
    await page.getByLabel('horizontal distance').fill('27.9');
    await expect(verdict).toContainText('It may reach');
    await page.getByLabel('horizontal distance').fill('40');
    await expect(verdict).toContainText('falls short');
    await expect(page.getByText('never permission to fell: felling is for trained people')).toBeVisible();
    // 2 × (27.4 + 2 × 0.5) = 56.8, rounded up.
    await expect(page.getByText('at least 56.8 m away')).toBeVisible();
    await page.getByRole('button', { name: 'ft', exact: true }).click();
    // 56.8 m are 186.4 ft.
    await expect(page.getByText('at least 187 ft away')).toBeVisible();
    await expect(page.getByLabel('height of the tree')).toHaveValue('89.9');
  });

  test('says nothing before every value is entered, and nothing of a power line but to keep away', async ({ page }) => {
    await page.goto('/surveys/fall-reach');
    await expect(page.getByTestId('verdict')).toHaveCount(0);
    await page.getByLabel('Type').selectOption('building');
    await page.getByLabel('height of the tree').fill('24');
    await expect(page.getByTestId('enter-first')).toContainText('horizontal distance');
    await expect(page.getByTestId('verdict')).toHaveCount(0);
    await page.getByLabel('Type').selectOption('line');
    await expect(page.getByText('Ask the line operator how far to keep away.')).toBeVisible();
    await page.getByLabel('distance to keep away').fill('10');
    await expect(page.getByTestId('keep-away')).toContainText('at least 10.0 m (33 ft)');
    // Never rounded down: 3.04 m are 9.97 ft, 9.9 m are 32.48 ft.
    await page.getByLabel('distance to keep away').fill('3,04');
    await expect(page.getByTestId('keep-away')).toContainText('at least 3.1 m (10 ft)');
    await page.getByLabel('distance to keep away').fill('9.9');
    await expect(page.getByTestId('keep-away')).toContainText('at least 9.9 m (33 ft)');
    await expect(page.getByText('Call the line operator before any work')).toBeVisible();
    await expect(page.getByTestId('verdict')).toHaveCount(0);
    await expect(page.getByRole('img')).toHaveCount(0);
    await expect(page.getByText(/clear|falls short|reaches/i)).toHaveCount(0);
  });

  test('has the critical angle of somebody at the thing itself: 45° + b ÷ 2', async ({ page }) => {
    await page.goto('/surveys/fall-reach');
    await page.getByLabel('Type').selectOption('path');
    await page.getByLabel('sight to the base').fill('-9.4');
    await page.getByLabel('sight to the top').fill('38');
    await expect(page.getByText('40.3°')).toBeHidden();
    await page.getByLabel('standard error of one sight').fill('0.5');
    await expect(page.getByText('40.3°')).toBeVisible();
    await page.getByLabel('sight to the base').fill('5');
    await expect(page.getByText('47.5°')).toBeVisible();
  });

  test('is told by a stick in the hand as well, its error added', async ({ page }) => {
    await page.goto('/surveys/fall-reach');
    await page.getByLabel('Type').selectOption('building');
    const stick = page.getByRole('region', { name: 'With a stick' });
    await stick.getByLabel('eye to lower end of stick').fill('63.5');
    await stick.getByLabel('length of stick covered by the tree').fill('58');
    await stick.getByLabel('standard error of each length').fill('0.5');
    await expect(stick).toContainText('falls short');
    await stick.getByLabel('length of stick covered by the tree').fill('62.5');
    await expect(stick).toContainText('It may reach');
    await stick.getByLabel('length of stick covered by the tree').fill('64');
    await expect(stick).toContainText('It reaches');
  });
});

test('a height is taken by another method on the sheet, and the planner knows it', async ({ page }) => {
  await page.goto('/measure');
  await page.getByLabel('Height method').selectOption('height.forty-five-level');
  await page.locator('[data-reading="height.back"]').fill('14.6');
  await page.locator('[data-reading="height.eye"]').fill('1.58');
  await expect(page.getByTestId('height')).toContainText('16.18');
  await openRow(page, 'Stand, fall reach and logs');
  await page.getByRole('link', { name: 'Where to stand' }).click();
  await expect(page.getByLabel('expected height')).toHaveValue('16.18');
});

test.describe('several heights of one tree', () => {
  test('are six from one stand, each with its own line, and stay on the record', async ({ page, plot }) => {
    await page.goto(`/measure?plot=${plot.plotId}`);
    await page.getByLabel('Species').selectOption('bt');
    await page.getByLabel('top: unit').selectOption('pct');
    await type(page, {
      'diameter.diameter': '46.2',
      'height.distance': '25',
      'height.top': '+98',
      'height.base': '-6',
    });
    const heights = page.getByRole('region', { name: 'Heights' });
    const add = async (of: string, settle: (form: ReturnType<Page['getByRole']>) => Promise<unknown>) => {
      await openRow(page, 'Heights:');
      await heights.getByRole('button', { name: 'Add another height' }).click();
      const form = heights.getByRole('form', { name: 'Another height' });
      await form.getByLabel('Upper limit of the height').selectOption(of);
      await settle(form);
      await form.getByRole('button', { name: 'Add height' }).click();
    };
    const nothing = () => Promise.resolve();
    await add('merchantable', (form) => form.getByLabel('top diameter').fill('7'));
    // The sight to take stands ready under the hand.
    await expect(page.locator('[data-reading="height2.top"]')).toBeFocused();
    await type(page, { 'height2.top': '+78' });
    await add('merchantable', (form) => form.getByLabel('Stem limit').selectOption('fork'));
    await type(page, { 'height3.top': '+52' });
    await add('crown-base', nothing);
    await type(page, { 'height4.top': '+34' });
    await add('first-branch', nothing);
    await type(page, { 'height5.top': '+27' });
    await add('stump', nothing);
    await type(page, { 'height6.top': '-4.8' });
    await expect(page.getByTestId('level-4')).toContainText('10.00 m');
    await expect(page.getByTestId('level-6')).toContainText('0.30 m');
    await expect(heights).toContainText('Crown length: 16.00 m');
    await openRow(page, 'Heights:');
    await heights.getByRole('button', { name: 'Add another height' }).click();
    await expect(heights.getByLabel('from the same station')).toBeDisabled();
    await heights.getByRole('button', { name: 'Cancel' }).click();
    await page.getByRole('button', { name: 'Save tree' }).click();
    await expect(page.getByText('26.00 m: saved.')).toBeVisible();
    const [tree] = await get<{ id: string; otherHeights: { figure: { printed: string } }[] }[]>(
      appUrl(),
      `/api/trees?plot=${plot.plotId}`,
    );
    expect(tree?.otherHeights.map(({ figure }) => figure.printed)).toEqual(['21.00', '14.50', '10.00', '8.25', '0.30']);
    await page.goto(`/measure/${tree?.id ?? ''}`);
    await expect(page.getByTestId('level-3')).toContainText('merchantable to the fork');
    await expect(page.getByText('Changes not saved')).toBeHidden();
    await page.getByRole('button', { name: 'Remove stump height' }).click();
    await expect(page.getByText('Changes not saved yet.')).toBeVisible();
  });

  test('by two methods are compared, and the person says which counts', async ({ page }) => {
    await page.goto('/measure');
    await type(page, { 'height.distance': '25', 'height.top': '+80', 'height.base': '-6' });
    const heights = page.getByRole('region', { name: 'Heights' });
    await openRow(page, 'Heights:');
    await heights.getByRole('button', { name: 'Add another height' }).click();
    await heights.getByLabel('Upper limit of the height').selectOption('total');
    await heights.getByLabel('from another station').check();
    await heights.getByRole('button', { name: 'Add height' }).click();
    await heights.getByLabel('Height method').selectOption('height.known');
    await type(page, { 'height2.height': '27' });
    const which = page.getByRole('group', { name: 'Total height to use' });
    await expect(which).toContainText('differ by');
    await expect(page.getByTestId('height')).toContainText('21.50');
    await type(page, { 'height2.height': '22' });
    await expect(which).not.toContainText('differ by');
    await which.getByLabel('Height read directly').check();
    await expect(page.getByTestId('height')).toContainText('22.00');
    await which.getByLabel('Mean of all').check();
    await expect(page.getByTestId('height')).toContainText(/21\.[6-9]/);
  });

  test('say at its field what is wrong with the diameter that ends the stem', async ({ page }) => {
    await page.goto('/measure');
    const heights = page.getByRole('region', { name: 'Heights' });
    await openRow(page, 'Heights:');
    await heights.getByRole('button', { name: 'Add another height' }).click();
    await heights.getByLabel('Upper limit of the height').selectOption('merchantable');
    await heights.getByLabel('top diameter').fill('900');
    await heights.getByRole('button', { name: 'Add height' }).click();
    await expect(heights.getByText('must be 2 to 100 cm')).toBeVisible();
    await expect(heights.getByLabel('top diameter')).toHaveValue('900');
  });
});

test.describe('the kit', () => {
  test('speaks where the reading is taken, and knows the pace', async ({ page, plot }) => {
    const kit = [
      { kind: 'clinometer', name: 'clinometer 2', unit: 'm20', graduation: 0.1, standardError: 0.2, everyDays: 30 },
      { kind: 'paces', name: 'paces of J.', unit: 'm', graduation: 0.01, standardError: 0.03, everyDays: 90 },
    ];
    const checks = [
      { check: 'zero', forth: 2.3, back: -1.7 },
      { check: 'pace-line', line: 50, paces: [64, 65] },
    ];
    const ids = kit.map(() => randomUUID());
    for (const [i, instrument] of kit.entries()) {
      const id = ids[i] ?? '';
      await post(appUrl(), '/api/instruments', { id, ...WRITER, crew: 'Crew Badger', ...instrument });
      const check = { id: randomUUID(), ...WRITER, checkedAt: '2026-05-01T08:00:00Z', readings: checks[i] };
      await post(appUrl(), `/api/instruments/${id}/checks`, check);
    }
    await page.goto(`/measure?plot=${plot.plotId}`);
    await page.locator('[data-reading="height.top"]').focus();
    await expect(page.getByTestId('kit-words')).toContainText('The check of clinometer 2 is overdue');
    await expect(page.getByTestId('kit-words')).toContainText('reads 0.3 m:20 too high');
    await page.getByLabel('Distance method').selectOption('distance.paces');
    // 50 m over 64 and over 65 paces
    await expect(page.locator('[data-reading="distance.pace"]')).toHaveValue('0.775');
    await type(page, { 'distance.paces': '32', 'height.top': '+16', 'height.base': '-1.6' });
    // 24.80 m × 17.6 ÷ 20
    await expect(page.getByTestId('height')).toContainText('21.82');
    // The other tests' crew of that name has no kit.
    for (const id of ids) {
      const act = JSON.stringify({ id: randomUUID(), ...WRITER, madeAt: '2026-06-03T09:15:00Z' });
      const headers = { 'content-type': 'application/json' };
      const { status } = await fetch(`${appUrl()}/api/instruments/${id}`, { method: 'DELETE', headers, body: act });
      expect(status).toBe(200);
    }
  });

  test('is laid out, checked and put away', async ({ page, plot }) => {
    const { crew } = await get<{ crew: string }>(appUrl(), `/api/surveys/${plot.surveyId}`);
    await page.goto('/surveys/kit');
    await page.getByRole('combobox', { name: /^Crew/ }).selectOption(crew);
    const form = page.getByRole('form', { name: 'Add an instrument' });
    await form.getByLabel('Name').fill('');
    await form.getByRole('button', { name: 'Add instrument' }).click();
    await expect(form.getByText('Enter the name the crew uses')).toBeVisible();
    const name = `clinometer ${String(Date.now())}`;
    await form.getByLabel('Name').fill(name);
    await form.getByRole('button', { name: 'Add instrument' }).click();
    const card = page.getByRole('listitem').filter({ has: page.getByRole('heading', { name, exact: true }) });
    await expect(card).toContainText('has not been checked yet');
    await card.getByRole('button', { name: 'Check now' }).click();
    await card.getByLabel('forward').fill('12');
    await card.getByLabel('back').fill('minus eight');
    await expect(card.getByText('does not start with a number')).toBeVisible();
    await card.getByLabel('back').fill('-8');
    await expect(card).toContainText('It reads 2.00 % too high');
    await card.getByRole('button', { name: 'Save check' }).click();
    await expect(card).not.toContainText('has not been checked yet');
    await card.getByText('calibration log').click();
    await expect(card).toContainText('forward +12, back −8');
    await card.getByRole('button', { name: 'Retire instrument…' }).click();
    await page.getByRole('dialog').getByRole('button', { name: 'Retire instrument' }).click();
    await expect(page.getByRole('heading', { name, exact: true })).toBeHidden();
  });
});

test('the workings are walked through on the drawing, and the stick is proved', async ({ page }) => {
  await page.goto('/measure');
  await page.getByLabel('top: unit').selectOption('deg');
  await type(page, { 'height.distance': '25', 'height.top': '+30', 'height.base': '-5' });
  await page.getByRole('button', { name: 'Show each step on the drawing' }).click();
  const lit = page.getByTestId('shown-triangle');
  await expect(lit).toBeVisible();
  const before = await lit.getAttribute('d');
  await page.getByRole('button', { name: 'Next step' }).click();
  await expect(lit).not.toHaveAttribute('d', before ?? '');
  await expect(page.locator('[aria-current="step"]')).toContainText('tan');
  await page.getByRole('button', { name: 'Close' }).click();
  await expect(lit).toBeHidden();
  await page.getByLabel('Height method').selectOption('height.equal-stick');
  await type(page, { 'height.eyeToBase': '22' });
  await page.getByText('Check against published values').click();
  await expect(page.getByRole('img', { name: /Two triangles with the same angle/ })).toBeVisible();
  await expect(page.getByText('height ÷ distance = stick ÷ reach')).toBeVisible();
});

test('what else moves a diameter is told for every way of taking it', async ({ page }) => {
  await page.goto('/measure');
  await openRow(page, 'Measuring point and taping');
  await page.getByText('Other sources of error').click();
  const choice = page.getByLabel('Diameter method');
  const usual: Readonly<Record<string, string>> = { cm: '40', mm: '400', in: '16', '°': '8', one: '3' };
  for (const method of await choice
    .locator('option')
    .evaluateAll((all) => all.map((o) => (o as HTMLOptionElement).value))) {
    await choice.selectOption(method);
    for (const box of await page.locator('[data-reading^="diameter."]').all()) {
      const unit = (await box.locator('xpath=following-sibling::select').locator('option:checked').textContent()) ?? '';
      await box.fill(usual[unit.trim()] ?? '12');
    }
    // Every method has the fold answer in words: with what it errs by, or that the reading cannot be.
    await expect(page.getByText(/is part of the standard error|Enter the diameter first/), method).toBeVisible();
  }
});

test.describe('on a phone', () => {
  test.use({ viewport: PHONE, hasTouch: true });

  for (const address of ['/surveys/stand-off?height=22&crown=2', '/surveys/fall-reach']) {
    test(`${address} shows the answer, or what to enter for it, first and fits the width`, async ({ page }) => {
      await page.goto(address);
      await expect(
        address.includes('stand-off') ? page.getByTestId('stand-off') : page.getByLabel('Type'),
      ).toBeInViewport();
      const wide = await page.evaluate(() => document.documentElement.scrollWidth);
      expect(wide).toBeLessThanOrEqual(PHONE.width);
    });
  }

  test('a crown base is added, asked for in its own words, and drawn', async ({ page }) => {
    await page.goto('/measure');
    await page.getByRole('button', { name: 'Method', exact: true }).click();
    const heights = page.getByRole('region', { name: 'Heights' });
    await openRow(page, 'Heights:');
    await heights.getByRole('button', { name: 'Add another height' }).click();
    await heights.getByLabel('Upper limit of the height').selectOption('crown-base');
    await heights.getByRole('button', { name: 'Add height' }).click();
    await page.getByRole('button', { name: 'Keys', exact: true }).click();
    await expect(page.getByText('Crown base. Sight the base of the living crown')).toBeVisible();
    const wide = await page.evaluate(() => document.documentElement.scrollWidth);
    expect(wide).toBeLessThanOrEqual(PHONE.width);
  });
});
