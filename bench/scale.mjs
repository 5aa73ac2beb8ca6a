// What a hundred thousand trees cost: bringing them in, against the database's own copy of the same rows; the sums; memory.
import { once } from 'node:events';
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import pg from 'pg';
import { CODES, json, newSurvey, WRITER } from './survey.mjs';
import { openBrowser } from '../scripts/lib/browser.mjs';
import { from as copyFrom, to as copyTo } from 'pg-copy-streams';

const TREES = 100_000;
const PLOTS = 2_000;

/** A repeatable source of numbers from 0 to 1: Park and Miller 1988. */
function numbers(seed) {
  let state = seed;
  return () => (state = (state * 48_271) % 2_147_483_647) / 2_147_483_647;
}

/** A file of trees, fifty on each plot: every third with a height. */
function fileOfTrees(trees = TREES) {
  const random = numbers(20_26);
  const rows = ['plot,tag,species,dbh (cm),height (m)'];
  for (let i = 0; i < trees; i += 1) {
    const dbh = 10 + 40 * random();
    const height = i % 3 === 0 ? (1.3 + 29 * Math.exp(-14 / dbh) * (0.94 + 0.12 * random())).toFixed(1) : '';
    const plot = Math.floor((i * PLOTS) / TREES) + 1;
    rows.push(`${plot},${i + 1},${CODES[Math.floor(4 * random())]},${dbh.toFixed(1)},${height}`);
  }
  return rows.join('\n');
}

const TABLES = {
  tree: 'id, survey_id, plot_id, tag, species_code, observer, device, write_digest',
  stem: 'id, tree_id, ordinal',
  observation: 'id, tree_id, survey_id, observed_at, notes, observer, device',
  reading:
    'id, observation_id, stem_id, measure, method_id, method_version, key, value, unit, as_read, instrument, try, observer, device, taken_at',
};
const WHERE = {
  tree: (id) => `survey_id = '${id}'`,
  stem: (id) => `tree_id in (select id from tree where survey_id = '${id}')`,
  observation: (id) => `survey_id = '${id}'`,
  reading: (id) => `observation_id in (select id from observation where survey_id = '${id}')`,
};

/** The rows that an import made, copied out, taken away and copied in again by the database itself. */
async function bareCopy(databaseUrl, surveyId) {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  const rows = {};
  for (const [table, columns] of Object.entries(TABLES)) {
    const stream = client.query(
      copyTo(`COPY (SELECT ${columns} FROM ${table} WHERE ${WHERE[table](surveyId)}) TO STDOUT`),
    );
    const chunks = [];
    for await (const chunk of stream) chunks.push(chunk);
    rows[table] = Buffer.concat(chunks);
  }
  // The database holds this one survey.
  await client.query('TRUNCATE tree_result, reading, observation, stem, tree CASCADE');
  await client.query('VACUUM');
  const begun = performance.now();
  await client.query('BEGIN');
  for (const [table, columns] of Object.entries(TABLES)) {
    const stream = client.query(copyFrom(`COPY ${table} (${columns}) FROM STDIN`));
    const ended = once(stream, 'finish');
    stream.end(rows[table]);
    await ended;
  }
  await client.query('COMMIT');
  const took = performance.now() - begun;
  await client.end();
  return took;
}

/** Trees of a stand that was tallied whole, on one plot. */
const STAND = 5_000;

/** Runs through the tally, of which the middle one counts: the database tidies up after an import meanwhile. */
const PASSES = 3;

/** The longest time between two frames while the tally of a large plot is scrolled from end to end, in ms. */
async function slowestFrame(url) {
  const surveyId = randomUUID();
  await newSurvey(url, surveyId, 'A stand of five thousand trees');
  const rows = Array.from(
    { length: STAND },
    (_, i) => `1,${i + 1},${CODES[i % 4]},${(10 + (i % 400) / 10).toFixed(1)}`,
  );
  const csv = ['plot,tag,species,dbh (cm)', ...rows].join('\n');
  await json(`${url}/api/surveys/${surveyId}/import?id=${randomUUID()}&makePlots=true`, 'POST', csv, 'text/csv');
  const [plot] = await json(`${url}/api/plots?survey=${surveyId}`, 'GET');
  const browser = await openBrowser();
  try {
    const passes = [];
    for (let pass = 0; pass < PASSES; pass += 1) passes.push(await scrolled(browser, `${url}/tally/${plot.id}`));
    passes.sort((a, b) => a.longestMs - b.longestMs);
    return { ...passes[Math.floor(PASSES / 2)], passesMs: passes.map(({ longestMs }) => Math.round(longestMs)) };
  } finally {
    await browser.close();
  }
}

