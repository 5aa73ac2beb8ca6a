// npm run screenshots: one current picture of each main view, from the demo data, into docs/screenshots/. Pictures of one
// kind stand together on a sheet.
import { randomUUID } from 'node:crypto';
import path from 'node:path';
import { mkdirSync, writeFileSync } from 'node:fs';
import { openBrowser } from './lib/browser.mjs';
import { ensureBuilt } from './lib/build.mjs';
import { ensureNodeModules } from './lib/packages.mjs';
import { openStack } from './lib/stack.mjs';
import { root, run, say } from './lib/steps.mjs';

const CHART = '[role=img] svg';
const DESK = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };
const folder = process.env.SCREENSHOTS_TO || path.join(root, 'docs/screenshots');

/** What each picture shows: where to go, and what to do there first. */
const views = ({
  survey,
  woodlot,
  streets,
  point,
  plot,
  counted,
  guessed,
  disputed,
  tree,
  slipped,
  forked,
  heights: [six, three, leaning, steep],
}) => [
  { name: 'home', size: DESK, at: '/' },
  { name: 'new-survey', size: DESK, at: '/surveys/new' },
  { name: 'survey', size: DESK, at: `/surveys/${survey}` },
  { name: 'tree-sheet', size: DESK, at: `/measure/${tree}`, focus: '[data-reading="height.base"]' },
  { name: 'tree-sheet-slip', size: DESK, at: `/measure/${slipped}` },
  { name: 'tree-sheet-sun', size: DESK, at: `/measure/${tree}`, theme: 'sun' },
  { name: 'tree-sheet-phone', size: PHONE, at: `/measure/${tree}`, press: 'base' },
  { name: 'field-rules', size: DESK, at: `/surveys/${survey}/rules` },
  { name: 'stems', size: DESK, at: `/measure/${forked}`, scrollTo: '[aria-label="Stems"]' },
  {
    name: 'planners',
    size: DESK,
    columns: 2,
    sheet: [
      { at: '/surveys/stand-off?height=22&slope=25&crown=3' },
      {
        at: '/surveys/fall-reach?thing=path&height=24&error=0.5&lean=3&stump=0.3&distance=26&distanceError=0.3&above=0',
      },
      { at: `/surveys/${woodlot}/plan`, seen: CHART },
      { at: '/surveys/new' },
    ],
  },
  {
    name: 'surveys',
    size: DESK,
    columns: 2,
    sheet: [
      { at: `/report/${woodlot}`, seen: CHART },
      { at: `/results/${woodlot}`, seen: CHART },
      { at: `/results/${woodlot}/checks` },
      { at: `/tally/${point}`, type: 'rp 12.4 +62 -8 @100 az200 r19', tap: 'Tree 3: edit' },
      { at: `/results/${survey}`, scrollTo: '#table-distribution', seen: CHART },
      { at: `/report/${survey}/import` },
      { at: '/notebook' },
      { at: '/measure/tools' },
      { at: `/tally/${counted}` },
      { at: `/tally/${guessed}` },
      { at: `/results/${streets}` },
      { at: `/results/${streets}/map` },
    ],
  },
  { name: 'tally', size: DESK, at: `/tally/${plot}`, type: 'sp 34.5 +18 -1.5 @20 318x6' },
  { name: 'tally-phone', size: PHONE, at: `/tally/${plot}`, type: 'ch 34.5 +18 -1.5' },
  { name: 'sums', size: DESK, at: `/results/${survey}` },
  {
    name: 'help',
    size: DESK,
    columns: 2,
    sheet: [
      { at: '/help' },
      { at: '/help/methods/height.protractor' },
      { at: '/help/call-out' },
      { at: '/help/methods/diameter.tape' },
    ],
  },
  {
    name: 'taping',
    size: DESK,
    columns: 2,
    sheet: [
      { at: '/measure/where-to-tape?rules=street&ground=slope&slope=30&trunks=fork-middle&crotch=0.8&stems=2' },
      { at: '/measure/tape-close-up?value=34.7&unit=cm&side=diameter' },
      {
        at: `/measure/${leaning}`,
        open: ['Measuring point and taping'],
        tap: 'In or out?',
        seen: 'text=distance by tape',
      },
      { at: '/surveys/who-is-in?kind=point&dbh=46&distance=11.3' },
    ],
  },
  {
    name: 'wood',
    size: DESK,
    columns: 2,
    sheet: [
      { at: `/results/stem?survey=${survey}&species=bt&dbh=46&height=27`, open: ['Defects'], tap: 'Add defect' },
      {
        at: `/results/stem?survey=${survey}&species=bt&dbh=46&height=27`,
        open: ['Volume by other methods'],
        scrollTo: '[aria-label^="Felled stem"]',
      },
      { at: '/results/local-table', tap: 'Load thirty beeches', seen: CHART },
      {
        at: '/results/local-taper',
        tap: 'Load forty pines',
        seen: CHART,
      },
      { at: `/surveys/${survey}/wood` },
      { at: `/results/${survey}/logs`, tap: 'Calculate logs', seen: 'text=Per ha, from' },
      { at: '/results/log?units=metric&length=9&butt=48&middle=36&top=22' },
      {
        at: `/results/stem?survey=${survey}&species=bt&dbh=46&height=27`,
        open: ['These logs by every rule'],
        scrollTo: '[aria-label^="Board feet of these logs"]',
      },
      { at: '/results/two-phases', tap: 'Load an example', seen: CHART },
      { at: `/results/${survey}/heights`, seen: CHART },
    ],
  },
  {
    name: 'heights',
    size: DESK,
    columns: 2,
    sheet: [
      { at: `/measure/${six}` },
      { at: `/measure/${three}`, scrollTo: '[aria-label="Heights"]' },
      { at: '/measure', line: 'po 46 sta1.8 ssh2.16 tsh19.2' },
      { at: '/measure', line: 'bt 38 ms+18% +76% -9% mark4' },
      { at: `/measure/${leaning}` },
      { at: `/measure/${steep}`, tap: 'Show each step on the drawing' },
    ],
  },
  {
    name: 'phones',
    size: PHONE,
    columns: 7,
    sheet: [
      { at: `/measure/${six}` },
      { at: `/measure/${three}`, tap: 'Method', scrollTo: '[aria-label="Heights"]' },
      { at: '/measure', tap: 'Method', line: 'po 46 sta1.8 ssh2.16 tsh19.2', then: 'Keys' },
      { at: '/measure', tap: 'Method', line: 'bt 38 ms+18% +76% -9% mark4', then: 'Keys' },
      { at: `/measure/${leaning}` },
      { at: `/measure/${steep}` },
      { at: '/surveys/stand-off?height=22&slope=25&crown=3' },
      {
        at: '/surveys/fall-reach?thing=path&height=24&error=0.5&lean=3&stump=0.3&distance=26&distanceError=0.3&above=0',
      },
      { at: '/measure/where-to-tape?ground=slope&slope=25&swelling=bulge&from=1.2&to=1.5' },
      { at: `/measure/${forked}`, tap: 'Method', scrollTo: '[aria-label="Stems"]' },
      { at: '/device', seen: 'text=open without a network' },
      { at: '/offline' },
      { at: `/surveys/${disputed}/conflicts`, seen: 'text=Use tag' },
    ],
  },
];

