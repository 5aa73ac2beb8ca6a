import { randomUUID } from 'node:crypto';
import { appUrl, expect, get, makePlot, openRow, PHONE, test } from './support/app.ts';

interface Listed {
  readonly id: string;
  readonly name: string;
  readonly placeName: string;
}

const demo = async (place: string, name: string): Promise<string> => {
  const surveys = await get<readonly Listed[]>(appUrl(), '/api/surveys');
  return surveys.find((each) => each.placeName === place && each.name === name)?.id ?? '';
};

test('sixty trees are called out, line by line, and any of them is taken back', async ({ page }) => {
  test.setTimeout(180_000);
  const { plotId } = await makePlot(appUrl());
  await page.goto(`/tally/${plotId}`);
  const line = page.locator('#call-line');
  await expect(line).toBeFocused();
  for (let i = 1; i <= 60; i += 1) {
    const dbh = (12 + ((i * 7) % 40) + (i % 10) / 10).toFixed(1);
    const species = ['sp', 'bt', 'ch'][i % 3] ?? 'sp';
    await line.fill(
      i % 3 === 1
        ? `${species} ${dbh} +${14 + (i % 5)} -1.5 @20`
        : `${species} ${dbh} az${i * 6} r${(1 + i / 10).toFixed(1)}`,
    );
    await line.press('Enter');
    await expect(line).toHaveValue('');
  }
  await expect(page.getByText('Not sent', { exact: true })).toHaveCount(0);
  const tags = async (): Promise<readonly number[]> =>
    (await get<readonly { readonly tag: string }[]>(appUrl(), `/api/trees?plot=${plotId}`)).map(({ tag }) =>
      Number(tag),
    );
  // The last one may be on its way still.
  await expect
    .poll(async () => (await tags()).toSorted((a, b) => a - b))
    .toEqual(Array.from({ length: 60 }, (_, i) => i + 1));
  await expect(page.getByLabel('Running totals')).toContainText('60');
  await line.press('Control+z');
  await expect(line).toHaveValue(/^#60 /);
  await expect(page.getByLabel('Running totals')).toContainText('59');
  await expect(page.getByRole('group', { name: 'Map of the plot' }).getByRole('button').first()).toBeVisible();
});

test.describe('on a phone', () => {
  test.use({ viewport: PHONE, hasTouch: true });
  test('a tree with two angles takes twelve taps on the pad, each of which can be taken back', async ({ page }) => {
    const { plotId } = await makePlot(appUrl());
    await page.goto(`/tally/${plotId}`);
    const pad = page.getByRole('group', { name: 'Thumb pad' });
    const line = page.locator('#call-line');
    let taps = 0;
    const tap = async (...names: readonly string[]) => {
      for (const name of names) {
        await pad.getByRole('button', { name, exact: true }).tap();
        taps += 1;
      }
    };
    // The first tree names its species and its distance; from then on they are one tap, or none.
    await tap(
      'Scots pine',
      '3',
      '0',
      'top, above level',
      '1',
      '7',
      'base, below level',
      '1',
      'distance',
      '2',
      '0',
      'Save tree',
    );
    await expect(line).toHaveValue('');
    taps = 0;
    await tap(
      '3',
      '4',
      'decimal point',
      '5',
      'top, above level',
      '1',
      '8',
      'base, below level',
      '1',
      'decimal point',
      '5',
    );
    await expect(line).toHaveValue('sp 34.5 +18 -1.5');
    await tap('Distance 20 as before, and save the tree');
    expect(taps).toBe(12);
    await expect(line).toHaveValue('');
    await expect(page.getByRole('row', { name: /Scots pine/ })).toHaveCount(2);
    await expect(page.locator('#waiting')).toHaveText(/^(✓ sent)?$/);
    const trees = await get<readonly { readonly height: { readonly printed: string } }[]>(
      appUrl(),
      `/api/trees?plot=${plotId}`,
    );
    // 20 × (18 + 1.5) ÷ 20
    expect(trees[1]?.height.printed).toBe('19.50');
    await tap('4', '1', 'condition codes, units and more', 'Undo', 'Undo');
    await expect(line).toHaveValue('');
    await tap('Undo');
    await expect(page.getByRole('row', { name: /Scots pine/ })).toHaveCount(1);
    await expect(line).toHaveValue(/^#2 sp 34\.5/);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(PHONE.width);
  });
});

test('a point of the work list is cleared with a reason, and put back', async ({ page }) => {
  const id = await demo('Harrow Creek Wood', 'Cruise of 2026');
  await page.goto(`/results/${id}/checks`);
  const digits = page.getByRole('listitem').filter({ hasText: 'Too many readings end in .0 or .5' });
  await digits.getByRole('button', { name: 'Mark as checked' }).click();
  await digits.getByRole('button', { name: 'Mark as checked', exact: true }).click();
  await expect(digits.getByRole('alert')).toContainText('Enter a reason');
  await digits.getByLabel('Reason').fill('a tape in half inches');
  await digits.getByRole('button', { name: 'Mark as checked', exact: true }).click();
  const cleared = page.getByRole('region', { name: 'Checked' });
  await expect(cleared).toContainText('a tape in half inches');
  await cleared.getByRole('button', { name: 'Move back to review list' }).click();
  await expect(cleared).toHaveCount(0);
});

test('a file of trees is looked at, fixed and kept', async ({ page }) => {
  const { surveyId } = await makePlot(appUrl());
  await page.goto(`/report/${surveyId}/import`);
  const choose = async (csv: string) => {
    await page
      .getByLabel('Tree file')
      .setInputFiles({ name: 'trees.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) });
  };
  await choose('plot;tree;species;bhd\n1;1;sp;34,5\n1;2;oak;20,1\n2;1;bt;25,0\n');
  await expect(page.getByText('row 3', { exact: true })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Save/ })).toBeDisabled();
  await expect(page.getByLabel('dbh', { exact: true })).toHaveValue('3');
  await choose('plot;tree;species;bhd\n1;1;sp;34,5\n1;2;ch;20,1\n2;1;bt;25,0\n');
  await page.getByLabel('Create missing plots').check();
  await page.getByRole('button', { name: 'Save 3 trees' }).click();
  await expect(page.getByText('3 trees saved, 1 plot created.')).toBeVisible();
});

test('plots are planned in the outline of a stratum, and laid out', async ({ page }) => {
  const { surveyId } = await makePlot(appUrl());
  await page.goto(`/surveys/${surveyId}/plan`);
  await expect(page.getByText('Enter an outline first')).toBeVisible();
  const corners = [
    [-31, 41],
    [-30.997, 41],
    [-30.997, 41.002],
    [-31, 41.002],
    [-31, 41],
  ];
  await page.getByLabel('Outline as GeoJSON').setInputFiles({
    name: 'wood.geojson',
    mimeType: 'application/geo+json',
    buffer: Buffer.from(JSON.stringify({ type: 'Polygon', coordinates: [corners] })),
  });
  await page.getByLabel('Coefficient of variation between plots').fill('38');
  await expect(page.getByText('58', { exact: true })).toBeVisible();
  await page.getByLabel('Plots', { exact: true }).fill('4');
  await page.getByRole('button', { name: 'Create these plots' }).click();
  await expect(page.getByRole('link', { name: /^Plot / })).toHaveCount(5);
  const plots = await get<readonly { readonly latitude: number | null; readonly areaM2: number }[]>(
    appUrl(),
    `/api/plots?survey=${surveyId}`,
  );
  expect(plots.filter(({ latitude }) => latitude !== null && latitude > 41)).toHaveLength(4);
});

test('a survey of angle-count points is made by its form, and its points are laid out', async ({ page }) => {
  await page.goto('/surveys/new');
  await page.getByLabel('Place').fill('Harrow Creek Wood');
  await page.getByLabel('Crew').fill('Crew Badger');
  await page.getByRole('radio', { name: /^Variable-radius points/ }).check({ force: true });
  await page.locator('summary', { hasText: 'Sampling design' }).click();
  await page.getByLabel('Basal area factor, m²/ha').fill('0');
  await page.getByLabel('Strata').fill('North = 10 ha\nSouth = 6 ha');
  await page.getByRole('button', { name: 'Create survey' }).click();
  await expect(page.getByText('Factor must be a number from 0.05 to 200 m²/ha.')).toBeVisible();
  await page.getByLabel('Basal area factor, m²/ha').fill('4');
  await page.getByRole('button', { name: 'Create survey' }).click();
  await expect(page.getByRole('heading', { name: 'Points', exact: true })).toBeVisible();
  await expect(page.getByLabel('Basal area factor, m²/ha')).toHaveValue('4');
  await page.getByRole('button', { name: 'Add point' }).click();
  await expect(page.getByText('factor 4 m²/ha · slope 0 %')).toBeVisible();
});

test('tally, sums and report open the survey in use; the header names it and switches it', async ({ page }) => {
  const { surveyId, plotId } = await makePlot(appUrl());
  // Without one in use there is a choice, never somebody else’s survey.
  await page.goto('/tally');
  await expect(page.getByRole('heading', { name: 'Choose a survey' })).toBeVisible();
  await page.goto(`/tally/${plotId}`);
  await expect(page.locator('#call-line')).toBeVisible();
  await page.goto('/tally');
  await expect(page.getByRole('link', { name: /Plot 1/ })).toHaveAttribute('href', `/tally/${plotId}`);
  for (const task of ['results', 'report']) {
    await page.goto(`/${task}`);
    await expect(page).toHaveURL(new RegExp(`/${task}/${surveyId}`));
  }
  await page.getByRole('button', { name: 'Test wood' }).click();
  const dialog = page.getByRole('dialog', { name: 'Switch survey' });
  await dialog.getByRole('link', { name: 'Harrow Creek Wood · Cruise of 2026' }).click();
  const harrow = await demo('Harrow Creek Wood', 'Cruise of 2026');
  await expect(page).toHaveURL(new RegExp(`/report/${harrow}`));
  await page.goto('/results');
  await expect(page).toHaveURL(new RegExp(`/results/${harrow}`));
});

test('the report of each demo survey is read on the screen and taken away', async ({ page }) => {
  test.setTimeout(120_000);
  for (const [place, name] of [
    ['Monte Valdeliro', 'Visit of 2026'],
    ['Harrow Creek Wood', 'Cruise of 2026'],
  ] as const) {
    const id = await demo(place, name);
    await page.goto(`/report/${id}`);
    await expect(page.getByRole('heading', { name: 'Open review list' })).toBeVisible();
    await expect(page.getByText('no permission to fell')).toBeVisible();
    for (const [button, ending] of [
      ['PDF', '.pdf'],
      ['Workbook (XLSX)', '.xlsx'],
      ['Trees as CSV', '.csv'],
      ['Plots as GeoJSON', '.geojson'],
    ] as const) {
      const coming = page.waitForEvent('download');
      await page.getByRole('link', { name: button, exact: true }).click();
      expect((await coming).suggestedFilename()).toContain(ending);
    }
  }
});

/** Brings trees in from a file. */
async function importTrees(surveyId: string, rows: readonly string[]): Promise<void> {
  const query = `id=${randomUUID()}&makePlots=true`;
  const response = await fetch(`${appUrl()}/api/surveys/${surveyId}/import?${query}`, {
    method: 'POST',
    headers: { 'content-type': 'text/csv' },
    body: ['plot,tag,species,dbh,height', ...rows].join('\n'),
  });
  expect(response.status).toBe(201);
}

test('a plot of two thousand trees is drawn where one looks, and walked to its end by keys', async ({ page }) => {
  const { surveyId, plotId } = await makePlot(appUrl());
  await importTrees(
    surveyId,
    Array.from({ length: 2_000 }, (_, i) => `1,${String(i + 1)},sp,${(12 + (i % 300) / 10).toFixed(1)},`),
  );
  await page.goto(`/tally/${plotId}`);
  const row = (tag: string) =>
    page.getByRole('button', { name: `Tree ${tag}, Scots pine: edit on the line`, exact: true });
  // The last tree is in sight: it is what was saved last.
  await expect(row('2000')).toBeInViewport();
  expect(await page.getByRole('button', { name: /edit on the line$/ }).count()).toBeLessThan(100);
  await expect(row('1')).toHaveCount(0);
  const line = page.locator('#call-line');
  await line.press('ArrowUp');
  // Upwards from a new tree is the last one.
  await expect(line).toHaveValue(/^#2000 /);
  await row('2000').hover();
  await page.mouse.wheel(0, -200_000);
  await expect(row('1')).toBeInViewport();
  await expect(row('2000')).toHaveCount(0);
});

test('a survey of two hundred plots opens one by its label, and its long table shows the rows that are looked at', async ({
  page,
}) => {
  const { surveyId } = await makePlot(appUrl());
  await importTrees(
    surveyId,
    Array.from({ length: 200 }, (_, i) => `${String(i + 1)},1,sp,${String(20 + (i % 9))},${i % 4 === 0 ? '18' : ''}`),
  );
  await page.goto(`/tally?survey=${surveyId}`);
  await page.getByLabel('Open plot').fill('900');
  await page.getByRole('button', { name: 'Open', exact: true }).click();
  await expect(page.getByText('There is no plot “900”')).toBeVisible();
  await page.getByLabel('Open plot').fill('187');
  await page.getByRole('button', { name: 'Open', exact: true }).click();
  await expect(page).toHaveTitle(/Plot 187/);
  await page.goto(`/results/${surveyId}?unfinished=1`);
  const table = page.getByRole('group', { name: 'Plots, 200 rows', exact: true });
  await expect(table.getByRole('link', { name: '1', exact: true })).toBeVisible();
  await expect(table.getByRole('link', { name: '200', exact: true })).toHaveCount(0);
  // Rows are measured as they come into sight: the end may move while somebody scrolls there.
  await expect(async () => {
    await table.evaluate((element) => {
      element.scrollTop = element.scrollHeight;
    });
    await expect(table.getByRole('link', { name: '200', exact: true })).toBeVisible({ timeout: 1_000 });
  }).toPass();
});

test('a tree on the edge is decided beside its sheet, by its own dbh and its own plot', async ({ page, plot }) => {
  // A circle of 500 m²: 12.62 m to the middle of the stem.
  await page.goto(`/measure?plot=${plot.plotId}`);
  await openRow(page, 'Measuring point and taping');
  await page.getByRole('button', { name: 'In or out?' }).click();
  await expect(page.getByText('Enter the dbh first')).toBeVisible();
  await page.getByRole('button', { name: 'Back to the sheet' }).click();
  await page.locator('[data-reading="diameter.diameter"]').fill('40');
  await openRow(page, 'Measuring point and taping');
  await page.getByRole('button', { name: 'In or out?' }).click();
  await page.getByLabel('distance by tape').fill('12.40');
  await expect(page.getByTestId('in-or-out')).toHaveText('in');
  // 12.616 − (12.40 + 0.20) m = 1.6 cm
  await expect(page.getByTestId('margin')).toHaveText('1.6 cm');
  await page.getByLabel('slope along the tape').fill('30');
  await expect(page.getByTestId('in-or-out')).toHaveText('in');
  await page.getByLabel('slope along the tape').fill('0');
  await page.getByLabel('distance by tape').fill('12.5');
  await expect(page.getByTestId('in-or-out')).toHaveText('out');
  await page.keyboard.press('Escape');
  await expect(page.locator('[data-reading="diameter.diameter"]')).toHaveValue('40');
});

test('a sample of two phases is worked out from lists that are pasted', async ({ page }) => {
  await page.goto('/results/two-phases');
  await page.getByRole('button', { name: 'Count-measure' }).click();
  await expect(page.getByTestId('enter-first')).toHaveText(/^Enter factor, m²\/ha · the list of measured values\.$/);
  await page.getByLabel('factor').fill('4');
  await page.getByLabel('Trees counted').fill('6\n8\n7');
  await page.getByLabel('Volume per basal area').fill('8\n9\n10');
  // 4 × 7 × 9, and √((1 ÷ √3 ÷ 7)² + (1 ÷ √3 ÷ 9)²) of it
  await expect(page.getByTestId('two-phases')).toContainText('252.0');
  await expect(page.getByTestId('two-phases')).toContainText('± 26');
  await page.getByLabel('Trees counted').fill('6\nmany');
  await expect(page.getByRole('alert').filter({ hasText: 'Line 2' })).toBeVisible();
});

test('plots of a large survey stand in pages, and every one can be reached', async ({ page, plot }) => {
  // With the plot that is there, 245: one page of 240 and one of 5.
  const rows = Array.from({ length: 244 }, (_, i) => `${String(i + 2)},1,bt,30`);
  const answer = await fetch(`${appUrl()}/api/surveys/${plot.surveyId}/import?id=${randomUUID()}&makePlots=true`, {
    method: 'POST',
    headers: { 'content-type': 'text/csv' },
    body: ['plot,tag,species,dbh (cm)', ...rows].join('\n'),
  });
  expect(answer.status).toBe(201);
  await page.goto(`/tally?survey=${plot.surveyId}`);
  const plots = page.locator('a[href^="/tally/"]');
  await expect(plots).toHaveCount(240);
  const pages = page.getByRole('navigation', { name: 'Pages of plots' });
  await expect(pages).toContainText('Plots 1 to 240 of 245');
  await pages.getByRole('link', { name: 'Next' }).click();
  await expect(plots).toHaveCount(5);
  await expect(plots.last()).toContainText('Plot 245');
  await pages.getByRole('link', { name: 'Previous' }).click();
  await expect(plots.first()).toContainText('Plot 1');
});
