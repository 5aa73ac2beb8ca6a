import AxeBuilder from '@axe-core/playwright';
import { appUrl, expect, get, makePlot, PHONE, post, test, treeBody } from './support/app.ts';

interface Named {
  readonly id: string;
  readonly label: string;
}
interface Summary {
  readonly treesToCheck: readonly { readonly treeId: string; readonly finding: { readonly code: string } }[];
}

/** A survey whose trees are counted at points. */
const COUNTED = {
  layout: 'lines',
  shape: { kind: 'variable-radius', factorM2PerHa: 4 },
  edge: 'none',
  slopeRadius: 'circle',
  heights: { ask: 'none' },
  conditions: [],
  dominant: 'fractional',
  phases: { kind: 'count-measure' },
};

/** The demo forest's addresses: every view that there is. */
async function everyView(): Promise<string[]> {
  const url = appUrl();
  const surveys = await get<readonly (Named & { readonly placeName: string; readonly name: string })[]>(
    url,
    '/api/surveys',
  );
  const survey =
    surveys.find(({ placeName, name }) => placeName === 'Monte Valdeliro' && name === 'Visit of 2026')?.id ?? '';
  const plots = await get<readonly Named[]>(url, `/api/plots?survey=${survey}`);
  const plot = plots.find(({ label }) => label === '2')?.id ?? '';
  const coppiced = plots.find(({ label }) => label === '8')?.id ?? '';
  const trees = await get<readonly (Named & { readonly stems: readonly unknown[] })[]>(
    url,
    `/api/trees?plot=${coppiced}`,
  );
  const forked = trees.find(({ stems }) => stems.length > 2);
  const tenth = plots.find(({ label }) => label === '10')?.id ?? '';
  const heights = await get<readonly (Named & { readonly otherHeights: readonly unknown[] })[]>(
    url,
    `/api/trees?plot=${tenth}`,
  );
  const tall = heights.find(({ otherHeights }) => otherHeights.length > 4);
  const woodlot = surveys.find(({ placeName }) => placeName === 'Harrow Creek Wood')?.id ?? '';
  const points = await get<readonly Named[]>(url, `/api/plots?survey=${woodlot}`);
  const point = points.find(({ label }) => label === '7')?.id ?? '';
  const counted = await makePlot(url, { unitSystem: 'metric', slopeUnit: 'pct' }, undefined, COUNTED);
  const { treesToCheck } = await get<Summary>(url, `/api/surveys/${survey}/summary`);
  return [
    '/',
    '/surveys',
    '/surveys/new',
    `/tally?survey=${survey}`,
    `/tally/${plot}`,
    '/measure',
    `/surveys/${survey}`,
    `/surveys/${survey}/rules`,
    '/surveys/stand-off?height=22&slope=30&crown=3',
    '/surveys/fall-reach?lean=3',
    '/measure/tape-close-up?value=34.7&unit=cm',
    '/measure/where-to-tape?ground=slope&slope=20&trunks=fork-middle&crotch=0.8&stems=2&swelling=butt&buttEnds=1.6',
    `/measure?plot=${plot}`,
    `/measure/${treesToCheck[0]?.treeId ?? ''}`,
    // A tree with a visit before, and one of several stems.
    `/measure/${treesToCheck.find(({ finding }) => finding.code === 'diameter.other-point')?.treeId ?? ''}`,
    `/measure/${forked?.id ?? ''}`,
    '/surveys/kit',
    // Several heights of one tree.
    `/measure/${tall?.id ?? ''}`,
    '/results',
    '/results/local-table',
    '/results/local-taper',
    '/results/log',
    '/results/board-feet',
    '/measure/tools',
    '/notebook',
    '/results/two-phases?way=count',
    `/results/stem?survey=${survey}`,
    `/surveys/${survey}/wood`,
    `/results/${survey}/logs`,
    `/results/${survey}/heights`,
    `/results/${survey}/map`,
    '/surveys/who-is-in?kind=point&dbh=46&distance=11.3',
    `/results/${survey}`,
    `/results/${survey}/checks`,
    `/surveys/${survey}/plan`,
    `/report/${survey}`,
    '/report',
    `/report/${survey}/import`,
    // Points of a woodlot, with a plan of their trees.
    `/tally/${point}`,
    // Trees counted at a point, and the counts of all points as a list.
    `/tally/${counted.plotId}`,
    `/tally?survey=${counted.surveyId}`,
    '/device',
    '/phone',
    '/offline',
    '/help',
    '/help/glossary',
    '/help/call-out',
    '/help/numbers',
    '/help/keys',
    '/help/errors',
    '/help/methods/height.ultrasonic',
    '/help/methods/diameter.caliper',
    `/surveys/${survey}/settings`,
    `/surveys/${counted.surveyId}/settings`,
    '/nowhere',
  ];
}

