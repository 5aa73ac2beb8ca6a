import { deflateSync } from 'node:zlib';
import { appUrl, expect, get, makePlot, test } from './support/app.ts';

const METRIC = { unitSystem: 'metric', slopeUnit: 'pct' } as const;

const designOf = (shape: object, phases: object): object => ({
  layout: 'systematic',
  shape,
  edge: 'none',
  slopeRadius: 'circle',
  heights: { ask: 'none' },
  conditions: [],
  dominant: 'fractional',
  phases,
});

/** A grey picture, as PNG: signature, head, one band of pixels, end. */
function picture(width: number, height: number): Buffer {
  const table = Array.from({ length: 256 }, (_, n) => {
    let c = n;
    for (let k = 0; k < 8; k += 1) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1;
    return c >>> 0;
  });
  const crc = (data: Buffer): number => {
    let c = 0xffffffff;
    for (const byte of data) c = (table[(c ^ byte) & 0xff] ?? 0) ^ (c >>> 8);
    return (c ^ 0xffffffff) >>> 0;
  };
  const part = (name: string, data: Buffer): Buffer => {
    const body = Buffer.concat([Buffer.from(name, 'latin1'), data]);
    const length = Buffer.alloc(4);
    length.writeUInt32BE(data.length);
    const check = Buffer.alloc(4);
    check.writeUInt32BE(crc(body));
    return Buffer.concat([length, body, check]);
  };
  const head = Buffer.alloc(13);
  head.writeUInt32BE(width, 0);
  head.writeUInt32BE(height, 4);
  head[8] = 8;
  const rows = Buffer.alloc(height * (width + 1), 0x80);
  for (let y = 0; y < height; y += 1) rows[y * (width + 1)] = 0;
  return Buffer.concat([
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
    part('IHDR', head),
    part('IDAT', deflateSync(rows)),
    part('IEND', Buffer.alloc(0)),
  ]);
}

test('a survey that looks twice is prepared, and its plots get their quick figures as a list', async ({ page }) => {
  await page.goto('/surveys/new');
  await page.getByLabel('Place').fill('Test wood');
  await page.getByLabel('Crew').fill('Crew Badger');
  await page.locator('summary', { hasText: 'Sampling design' }).click();
  await page
    .getByLabel('Two-phase design')
    .selectOption({ label: 'Double sampling: an auxiliary variable on every plot, some plots measured' });
  await page.getByRole('button', { name: 'Create survey' }).click();
  await expect(page.getByText('Enter the auxiliary variable')).toBeVisible();
  await page.getByLabel('Auxiliary variable').fill('basal area by eye');
  await page.getByRole('button', { name: 'Create survey' }).click();
  await page.waitForURL(/survey=/);
  const surveyId = new URL(page.url()).searchParams.get('survey') ?? '';
  for (const [label, auxiliary] of [
    ['1', '24'],
    ['2', ''],
  ] as const) {
    await page.goto(`/tally?survey=${surveyId}`);
    await page.getByLabel('Label').fill(label);
    await page.getByLabel('basal area by eye').last().fill(auxiliary);
    await page.getByRole('button', { name: 'Add plot' }).click();
    await page.waitForURL(/\/tally\/[0-9a-f-]{36}/);
  }
  await page.goto(`/tally?survey=${surveyId}`);
  await expect(page.getByText('basal area by eye: 24')).toBeVisible();
  const list = page.getByRole('textbox', { name: /basal area by eye/ }).first();
  await expect(list).toHaveValue('1 24\n2');
  await list.fill('1 24\n9 30');
  await expect(page.getByText('names plot “9”, which is not in this survey.')).toBeVisible();
  await list.fill('1 24\n2 31');
  await page.getByRole('button', { name: 'Save 1 value' }).click();
  await expect(page.getByText('1 value saved.')).toBeVisible();
  const plots = await get<readonly { readonly auxiliary: number | null }[]>(appUrl(), `/api/plots?survey=${surveyId}`);
  expect(plots.map(({ auxiliary }) => auxiliary)).toEqual([24, 31]);
  await page.goto(`/results/${surveyId}`);
  await expect(page.getByText('No plot is finished yet.')).toBeVisible();
});