async function scrolled(browser, address) {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  try {
    await page.goto(address, { waitUntil: 'networkidle' });
    await page.locator('tbody[data-index]').first().waitFor();
    return await page.evaluate(async () => {
      const scroller = document.querySelector('tbody[data-index]').closest('table').parentElement;
      const frames = [];
      let last = await new Promise(requestAnimationFrame);
      for (let step = 0; step < 240; step += 1) {
        scroller.scrollTop += 120;
        const now = await new Promise(requestAnimationFrame);
        frames.push(now - last);
        last = now;
      }
      return { longestMs: Math.max(...frames), rows: document.querySelectorAll('tbody[data-index]').length };
    });
  } finally {
    await page.close();
  }
}

const memoryMb = (pid) => Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1024;

/** A page that is worked out, not the one that says how far that is. */
const isThere = (page) => !page.includes('Calculating results') && page.includes('<h1');

async function timed(work) {
  const begun = performance.now();
  const value = await work();
  return { value, ms: performance.now() - begun };
}

/**
 * @param stack a running application with its database
 * @returns figures in ms and MB
 */
export async function scaleCosts({ url, databaseUrl, serverPid }) {
  const surveyId = randomUUID();
  await newSurvey(url, surveyId, 'A hundred thousand trees');
  const csv = fileOfTrees();
  const imported = await timed(() =>
    json(`${url}/api/surveys/${surveyId}/import?id=${randomUUID()}&makePlots=true`, 'POST', csv, 'text/csv'),
  );
  const read = async (path) => (await fetch(`${url}${path}`)).text();
  const sumsPage = `/results/${surveyId}`;
  const memory = { import: memoryMb(serverPid()) };
  const begun = performance.now();
  const first = await timed(() => read(sumsPage));
  let { value } = first;
  while (!isThere(value)) {
    await new Promise((resolve) => setTimeout(resolve, 250));
    value = await read(sumsPage);
  }
  const workedOutMs = performance.now() - begun;
  const again = await timed(() => read(sumsPage));
  memory.sums = memoryMb(serverPid());
  const [plot] = await json(`${url}/api/plots?survey=${surveyId}`, 'GET');
  const tally = await timed(() => read(`/tally/${plot.id}`));
  const [tree] = (await json(`${url}/api/tally?plot=${plot.id}`, 'GET')).trees;
  const sheet = await timed(() => read(`/measure/${tree.id}`));
  // One tree is taken off: the sums of before show until the new ones are there.
  await json(`${url}/api/trees/${tree.id}`, 'DELETE', JSON.stringify(act()));
  const changed = await timed(() => read(sumsPage));
  const fresh = await timed(() => json(`${url}/api/surveys/${surveyId}/summary`, 'GET'));
  memory.changed = memoryMb(serverPid());
  const list = await timed(async () => {
    while (!isThere(await read(`/results/${surveyId}/checks`)))
      await new Promise((resolve) => setTimeout(resolve, 250));
  });
  memory.workList = memoryMb(serverPid());
  const file = await timed(() => read(`/api/surveys/${surveyId}/trees.csv`));
  memory.file = memoryMb(serverPid());
  const copyCsv = await copyCsvMs(databaseUrl, surveyId);
  const pdf = await timed(() => read(`/print/report.pdf?survey=${surveyId}`));
  memory.pdf = memoryMb(serverPid());
  const workbook = await timed(() => read(`/print/report.xlsx?survey=${surveyId}`));
  memory.workbook = memoryMb(serverPid());
  const most = memoryMb(serverPid());
  const frames = await slowestFrame(url);
  const copy = await bareCopy(databaseUrl, surveyId);
  return {
    importMs: imported.ms,
    copyMs: copy,
    copyCsvMs: copyCsv,
    firstPageMs: first.ms,
    workedOutMs,
    pageAgainMs: again.ms,
    pageChangedMs: changed.ms,
    freshMs: fresh.ms,
    tallyMs: tally.ms,
    sheetMs: sheet.ms,
    workListMs: list.ms,
    fileMs: file.ms,
    pdfMs: pdf.ms,
    workbookMs: workbook.ms,
    frames,
    memory,
    memoryMb: most,
    // One plot of five thousand trees is more than the budget speaks of: told beside it.
    largePlotMb: memoryMb(serverPid()),
  };
}

const FIRST = 'first results after an import';
const AGGREGATE = 'the same sums by one SQL aggregate';
const SIZES = [1_000, 10_000, 100_000, 400_000];

/** The results page shows the record as it stands, not as it stood before the last write. */
const isFresh = (page) => isThere(page) && !page.includes('Newer data are being processed');

