import { appUrl, expect, makePlot, openRow, PHONE, post, test, treeBody } from './support/app.ts';

test.describe('a stem and its logs', () => {
  test('is cut for what is worth most, and cut anew when a defect is drawn along it', async ({ page }) => {
    await page.goto('/results/stem?dbh=42&height=26');
    const value = page.getByTestId('stem-value');
    await expect(value).toHaveText(/^\d+\.\d\d$/);
    const before = Number(await value.textContent());
    await openRow(page, 'Defects');
    await page.getByRole('button', { name: 'Add defect' }).click();
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
    await page.getByRole('button', { name: 'Remove rot' }).click();
    await expect(value).toHaveText(before.toFixed(2));
  });

  test('says what to enter before it says anything of a stem', async ({ page }) => {
    await page.goto('/results/stem?units=imperial');
    await expect(page.getByTestId('enter-first')).toHaveText('Enter dbh over bark · total height.');
    await expect(page.getByTestId('stem-value')).toHaveCount(0);
    await page.getByLabel('dbh over bark').fill('16');
    await page.getByLabel('total height').fill('85');
    await expect(page.getByTestId('stem-value')).toBeVisible();
    // Nobody entered a price: the value is an example, in the money and the lengths of the units.
    await expect(page.getByTestId('example-prices')).toBeVisible();
    await openRow(page, 'Products and prices');
    await expect(page.getByRole('group', { name: 'product 1' }).getByLabel('lengths, ft')).toHaveValue('16 8');
    await openRow(page, 'Taper');
    await page.getByLabel('Taper', { exact: true }).selectOption('max-burkhart');
    await expect(page.getByText('Made from loblolly pine. Check against your local table.')).toBeVisible();
  });

  test('follows its own diameters, and says which one cannot be', async ({ page }) => {
    await page.goto('/results/stem?dbh=42&height=26');
    await openRow(page, 'Taper');
    await page.getByLabel('Taper', { exact: true }).selectOption('measured');
    const sections = page.getByRole('textbox', { name: /height in m and diameter in cm/ });
    await sections.fill('5.3 36; 13 24');
    await expect(page.getByTestId('stem-volume')).toContainText('m³');
    await sections.fill('5.3 36; 13 40');
    await expect(page.getByText('At 13 m the stem is thicker than below').first()).toBeVisible();
    await sections.fill('5.3 thick');
    await expect(page.getByText('must be a height in m and a diameter in cm')).toBeVisible();
    await expect(sections).toHaveValue('5.3 thick');
  });

  test('keeps the price list on the device, and names two prices for one thing', async ({ page }) => {
    await page.goto('/results/stem?dbh=42&height=26');
    const value = page.getByTestId('stem-value');
    const before = Number(await value.textContent());
    await openRow(page, 'Products and prices');
    const first = page.getByRole('group', { name: 'product 1' });
    await first.getByLabel(/^price/).fill('170');
    await expect.poll(async () => Number(await value.textContent())).toBeGreaterThan(before);
    await page.reload();
    await openRow(page, 'Products and prices');
    await expect(first.getByLabel(/^price/)).toHaveValue('170');
    await page.getByRole('group', { name: 'product 2' }).getByLabel('product', { exact: true }).fill('sawlog');
    await expect(page.getByText('with two prices')).toBeVisible();
    await first.getByLabel(/^price/).fill('dear');
    await expect(page.getByText('Price must be')).toBeVisible();
  });

  test('is cut by hand: a saw is dragged, moved by keys, taken away, and taken back', async ({ page }) => {
    await page.goto('/results/stem?dbh=42&height=26');
    const value = page.getByTestId('stem-value');
    const before = (await value.textContent()) ?? '';
    const saw = page.getByRole('slider', { name: 'Cut 2', exact: true });
    await saw.scrollIntoViewIfNeeded();
    const box = await saw.boundingBox();
    if (box === null) throw new Error('no saw');
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width / 2 - 50, box.y + box.height / 2, { steps: 6 });
    await page.mouse.up();
    // A sawlog that is cut short is worth less: at once, and the best cuts stand beside it.
    await expect.poll(async () => Number(await value.textContent())).toBeLessThan(Number(before));
    await expect(page.getByTestId('best-value')).toHaveText(`${before} EUR`);
    const at = Number(await saw.getAttribute('aria-valuenow'));
    await saw.press('ArrowRight');
    await expect.poll(async () => Number(await saw.getAttribute('aria-valuenow'))).toBeCloseTo(at + 0.1, 6);
    const saws = await page.getByTestId('saw').count();
    await saw.press('Delete');
    await expect(page.getByTestId('saw')).toHaveCount(saws - 1);
    await page.keyboard.press('Control+z');
    await expect(page.getByTestId('saw')).toHaveCount(saws);
    await page.getByRole('button', { name: 'Restore best cuts' }).click();
    await expect(value).toHaveText(before);
  });

  test('has costs taken off, shows a price by every rule, and stands beside what others would say', async ({
    page,
  }) => {
    await page.goto('/results/stem?dbh=42&height=26');
    const value = page.getByTestId('stem-value');
    const before = Number(await value.textContent());
    await openRow(page, 'Products and prices');
    await page.getByRole('button', { name: 'Add cost' }).click();
    const cost = page.getByRole('group', { name: 'cost 1' });
    await cost.getByLabel('cost of', { exact: true }).fill('permit');
    await cost.getByLabel(/^amount/).fill('3');
    await cost.getByLabel(/^per(?!mit)/).selectOption('tree');
    await expect(value).toHaveText((before - 3).toFixed(2));
    await openRow(page, 'These logs by every rule');
    await openRow(page, 'Volume by other methods');
    const rules = page.getByRole('region', { name: 'These logs by every rule' });
    // What is asked for comes back as it is for its own rule.
    await expect(rules.getByRole('row', { name: /^Doyle/ })).toContainText('400.00');
    await expect(
      page.getByRole('img', { name: /^Whole stem over bark, by other models.*Denzin 1\.764/ }),
    ).toBeVisible();
    await expect(page.getByRole('img', { name: /^Felled stem.*Smalian.*Huber.*Newton.*Hossfeld/ })).toBeVisible();
    await expect(page.getByRole('img', { name: /^Standing stem, 26\.0 m tall, to scale/ })).toBeVisible();
    // The rows of the charts carry names.
    await expect(page.getByRole('img', { name: /^Board feet of these logs/ })).toContainText('Doyle');
    await expect(page.getByText('[object Object]')).toHaveCount(0);
  });

  test('is the same stem in feet and inches', async ({ page }) => {
    await page.goto('/results/stem?dbh=42&height=26');
    await page.getByRole('button', { name: 'in and ft' }).click();
    await expect(page.getByLabel('dbh over bark')).toHaveValue('16.54');
    await expect(page.getByLabel('total height')).toHaveValue('85.3');
    await expect(page.getByTestId('stem-volume')).toContainText('ft³');
    expect(page.url()).toContain('units=imperial');
    await page.reload();
    await expect(page.getByLabel('total height')).toHaveValue('85.3');
    await openRow(page, 'Products and prices');
    await expect(page.getByRole('group', { name: 'product 1' }).getByLabel('lengths, ft')).toHaveValue('16 8');
    await expect(page.getByTestId('example-prices')).toBeVisible();
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
    await openRow(page, 'Stand, fall reach and logs');
    await page.getByRole('link', { name: 'Logs of this tree' }).click();
    await expect(page.getByLabel('total height')).toHaveValue('21.5');
    await expect(page.getByLabel('dbh over bark')).toHaveValue('38');
    await openRow(page, 'Standard errors');
    await expect(page.getByLabel('± of the height')).toHaveValue(/^0\.\d+$/);
  });

  test.describe('on a phone', () => {
    test.use({ viewport: PHONE, hasTouch: true });

    test('shows its inputs first, the value under them, and fits the width', async ({ page }) => {
      await page.goto('/results/stem?dbh=42&height=26');
      await expect(page.getByLabel('dbh over bark')).toBeInViewport();
      await expect(page.getByTestId('stem-value')).toBeInViewport();
      const wide = await page.evaluate(() => document.documentElement.scrollWidth);
      expect(wide).toBeLessThanOrEqual(PHONE.width);
    });
  });
});