test('trees are counted in at a point, one tap each, and the count is kept', async ({ page }) => {
  const { plotId } = await makePlot(
    appUrl(),
    METRIC,
    undefined,
    designOf({ kind: 'variable-radius', factorM2PerHa: 4 }, { kind: 'count-measure' }),
  );
  await page.goto(`/tally/${plotId}`);
  const counted = page.getByRole('region', { name: 'Trees counted in' });
  await expect(counted).toContainText('Not counted yet.');
  for (let i = 0; i < 7; i += 1) await counted.getByRole('button', { name: 'One tree more' }).click();
  await counted.getByRole('button', { name: 'One tree fewer' }).click();
  // Six trees by factor 4.
  await expect(counted).toContainText('24.0 m²/ha');
  await expect
    .poll(async () => (await get<{ readonly auxiliary: number | null }>(appUrl(), `/api/plots/${plotId}`)).auxiliary)
    .toBe(6);
  await page.reload();
  await expect(counted.locator('output')).toHaveText('6');
  // What is known of the plot beside the count is kept without it.
  await page.getByText('Point details').click();
  await counted.getByRole('button', { name: 'One tree fewer' }).click();
  await page.getByLabel('ground').fill('boulders');
  await page.getByRole('button', { name: 'Save plot details', exact: true }).first().click();
  await counted.getByRole('button', { name: 'One tree more' }).click();
  // Whoever leaves at once takes the last tap along.
  await counted.getByRole('button', { name: 'One tree more' }).click();
  await page.goto('/help');
  await expect
    .poll(async () => (await get<{ readonly auxiliary: number | null }>(appUrl(), `/api/plots/${plotId}`)).auxiliary)
    .toBe(7);
});

test('a guessed tree is told whether it is to be measured', async ({ page }) => {
  const { plotId, surveyId } = await makePlot(
    appUrl(),
    METRIC,
    undefined,
    designOf({ kind: 'complete-tally', areaM2: 10_000 }, { kind: 'three-p', sureToMeasureM3: 1 }),
  );
  await page.goto(`/tally/${plotId}`);
  const line = page.locator('#call-line');
  await line.fill('sp 30');
  await expect(page.getByText('Predict the volume first')).toBeVisible();
  await line.fill('sp kpi1.2');
  await line.press('Enter');
  await expect(page.getByText('Measure tree 1.')).toBeVisible();
  await expect(page.getByRole('cell', { name: 'Measure', exact: true })).toBeVisible();
  await line.press('ArrowUp');
  await expect(line).toHaveValue('#1 sp kpi1.2');
  await expect(page.getByText('Not sent', { exact: true })).toHaveCount(0);
  await line.fill('#1 sp 40 = 24 kpi1.2');
  await line.press('Enter');
  await expect(page.getByRole('cell', { name: 'Measure', exact: true })).toHaveCount(0);
  await line.fill('sp kpi0.001');
  await line.press('Enter');
  await expect(page.getByText('Tree 2: the prediction is enough.')).toBeVisible();
  // The page answers before the server has the tree.
  await expect.poll(async () => (await get<readonly unknown[]>(appUrl(), `/api/trees?plot=${plotId}`)).length).toBe(2);
  await page.goto(`/results/${surveyId}`);
  await expect(page.getByText('Measure at least two of the selected trees').first()).toBeVisible();
});