/** Least-squares slope of log time on log trees: 1 where twice the trees take twice the time. */
function exponentOf(times) {
  const points = times.map((ms, i) => [Math.log(SIZES[i]), Math.log(ms)]);
  const mean = (at) => points.reduce((sum, point) => sum + point[at], 0) / points.length;
  const [x, y] = [mean(0), mean(1)];
  return (
    points.reduce((sum, [a, b]) => sum + (a - x) * (b - y), 0) / points.reduce((sum, [a]) => sum + (a - x) ** 2, 0)
  );
}

/** The columns of the tree list that the database has, as CSV by itself. */
async function copyCsvMs(databaseUrl, surveyId) {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  const columns = `p.label, t.tag, t.species_code, f.dbh_cm, f.height_m, f.volume_m3, o.observer, o.observed_at, t.id, o.notes, o.taping, o.heights,
    (select json_agg(r.*) from reading r where r.observation_id = o.id)`;
  const rows = `tree t join plot p on p.id = t.plot_id join observation o on o.tree_id = t.id left join tree_result f on f.tree_id = t.id`;
  const { ms } = await timed(async () => {
    const stream = client.query(
      copyTo(
        `COPY (SELECT ${columns} FROM ${rows} WHERE t.survey_id = '${surveyId}' AND t.deleted_at IS NULL) TO STDOUT CSV`,
      ),
    );
    for await (const chunk of stream) void chunk;
  });
  await client.end();
  return ms;
}

const act = () => ({ id: randomUUID(), madeAt: new Date().toISOString(), ...WRITER });

/** The same figures by the database alone: sums by species and class of the trees of a survey. */
async function aggregateMs(databaseUrl, surveyId) {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  const query = `
    select t.species_code, floor(f.dbh_cm / 4), count(*), sum(f.dbh_cm ^ 2), sum(f.volume_m3), var_samp(f.volume_m3)
    from tree t join tree_result f on f.tree_id = t.id
    where t.survey_id = '${surveyId}' and t.deleted_at is null group by 1, 2`;
  await client.query(query);
  const { ms } = await timed(() => client.query(query));
  await client.end();
  return ms;
}

/**
 * How answers grow with the trees of a survey.
 *
 * @param stack a running application with its database
 * @returns for each answer its times in ms, one for each size, and its exponent
 */
export async function growthCosts({ url, databaseUrl, serverPid }) {
  const answers = new Map();
  const note = (name, ms) => answers.set(name, [...(answers.get(name) ?? []), ms]);
  const read = async (path) => (await fetch(`${url}${path}`)).text();
  const untilFresh = async (path, everyMs) => {
    while (!isFresh(await read(path))) await new Promise((resolve) => setTimeout(resolve, everyMs));
  };
  for (const trees of SIZES) {
    const surveyId = randomUUID();
    await newSurvey(url, surveyId, `${trees} trees`);
    const csv = fileOfTrees(trees);
    await json(`${url}/api/surveys/${surveyId}/import?id=${randomUUID()}&makePlots=true`, 'POST', csv, 'text/csv');
    const results = `/results/${surveyId}`;
    // As seldom as the page itself asks, or the asking would cost more than what is asked for.
    note(FIRST, (await timed(() => untilFresh(results, trees < 10_000 ? 50 : 500))).ms);
    note(AGGREGATE, await aggregateMs(databaseUrl, surveyId));
    const [plot] = await json(`${url}/api/plots?survey=${surveyId}`, 'GET');
    const list = (await json(`${url}/api/tally?plot=${plot.id}`, 'GET')).trees;
    const after = [];
    for (const tree of list.slice(0, 3)) {
      await json(`${url}/api/trees/${tree.id}`, 'DELETE', JSON.stringify(act()));
      after.push((await timed(() => untilFresh(results, 50))).ms);
    }
    note('results after a tree was deleted', after.sort((a, b) => a - b)[1]);
    const checks = `${results}/checks`;
    while (!isFresh(await read(checks))) await new Promise((resolve) => setTimeout(resolve, 500));
    await json(`${url}/api/trees/${list[4].id}`, 'DELETE', JSON.stringify(act()));
    note('review list after a tree was deleted', (await timed(() => untilFresh(checks, 50))).ms);
    note('plots of the survey', (await timed(() => read(`/tally?survey=${surveyId}`))).ms);
    note('tally of one plot', (await timed(() => read(`/tally/${plot.id}`))).ms);
    note('sheet of one tree', (await timed(() => read(`/measure/${list[5].id}`))).ms);
  }
  const costs = Array.from(answers, ([name, times]) => ({ name, times, exponent: exponentOf(times) }));
  const at100k = (name) => answers.get(name)[SIZES.indexOf(TREES)];
  return { costs, firstRatio: at100k(FIRST) / at100k(AGGREGATE), memoryMb: memoryMb(serverPid()) };
}