/** One view as a PNG. */
async function picture(browser, base, view) {
  const context = await browser.newContext({ viewport: view.size, hasTouch: view.size === PHONE });
  await context.addCookies([{ name: 'tour', value: 'done', url: base }]);
  if (view.theme) await context.addCookies([{ name: 'theme', value: view.theme, url: base }]);
  const page = await context.newPage();
  page.setDefaultTimeout(20_000);
  await page.goto(`${base}${view.at}`, { waitUntil: 'networkidle' });
  for (const title of view.open ?? []) await page.locator('summary', { hasText: title }).first().click();
  if (view.focus) await page.locator(view.focus).focus();
  if (view.press) await page.getByRole('group', { name: 'Readings' }).getByRole('button', { name: view.press }).click();
  if (view.tap) {
    await page.getByRole('button', { name: view.tap }).first().click();
    await page.waitForLoadState('networkidle');
  }
  const isChart = view.seen === CHART;
  // A chart loads when it is seen.
  if (isChart) await page.locator('[role=img]').filter({ visible: true }).first().scrollIntoViewIfNeeded();
  if (view.seen) await page.locator(view.seen).filter({ visible: true }).first().waitFor();
  if (isChart && !view.scrollTo) await page.locator('h1').first().scrollIntoViewIfNeeded();
  if (view.scrollTo) await page.locator(view.scrollTo).scrollIntoViewIfNeeded();
  if (view.type) await page.locator('#call-line').fill(view.type);
  if (view.line) await page.locator('#callout').fill(view.line);
  if (view.then) await page.getByRole('button', { name: view.then }).click();
  await page.waitForLoadState('networkidle');
  await page.evaluate(() => document.fonts.ready);
  const png = await page.screenshot();
  await context.close();
  return png;
}