test.describe('a local volume table', () => {
  test('is fitted from stems of one’s own, with its intervals, residuals and range', async ({ page }) => {
    await page.goto('/results/local-table');
    await expect(page.getByText('At least 6 measured stems are needed')).toBeVisible();
    await page.getByRole('button', { name: 'Load thirty beeches' }).click();
    const one = page.getByRole('region', { name: 'One tree by this table' });
    await one.getByLabel('dbh').fill('35');
    await one.getByLabel('height').fill('24');
    // Made from 0.015 + 3.6 × 10⁻⁵ D² H, scattered by 7 %: 1.073 m³ at 35 cm and 24 m, within 5 % for thirty stems.
    await expect(page.getByTestId('table-volume')).toHaveText(/^1\.(0[2-9]|1[0-2])\d ± 0\.0\d\d m³$/);
    await expect(page.getByRole('img', { name: /Residuals of 30 stems/ })).toBeVisible();
    await page.getByRole('region', { name: 'One tree by this table' }).getByLabel('dbh').fill('90');
    await expect(page.getByText(/Outside the range of Local volume table, beech: dbh 90 cm/)).toBeVisible();
    await page.getByLabel('Equation').selectOption('schumacher-hall');
    await expect(page.getByText('Baskerville 1972').first()).toBeVisible();
    await page.getByLabel('Felled stems').fill('32.4 24.1\n30 tall 0.7');
    await expect(page.getByText('Line 1: Enter dbh in cm, height in m and volume in m³, not 2 values.')).toBeVisible();
  });

  test('of board feet is printed by rule and form class', async ({ page, request }) => {
    await page.goto('/results/stem?dbh=42&height=26');
    await openRow(page, 'Tables to print');
    const maker = page.getByRole('region', { name: 'Tables to print' });
    const link = maker.getByRole('link', { name: 'Print table' });
    await maker.getByLabel('Girard form class').fill('81');
    await expect(link).toHaveAttribute('href', /formClass=81/);
    const pdf = await request.get((await link.getAttribute('href')) ?? '');
    expect(pdf.headers()['content-type']).toBe('application/pdf');
    await maker.getByLabel('Girard form class').fill('20');
    await expect(maker.getByText('must be 70 to 86')).toBeVisible();
    await expect(link).toBeHidden();
    const refused = await request.get('/print/board-feet.pdf?rule=doyle&formClass=20');
    expect(refused.status()).toBe(422);
  });
});