test('a plot keeps its photos, and the report shows the parts that are chosen', async ({ page }) => {
  const { plotId, surveyId } = await makePlot(appUrl(), METRIC);
  await page.goto(`/tally/${plotId}`);
  const line = page.locator('#call-line');
  await line.fill('sp 34.5 = 22');
  await line.press('Enter');
  await expect(line).toHaveValue('');
  await page.getByText('Photos', { exact: true }).click();
  await expect(page.getByText('No photos yet.')).toBeVisible();
  await page.getByLabel('Caption of the next photo').fill('to the north');
  await page
    .getByLabel('Take or choose a photo')
    .setInputFiles({ name: 'north.png', mimeType: 'image/png', buffer: picture(2400, 1800) });
  const photo = page.getByRole('img', { name: 'to the north' });
  await expect(photo).toBeVisible();
  // 2400 × 1800 is made smaller first.
  expect(await photo.evaluate((image: HTMLImageElement) => image.decode().then(() => image.naturalWidth))).toBe(1600);
  await page.getByRole('button', { name: 'Remove photo' }).click();
  await expect(photo).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo remove' }).click();
  await expect(photo).toBeVisible();
  await page.goto(`/report/${surveyId}`);
  await expect(page.getByRole('img', { name: /^Plot 1: to the north/ })).toBeVisible();
  await page.getByText('Parts of the report: standard').click();
  for (const box of await page.getByRole('checkbox').all()) await box.uncheck();
  await page.getByRole('checkbox', { name: 'Photos of plots' }).check();
  await page.getByRole('button', { name: 'Show selected parts' }).click();
  await expect(page.getByRole('heading', { name: 'Photos of plots' })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Sampling design' })).toHaveCount(0);
  const pdf = await page.getByRole('link', { name: 'PDF' }).getAttribute('href');
  expect(pdf).toContain('part=photos');
  const answer = await page.request.get(pdf ?? '');
  expect([answer.status(), answer.headers()['content-type']]).toEqual([200, 'application/pdf']);
  expect((await page.request.get(`/print/report.pdf?survey=${surveyId}&part=poems`)).status()).toBe(422);
});

test('codes of a survey grow, and those in use stay', async ({ page }) => {
  const { plotId, surveyId } = await makePlot(appUrl(), METRIC);
  await page.goto(`/tally/${plotId}`);
  await page.locator('#call-line').fill('bt 30');
  await page.locator('#call-line').press('Enter');
  await expect(page.locator('#call-line')).toHaveValue('');
  await expect(page.getByText('Not sent', { exact: true })).toHaveCount(0);
  await page.goto(`/surveys/${surveyId}/rules`);
  await page.locator('summary', { hasText: 'Species and condition codes' }).click();
  const species = page.getByLabel('Species', { exact: true });
  await species.fill('sp = Scots pine\nrb = Rowan = dome');
  await page.getByRole('button', { name: 'Save codes' }).click();
  await expect(page.locator('#codes-species-error')).toContainText('carry “bt”');
  await species.fill('sp = Scots pine\nbt = Beech\nrb = Rowan = dome');
  await page.getByRole('button', { name: 'Save codes' }).click();
  await expect(page.getByText('Saved. The codes can be used from now on.')).toBeVisible();
  await page.goto(`/tally/${plotId}`);
  await page.locator('#call-line').fill('rb 22');
  await expect(page.getByText('Rowan', { exact: true })).toBeVisible();
});

test('plots are planned along lines', async ({ page }) => {
  const surveys = await get<readonly { readonly id: string; readonly placeName: string; readonly name: string }[]>(
    appUrl(),
    '/api/surveys',
  );
  const id = surveys.find(({ placeName, name }) => placeName === 'Monte Valdeliro' && name.includes('2026'))?.id ?? '';
  await page.goto(`/surveys/${id}/plan`);
  await page.getByRole('combobox', { name: 'Layout' }).selectOption({ label: 'parallel lines, random start' });
  await page.getByLabel('Line spacing, m').fill('80');
  await page.getByLabel('Bearing of the lines').fill('NE');
  await expect(page.getByText(/apart on \d+ lines/)).toBeVisible();
  await page.getByLabel('Line spacing, m').fill('0');
  await expect(page.getByText('5 to 10000 m')).toBeVisible();
  // CV 40 % and ± 10 %: 64 plots; of 100 that there are 40, t² CV² N ÷ (N E² + t² CV²).
  await page.getByLabel('Number of plots in the population (optional)').fill('100');
  await expect(page.getByRole('group', { name: 'Number of plots for a target error' })).toContainText('40 plots');
});

test('plots come from a file of points, looked at first', async ({ page }) => {
  const { surveyId } = await makePlot(appUrl(), METRIC);
  await page.goto(`/surveys/${surveyId}/plan`);
  const file = page.getByLabel('Points as GeoJSON');
  const points = (...labels: readonly string[]) => ({
    name: 'plots.geojson',
    mimeType: 'application/geo+json',
    buffer: Buffer.from(
      JSON.stringify({
        type: 'FeatureCollection',
        features: labels.map((label, i) => ({
          type: 'Feature',
          geometry: { type: 'Point', coordinates: [-30.5 + i / 1000, 41.25] },
          properties: { label, slopePct: 18 },
        })),
      }),
    ),
  });
  await file.setInputFiles(points('1', '2'));
  await expect(page.getByText('Point 1 has the label 1, which is taken.')).toBeVisible();
  await file.setInputFiles(points('2', '3'));
  await page.getByRole('button', { name: 'Create 2 plots' }).click();
  await page.waitForURL(/\/tally\?survey=/);
  await expect(page.getByRole('link', { name: /Plot 3/ })).toBeVisible();
});