/** Several views side by side on one sheet, in so many columns. */
async function sheetOf(browser, pictures, { columns, size }) {
  const rows = Math.ceil(pictures.length / columns);
  const gap = 12;
  const width = columns * (size.width + gap) + gap;
  const height = rows * (size.height + gap) + gap;
  const page = await browser.newPage({ viewport: { width, height } });
  const images = pictures.map((png) => `<img src="data:image/png;base64,${png.toString('base64')}">`);
  await page.setContent(
    `<body style="margin:0;padding:${gap}px;display:grid;gap:${gap}px;grid-template-columns:repeat(${columns},${size.width}px);background:#23332b">${images.join('')}</body>`,
  );
  await page.evaluate(() => Promise.all([...document.images].map((image) => image.decode())));
  const png = await page.screenshot();
  await page.close();
  return png;
}

/** A survey that looks twice, for the pictures alone: its plots, each with its trees as they are called out. */
async function lookTwice(base, name, shape, phases, plots) {
  const writer = { observer: 'Crew Heron', device: 'pictures' };
  const post = async (address, body) => {
    const response = await fetch(`${base}${address}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ id: randomUUID(), ...writer, ...body }),
    });
    const answer = await response.json();
    if (!response.ok) throw new Error(`${address}: ${answer.detail}`);
    return answer;
  };
  const { place, species } = await (await fetch(`${base}/api/surveys/${(await surveysOf(base))[0].id}`)).json();
  const stratum = { id: randomUUID(), name: 'Beech hollow' };
  const survey = await post('/api/surveys', {
    ...{ place, name, species, strata: [stratum], unitSystem: 'metric', slopeUnit: 'pct', breastHeightM: 1.3 },
    ...{
      eyeHeightM: 1.6,
      formFactor: 0.45,
      formFactorStandardError: 0.05,
      crew: 'Crew Heron',
      startedOn: '2018-05-01',
    },
    design: {
      ...{ layout: 'systematic', edge: 'none', slopeRadius: 'circle', dominant: 'fractional', conditions: [] },
      ...{ shape, phases, heights: { ask: 'none' } },
    },
  });
  const made = [];
  for (const [label, { lines, ...more }] of plots.entries()) {
    const plot = await post('/api/plots', {
      ...{ surveyId: survey.id, stratumId: stratum.id, label: String(label + 1), asDesigned: true, slopePct: 12 },
      ...more,
    });
    for (const line of lines) await post('/api/tally', { plotId: plot.id, line, observedAt: '2018-05-01T09:15:00Z' });
    made.push(plot.id);
  }
  return made[0];
}

/** Two crews have changed the same plot, and given a tag twice. The survey of the plot. */
async function meetOn(base, plotId) {
  const send = async (address, body) => {
    const response = await fetch(`${base}${address}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
    if (!response.ok) throw new Error(`${address}: ${await response.text()}`);
  };
  const by = (observer, device) => ({ id: randomUUID(), observer, device, madeAt: '2018-05-02T10:20:00Z' });
  const seen = { slopePct: '12' };
  const slope = `/api/plots/${plotId}/corrections`;
  await send(slope, { ...by('Crew Heron', 'browser 3f1c20aa'), slopePct: 15, seen });
  await send(slope, { ...by('Crew Badger', 'browser 91b4d7e2'), slopePct: 18, seen });
  const [{ tag, speciesCode, readings }] = await (await fetch(`${base}/api/trees?plot=${plotId}`)).json();
  const [{ measure, methodId, key, unit, takenAt }] = readings;
  const { madeAt, ...writer } = by('Crew Badger', 'browser 91b4d7e2');
  const reading = { measure, methodId, key, unit, takenAt, value: 28.5, asRead: '28.5', try: 1, id: randomUUID() };
  const body = {
    ...{ ...writer, plotId, tag, speciesCode, observedAt: madeAt, readings: [reading] },
    ...{ observationId: randomUUID(), stemId: randomUUID() },
  };
  const operation = { id: writer.id, sequence: 1, madeAt, method: 'POST', path: '/api/trees', body };
  await send('/api/sync', { device: writer.device, request: 1, operations: [operation] });
  return (await (await fetch(`${base}/api/plots/${plotId}`)).json()).surveyId;
}

const surveysOf = async (base) => (await fetch(`${base}/api/surveys`)).json();

async function take(browser, base, view) {
  const pictures = [];
  for (const each of view.sheet ?? [view]) pictures.push(await picture(browser, base, { size: view.size, ...each }));
  const [first] = pictures;
  writeFileSync(
    path.join(folder, `${view.name}.png`),
    view.sheet === undefined ? first : await sheetOf(browser, pictures, view),
  );
}

run(async () => {
  await ensureNodeModules();
  mkdirSync(folder, { recursive: true });
  await ensureBuilt();
  const stack = await openStack('test', { demo: true });
  const base = stack.url;
  let browser = null;
  try {
    const get = async (address) => (await fetch(`${base}${address}`)).json();
    const surveys = await get('/api/surveys');
    const survey = surveys[0].id;
    const plots = await get(`/api/plots?survey=${survey}`);
    const plot = plots.find(({ label }) => label === '15').id;
    const trees = await get(`/api/trees?plot=${plots.find(({ label }) => label === '1').id}`);
    const { treesToCheck } = await get(`/api/surveys/${survey}/summary`);
    const slipped = treesToCheck.find(({ finding }) => finding.code.startsWith('height.base-')).treeId;
    const tree = trees.find(({ height, speciesCode }) => height !== null && speciesCode === 'sp').id;
    const forest = await Promise.all(
      ['1', '8'].map((label) => get(`/api/trees?plot=${plots.find((each) => each.label === label).id}`)),
    );
    const forked = forest.flat().find(({ stems }) => stems.length > 2).id;
    const woodlot = surveys.find(({ placeName }) => placeName === 'Harrow Creek Wood').id;
    const streets = surveys.find(({ placeName }) => placeName === 'Villa Brezo').id;
    const point = (await get(`/api/plots?survey=${woodlot}`)).find(({ label }) => label === '7').id;
    const many = await get(`/api/trees?plot=${plots.find(({ label }) => label === '10').id}`);
    const heights = many.slice(-5).map(({ id }) => id);
    const counted = await lookTwice(
      base,
      'Counted',
      { kind: 'variable-radius', factorM2PerHa: 4 },
      { kind: 'count-measure' },
      [{ auxiliary: 7, lines: ['#1 sp 31.4 = 19.5', '#2 bt 24.8 = 18', '#3 sp 36.2 = 21'] }],
    );
    const guessed = await lookTwice(
      base,
      'Guessed',
      { kind: 'complete-tally', areaM2: 12_000 },
      { kind: 'three-p', sureToMeasureM3: 2 },
      [
        {
          lines: [
            '#1 sp kpi0.5',
            '#2 sp 43.5 = 25.4 kpi1.6',
            '#3 bt kpi0.3',
            '#4 sp 38.1 = 23 kpi1.1',
            '#5 sp kpi2.4',
            '#6 bt kpi0.7',
          ],
        },
      ],
    );
    const disputed = await meetOn(base, counted);
    browser = await openBrowser();
    const only = process.argv.slice(2);
    for (const view of views({
      survey,
      woodlot,
      streets,
      point,
      plot,
      counted,
      guessed,
      disputed,
      tree,
      slipped,
      forked,
      heights,
    })) {
      if (only.length > 0 && !only.includes(view.name)) continue;
      await take(browser, base, view);
      say(`  ${view.name}.png`);
    }
  } finally {
    if (browser !== null) await browser.close();
    await stack.close();
  }
});