test('one log is scaled by every rule, and told what it cannot be', async ({ page }) => {
  await page.goto('/results/log?units=imperial&length=16&top=14');
  await expect(page.getByTestId('rule-doyle')).toContainText('100');
  await expect(page.getByTestId('rule-scribner')).toContainText('122.84');
  await expect(page.getByTestId('rule-international-1/4')).toContainText('135.57');
  await page.getByLabel('top (small end)').fill('4');
  await expect(page.getByTestId('rule-doyle')).toContainText('Doyle gives no volume');
  await page.getByRole('button', { name: 'cm and m' }).click();
  for (const [label, text] of [
    ['length', '9'],
    ['butt', '48'],
    ['middle', '36'],
    ['top', '22'],
  ] as const)
    await page.getByLabel(new RegExp(`^${label}`)).fill(text);
  await expect(page.getByRole('row', { name: /^Newton/ })).toContainText('0.939');
  await expect(page.getByRole('row', { name: /^Huber/ })).toContainText('0.916');
  await expect(page.getByRole('row', { name: /^Smalian/ })).toContainText('0.985');
  await page.getByLabel('top (small end)').fill('50');
  await expect(page.getByText('The top diameter is larger than the middle diameter below it').first()).toBeVisible();
  await expect(page.getByLabel(/^butt/)).toHaveValue('48');
});