const DEVICES = { desk: { width: 1280, height: 800 }, phone: PHONE };

/** The views are looked at in parts, which the workers share. */
const PARTS = 4;

test.describe('every view', () => {
  test.describe.configure({ mode: 'parallel' });
  for (const [device, viewport] of Object.entries(DEVICES)) {
    for (let part = 0; part < PARTS; part += 1) {
      test(`axe finds nothing on any view: ${device}, part ${String(part + 1)} of ${String(PARTS)}`, async ({
        page,
      }) => {
        test.setTimeout(600_000);
        await page.setViewportSize(viewport);
        const views = await everyView();
        for (const address of views.filter((_, i) => i % PARTS === part)) {
          await page.goto(address, { waitUntil: 'networkidle' });
          await expect(page.getByText(/Loading[^.]*…/)).toHaveCount(0);
          // What happens to lie under a bar that stays in view is reached by scrolling.
          await page.addStyleTag({ content: '.rail, .sticky { position: static !important; }' });
          // The themes change colours and line widths, which a phone shares with a desk.
          for (const theme of device === 'desk' ? ['day', 'sun', 'dusk'] : ['day']) {
            // On a phone the choice is behind “More”.
            if (device === 'desk') await page.getByLabel('Theme').selectOption(theme);
            // Only violations are read, and no view has frames: axe then takes a third of the time.
            const axe = new AxeBuilder({ page }).options({ resultTypes: ['violations'] }).setLegacyMode();
            // The themes differ in colours and line widths; what looks at neither has been looked at by day.
            if (theme !== 'day') axe.withRules(['color-contrast', 'link-in-text-block', 'target-size']);
            const { violations } = await axe.analyze();
            const found = violations.map(
              ({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 160)).join(' | ')}`,
            );
            expect(found, `${address} by ${theme}`).toEqual([]);
          }
        }
      });
    }
  }
});

test('the keyboard reaches every control of the tree sheet, in the order of the page', async ({ page }) => {
  await page.goto('/measure', { waitUntil: 'networkidle' });
  await expect(page.getByTestId('height')).toBeVisible();
  const wanted = await page.locator('a[href], button:not([disabled]), input:not([disabled]), select, summary').count();
  const reached = new Set<string>();
  for (let i = 0; i < wanted + 5; i += 1) {
    await page.keyboard.press('Tab');
    reached.add(
      await page.evaluate(() => {
        const all = [...document.querySelectorAll('a[href], button, input, select, summary')];
        return String(document.activeElement === null ? -1 : all.indexOf(document.activeElement));
      }),
    );
  }
  // Controls in folded parts and in the closed help are not reached; the rest are.
  const visible = await page
    .locator(
      'a[href]:visible, button:not([disabled]):visible, input:not([disabled]):visible, select:visible, summary:visible',
    )
    .count();
  reached.delete('-1');
  expect(reached.size).toBeGreaterThanOrEqual(visible);
});

test('the theme is kept; the start page continues the work and lists surveys and findings', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'Monte Valdeliro Visit of 2026' }).click();
  await expect(page.getByRole('heading', { name: 'Monte Valdeliro' })).toBeVisible();
  // The device has it in use from now on.
  await expect.poll(() => page.evaluate(() => document.cookie)).toContain('survey=');
  await page.goto('/');
  await expect(page.getByRole('region', { name: 'Needs attention' }).getByRole('listitem')).not.toHaveCount(0);
  await page.getByRole('link', { name: /^(Continue|Start) plot/ }).click();
  await expect(page).toHaveURL(/\/tally\/[0-9a-f-]{36}$/);
  await page.goto('/');
  await page.getByLabel('Theme').selectOption('sun');
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'sun');
  await page.goto('/help');
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'sun');
});

test('a survey is made, a plot laid out, and the tally opens, by keyboard', async ({ page }) => {
  await page.goto('/surveys/new', { waitUntil: 'networkidle' });
  await page.getByRole('button', { name: 'Create survey' }).press('Enter');
  const place = page.getByLabel('Place');
  await expect(place).toHaveAttribute('aria-invalid', 'true');
  await expect(page.getByText('Place must be one line of 1 to 80 characters', { exact: false })).toBeVisible();
  await place.fill('Fern hollow');
  await page.getByLabel('Crew').fill('Crew Badger');
  await page.locator('summary', { hasText: 'Readings' }).press('Enter');
  await page.getByLabel(/^Eye height/).fill('tall');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/Eye height must be a number from 0.5 to 2.5 m/)).toBeVisible();
  await expect(place).toHaveValue('Fern hollow');
  await page.getByLabel(/^Eye height/).fill('5 ft 3 in');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/tally\?survey=/);

  const slope = page.getByLabel('Slope, %');
  await slope.fill('400');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Slope must be 0 to 150 %.')).toBeVisible();
  await slope.fill('33');
  // √(500 ÷ π) ÷ √cos(arctan 0.33) = 12.6157 ÷ 0.97449
  await expect(page.getByText('Horizontal radius: 12.62 m')).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/tally\/[0-9a-f-]{36}$/);
  await expect(page.getByText('No trees in plot 1 yet.')).toBeVisible();
});

test('the sums of a survey: table by class, chart, means with ±', async ({ page }) => {
  const made = await makePlot(appUrl());
  for (const [tag, cm] of [
    ['1', 20],
    ['2', 31],
    ['3', 33],
  ] as const)
    await post(appUrl(), '/api/trees', treeBody(made.plotId, tag, cm, tag === '1' ? [62, -8, 25] : undefined));
  await page.goto(`/results/${made.surveyId}?unfinished=1`, { waitUntil: 'networkidle' });
  await expect(page.getByRole('heading', { name: /Stand, from/ })).toBeVisible();
  await expect(page.getByText('± needs a second plot').first()).toBeVisible();
  const folded = page.locator('details', { has: page.getByRole('heading', { name: /^Stand table: by dbh/ }) });
  for (const [event, isOpen] of [
    ['beforeprint', true],
    ['afterprint', false],
  ] as const) {
    await page.evaluate((name) => window.dispatchEvent(new Event(name)), event);
    await expect(folded).toHaveJSProperty('open', isOpen);
  }
  await page.locator('summary', { hasText: 'Stand table: by dbh' }).click();
  const table = page.getByRole('region', { name: /^Stand table: by dbh/ }).getByRole('table');
  // Classes of 2 cm named by their lower limit: 20, 30 (30 up to 32) and 32.
  await expect(table.getByRole('row', { name: /^20/ })).toContainText('20.0');
  await expect(table.getByRole('row', { name: /^30/ })).toContainText('20.0');
  await expect(table.getByRole('row', { name: /^32/ })).toContainText('20.0');
  await expect(table.getByRole('row', { name: /^all/ })).toContainText('60.0');
  // The chart is drawn once it is in view.
  const distribution = page.getByRole('region', { name: 'Diameter distribution' });
  await distribution.getByRole('img').first().scrollIntoViewIfNeeded();
  await expect(distribution.locator('svg').filter({ hasText: 'dbh class' })).toBeVisible();
});

test('imperial surveys speak feet, inches and acres', async ({ page }) => {
  const made = await makePlot(appUrl(), { unitSystem: 'imperial', slopeUnit: 'pct' });
  await page.goto(`/tally/${made.plotId}`);
  await expect(page.locator('#call-line')).toBeFocused();
  await page.keyboard.type('sp 13.6 +80 -5 @100');
  await expect(page.locator('#chips')).toContainText('height 85.0 ft');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Running totals')).toContainText('stems/ac');
  await page.goto(`/results/${made.surveyId}?unfinished=1`);
  await expect(page.getByText('ft²/ac').first()).toBeVisible();
});

test('a page that does not exist says so, and so does a tree', async ({ page }) => {
  expect((await page.goto('/nowhere'))?.status()).toBe(404);
  await expect(page.getByRole('heading', { name: 'Page not found' })).toBeVisible();
  expect((await page.goto('/measure/00000000-0000-4000-8000-000000000000'))?.status()).toBe(404);
  await expect(page.getByText('This tree does not exist.')).toBeVisible();
});

const READERS = {
  'a desk': {},
  'a phone': { viewport: PHONE, userAgent: 'Mozilla/5.0 (Linux; Android 14) AppleWebKit/537.36 Mobile Safari/537.36' },
};
for (const [device, settings] of Object.entries(READERS))
  test(`figures of a tree and a plot are seen on ${device} before any script is there`, async ({ browser, plot }) => {
    // (80 % + 4 %) of 25 m.
    const tree = treeBody(plot.plotId, '7', 30, [80, -4, 25]);
    expect((await post(appUrl(), '/api/trees', tree)).status).toBe(201);
    const context = await browser.newContext({ ...settings, javaScriptEnabled: false });
    const page = await context.newPage();
    await page.goto(`${appUrl()}/measure/${tree.id}`);
    await expect(page.getByText(/^21\.0/).first()).toBeVisible();
    await expect(page.locator('fieldset[inert] button').first()).toBeDisabled();
    await page.goto(`${appUrl()}/tally/${plot.plotId}`);
    await expect(page.locator('tbody tr').filter({ hasText: '21.0' })).toBeVisible();
    await expect(page.locator('#call-line')).toBeDisabled();
    await context.close();
  });

test('the tree sheet is light: under 200 kB of script, compressed', async ({ page }) => {
  const session = await page.context().newCDPSession(page);
  await session.send('Network.enable');
  let bytes = 0;
  const scripts = new Set<string>();
  session.on('Network.responseReceived', ({ requestId, type }) => {
    if (type === 'Script') scripts.add(requestId);
  });
  session.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    if (scripts.has(requestId)) bytes += encodedDataLength;
  });
  await page.goto('/measure', { waitUntil: 'networkidle' });
  await expect(page.getByTestId('height')).toBeVisible();
  expect(scripts.size).toBeGreaterThan(0);
  expect(bytes).toBeLessThan(200_000);
});

test('pages and answers carry their security headers, compressed', async ({ request }) => {
  const page = await request.get('/help', { headers: { 'accept-encoding': 'gzip' } });
  const headers = page.headers();
  expect(headers['content-encoding']).toBe('gzip');
  expect(headers['content-security-policy']).toContain("default-src 'self'");
  expect(headers['content-security-policy']).toContain("frame-ancestors 'none'");
  expect(headers['x-content-type-options']).toBe('nosniff');
  expect(headers['referrer-policy']).toBe('no-referrer');
  expect(headers['x-powered-by']).toBeUndefined();
  const foreign = await request.post('/api/trees', { headers: { origin: 'http://evil.test' }, data: {} });
  expect(foreign.status()).toBe(403);
  const large = await request.post('/api/trees', { data: { id: 'a'.repeat(5_000_000) } });
  expect(large.status()).toBe(413);
  expect((await request.get('/api/health')).status()).toBe(200);
});