test.describe('the wood of a survey', () => {
  test('is settled per species, and each tree’s volume follows', async ({ page }) => {
    const { surveyId, plotId } = await makePlot(appUrl());
    const tree = treeBody(plotId, '1', 36, [62, -8, 25]);
    await post(appUrl(), '/api/trees', tree);
    await page.goto(`/surveys/${surveyId}/wood`);
    const pine = page.getByRole('group', { name: 'Scots pine' });
    await pine.getByLabel('Stem volume method').selectOption('text');
    await pine.getByLabel('V in m³').fill('0.00004 * W');
    await expect(pine.getByRole('alert').filter({ hasText: 'W' })).toBeVisible();
    await pine.getByLabel('V in m³').fill('0.00004 * D^2 * H');
    // 0.00004 × 40² × 25
    await expect(pine).toContainText('1.600 m³');
    await page.getByRole('button', { name: 'Add price list' }).click();
    const second = page.getByRole('group', { name: 'product 2' }).getByLabel('product', { exact: true });
    await second.fill('sawlog');
    await page.getByRole('button', { name: 'Save for this survey' }).click();
    await expect(page.getByText('with two prices').first()).toBeVisible();
    await second.fill('short log');
    await page.getByRole('button', { name: 'Save for this survey' }).click();
    await expect(page.getByText('in use')).toBeVisible();

    await page.goto(`/measure/${tree.id}`);
    // 0.00004 × 36² × 17.5, by the survey’s own equation
    await expect(page.getByText('0.907').first()).toBeVisible();
    await openRow(page, 'Stand, fall reach and logs');
    await page.getByRole('link', { name: 'Logs of this tree' }).click();
    await expect(page.getByLabel('species')).toHaveValue('sp');
    await openRow(page, 'Products and prices');
    await expect(page.getByText('These are the prices of')).toBeVisible();
  });

  test('takes a local table, and what was settled before can be taken again', async ({ page }) => {
    const { surveyId } = await makePlot(appUrl());
    await page.goto(`/results/local-table?survey=${surveyId}`);
    await page.getByRole('button', { name: 'Load thirty beeches' }).click();
    await page.getByLabel('volume of').selectOption('bt');
    await page.getByRole('button', { name: 'Save table' }).click();
    await expect(page.getByText(/Saved: Beech of .* now uses this table/)).toBeVisible();
    await page.goto(`/surveys/${surveyId}/wood`);
    const beech = page.getByRole('group', { name: 'Beech' });
    await expect(beech.getByLabel('Stem volume method')).toHaveValue('kept');
    await beech.getByLabel('Stem volume method').selectOption('form-factor');
    await page.getByRole('button', { name: 'Save for this survey' }).click();
    await expect(page.getByRole('button', { name: 'Use again' })).toBeVisible();
    await page.getByRole('button', { name: 'Use again' }).click();
    await expect(beech.getByLabel('Stem volume method')).toHaveValue('kept');
  });

  test('takes a taper that was fitted to sections, and draws its stems by it', async ({ page }) => {
    const { surveyId } = await makePlot(appUrl());
    await page.goto(`/results/local-taper?survey=${surveyId}`);
    await expect(page.getByText('At least 12 sections are needed')).toBeVisible();
    await page.getByLabel('Sections, one per line').fill('32 24 12 20\n32 24 thick 20');
    await expect(page.getByText(/^Line 2: height of the section/i)).toBeVisible();
    await page.getByRole('button', { name: 'Load forty pines' }).click();
    // Scattered by 2.5 % of diameters of some 25 cm.
    await expect(page.getByTestId('taper-rest')).toHaveText(/^± 0\.[4-9]\d cm$/);
    await expect(page.getByRole('img', { name: /^520 sections and the fitted taper/ })).toBeVisible();
    await page.getByLabel('volume of').selectOption('sp');
    await page.getByRole('button', { name: 'Save taper' }).click();
    await expect(page.getByText(/Saved: Scots pine/)).toBeVisible();
    await page.goto(`/results/stem?survey=${surveyId}&species=sp&dbh=30&height=22`);
    await openRow(page, 'Taper');
    await expect(page.getByLabel('Taper', { exact: true })).toHaveValue('survey');
    await expect(page.getByText('Profile: Max and Burkhart')).toBeVisible();
  });

  test('is cut tree by tree in a worker, told how far it is, and can be stopped', async ({ page }) => {
    const surveys = (await (await page.request.get('/api/surveys')).json()) as readonly {
      readonly id: string;
      readonly name: string;
      readonly placeName: string;
    }[];
    const id = surveys.find(({ placeName, name }) => placeName === 'Monte Valdeliro' && name.includes('2026'))?.id;
    await page.goto(`/results/${id ?? ''}/logs`);
    await page.getByRole('button', { name: 'Calculate logs' }).click();
    await expect(page.getByTestId('stand-net')).toHaveText(/^\d+$/);
    const net = Number(await page.getByTestId('stand-net').textContent());
    await expect(page.getByRole('row', { name: /^sawlog/ })).toContainText('±');
    await openRow(page, 'Products and prices');
    const amount = page.getByRole('group', { name: 'cost 1' }).getByLabel(/^amount/);
    await amount.fill('30');
    await page.getByRole('button', { name: 'Calculate again' }).click();
    await expect.poll(async () => Number(await page.getByTestId('stand-net').textContent())).toBeLessThan(net);

    // Five hundred times as many trees: long enough to see how far it is, and to stop it.
    await page.route('**/stems', async (route) => {
      const answer = await route.fetch();
      const stand = (await answer.json()) as { readonly trees: readonly unknown[] };
      const many = Array.from({ length: 500 }, () => stand.trees).flat();
      await route.fulfill({ json: { ...stand, trees: many } });
    });
    await page.reload();
    await page.getByRole('button', { name: 'Calculate logs' }).click();
    const progress = page.getByRole('progressbar', { name: 'Trees calculated' });
    await expect.poll(async () => Number(await progress.getAttribute('value'))).toBeGreaterThan(100);
    await page.getByRole('button', { name: 'Stop' }).click();
    await expect(progress).toBeHidden();
    await expect(page.getByRole('button', { name: 'Calculate logs' })).toBeEnabled();
    await expect(page.getByTestId('stand-net')).toBeHidden();
  });
});
