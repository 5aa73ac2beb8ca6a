// npm run bench: what the built application costs, as ratios against named baselines measured in the same run.
import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { mainPages, readerCosts } from '../bench/readers.mjs';
import { growthCosts, scaleCosts } from '../bench/scale.mjs';
import { offlineCosts } from '../bench/offline.mjs';
import { loadingCosts } from '../bench/loading.mjs';
import { typingCosts } from '../bench/typing.mjs';
import { pageWeights } from '../bench/weights.mjs';
import { writerCosts } from '../bench/writers.mjs';
import { ensureBuilt } from './lib/build.mjs';
import { ensureNodeModules } from './lib/packages.mjs';
import { openStack } from './lib/stack.mjs';
import { dataFolder, root, run, say } from './lib/steps.mjs';

const BUDGET = { importRatio: 3, pageMs: 1_000, frameMs: 50, memoryMb: 400 };

/** What was wished for and what was measured, told together at the end. */
const goals = [];
/** @param isMet undefined where nothing was wished for */
const goal = (what, wished, measured, isMet) => goals.push({ what, wished, measured, isMet });

function tellGoals() {
  say('Goals');
  for (const { what, wished, measured, isMet } of goals)
    say(`  ${isMet ? 'met ' : 'MISS'} ${what.padEnd(66)} ${wished.padEnd(22)} ${measured}`);
}

const ms = (value) => `${value.toFixed(0)} ms`;
const times = (value) => `${value.toFixed(2)} ×`;
const line = (words, figure) => say(`  ${words.padEnd(64)} ${figure}`);

run(async () => {
  await ensureNodeModules();
  await ensureBuilt();
  say('· Reading errors: found, named and fixed …');
  const simulated = spawnSync('node', ['scripts/reading-errors.mjs'], { cwd: root, stdio: 'inherit' });
  if (simulated.status !== 0) process.exitCode = 1;
  const report = path.join(dataFolder, 'bench.json');
  say('· Computations …');
  const args = ['bench', '--run', '--config', 'bench/vitest.config.ts', `--outputJson=${report}`];
  if (
    spawnSync(path.join(root, 'node_modules/.bin/vitest'), args, { cwd: root, stdio: ['ignore', 'ignore', 'inherit'] })
      .status !== 0
  )
    throw new Error('the benchmark failed');
  for (const { groups } of JSON.parse(readFileSync(report, 'utf8')).files) {
    for (const { fullName, benchmarks } of groups) {
      say(fullName.split(' > ').at(-1) ?? '');
      const [{ median: baseline }] = benchmarks;
      for (const { name, median } of benchmarks) {
        line(name, `${(median / baseline).toFixed(2)} × baseline (${median.toFixed(2)} ms)`);
        const [, most, unit] = /, at most (\d+)( µs)?$/.exec(name) ?? [];
        const measured = unit === undefined ? median / baseline : 1000 * median;
        const unitName = unit ?? ' × baseline';
        if (most !== undefined)
          goal(name, `≤ ${most}${unitName}`, `${measured.toFixed(2)}${unitName}`, measured <= Number(most));
      }
    }
  }

  if (process.argv.includes('--scale')) {
    say('· A hundred thousand trees on two thousand plots; this takes some minutes …');
    const large = await openStack('scale', { demo: false });
    try {
      const costs = await scaleCosts(large);
      line('baseline: the database copies the same rows into the same tables', `${(costs.copyMs / 1000).toFixed(1)} s`);
      goal(
        'import of 100,000 rows',
        '≤ 3 × COPY',
        times(costs.importMs / costs.copyMs),
        costs.importMs <= 3 * costs.copyMs,
      );
      line('import of the file', `${(costs.importMs / costs.copyMs).toFixed(2)} × baseline, of ${BUDGET.importRatio}`);
      line('first answer of the sums’ page, which says how far it is', ms(costs.firstPageMs));
      line('until every tree is worked out and summed up', `${(costs.workedOutMs / 1000).toFixed(1)} s`);
      line('the sums’ page from then on', `${ms(costs.pageAgainMs)} of ${BUDGET.pageMs} ms`);
      line('the same after a tree was taken off', `${ms(costs.pageChangedMs)} of ${BUDGET.pageMs} ms`);
      line('the tally of one plot', ms(costs.tallyMs));
      line('the sheet of one tree', ms(costs.sheetMs));
      line('the work list, made anew', `${(costs.workListMs / 1000).toFixed(1)} s`);
      goal(
        '100,000 trees as CSV',
        '≤ 3 × COPY TO',
        times(costs.fileMs / costs.copyCsvMs),
        costs.fileMs <= 3 * costs.copyCsvMs,
      );
      line('baseline: the database copies the tree list with its readings', `${(costs.copyCsvMs / 1000).toFixed(1)} s`);
      line('the trees as a file', `${(costs.fileMs / 1000).toFixed(1)} s`);
      line('the report as PDF, and as a workbook', `${ms(costs.pdfMs)}, ${ms(costs.workbookMs)}`);
      const { longestMs, rows, passesMs } = costs.frames;
      line(
        `scrolling 5000 trees, ${rows} of them drawn: longest frame, of three runs`,
        `${ms(longestMs)} of ${BUDGET.frameMs} ms (${passesMs.join(', ')})`,
      );
      goal('memory of the server, 100,000 trees', '≤ 300 MB', `${costs.memoryMb.toFixed(0)} MB`, costs.memoryMb <= 300);
      line('memory of the server process, most', `${costs.memoryMb.toFixed(0)} MB of ${BUDGET.memoryMb} MB`);
      line('the same after a plot of 5000 trees was opened three times', `${costs.largePlotMb.toFixed(0)} MB`);
      if (
        costs.importMs > BUDGET.importRatio * costs.copyMs ||
        Math.max(costs.pageAgainMs, costs.pageChangedMs) > BUDGET.pageMs ||
        Math.round(longestMs) > BUDGET.frameMs ||
        costs.memoryMb > BUDGET.memoryMb
      ) {
        say('  over budget');
        process.exitCode = 1;
      }
      say('· How answers grow from 1,000 over 10,000 and 100,000 to 400,000 trees …');
      const growth = await growthCosts(large);
      for (const { name, times: took, exponent } of growth.costs) {
        line(name, `${took.map(ms).join(', ')}: exponent ${exponent.toFixed(2)}`);
        if (!name.includes('SQL')) goal(`growth of: ${name}`, 'exponent ≤ 1.0', exponent.toFixed(2), exponent <= 1);
      }
      goal('first results of 100,000 trees', '≤ 10 × SQL aggregate', times(growth.firstRatio), growth.firstRatio <= 10);
      goal(
        'memory of the server, 400,000 trees',
        '≤ 300 MB',
        `${growth.memoryMb.toFixed(0)} MB`,
        growth.memoryMb <= 300,
      );
    } finally {
      await large.close();
    }
  }

  say('· Fifty readers …');
  const read = await openStack('test', { demo: true });
  try {
    for (const { page, anew, idle, ready } of await readerCosts(read.url)) {
      const [gain, wait] = [ready.perSecond / anew.perSecond, ready.p95Ms / idle.p95Ms];
      line(`${page}: made anew for each (baseline)`, `${anew.perSecond.toFixed(0)} requests/s`);
      line(`${page}: where nothing was written`, `${ready.perSecond.toFixed(0)} requests/s, p95 ${ms(ready.p95Ms)}`);
      goal(`50 readers, ${page}: requests a second`, '≥ 10 × made anew', times(gain), gain >= 10);
      goal(`50 readers, ${page}: p95`, '≤ 20 × one reader', times(wait), wait <= 20);
    }
    for (const { page, scripts, kB } of await pageWeights(read.url, await mainPages(read.url))) {
      if (scripts === 0) continue;
      line(`script of ${page}, ${scripts} files`, `${kB.toFixed(0)} kB`);
      goal(`script of ${page}`, '≤ 160 kB', `${kB.toFixed(0)} kB`, kB <= 160);
    }
  } finally {
    await read.close();
  }

  say('· Writers of trees …');
  const written = await openStack('test', { demo: false });
  try {
    const { one, many, crews } = await writerCosts(written);
    line(
      'one after the other: bare inserts (baseline), application',
      `${one.bare.toFixed(0)}, ${one.application.toFixed(0)} trees/s`,
    );
    line(
      '20 writers: bare inserts (baseline), application',
      `${many.bare.toFixed(0)}, ${many.application.toFixed(0)} trees/s`,
    );
    line('85 trees/s for 10 s at two web servers', `${crews.perSecond.toFixed(0)} trees/s, p95 ${ms(crews.p95Ms)}`);
    goal(
      'a tree, one after the other',
      '≤ 2.5 × bare inserts',
      times(one.bare / one.application),
      one.bare / one.application <= 2.5,
    );
    goal(
      '20 writers',
      '≥ 0.2 × bare inserts',
      times(many.application / many.bare),
      many.application / many.bare >= 0.2,
    );
    goal('two web servers, 85 trees/s', 'none wait in line', `p95 ${ms(crews.p95Ms)}`, crews.p95Ms < 1_000);
  } finally {
    await written.close();
  }

  say('· Pages and typing in Chromium …');
  const stack = await openStack('test', { demo: true });
  try {
    const pages = await mainPages(stack.url);
    for (const { page, visibleMs, usableMs, shift } of await loadingCosts(stack.url, pages)) {
      const measured = `${ms(visibleMs)}, ${ms(usableMs)}, ${shift.toFixed(3)}`;
      goal(
        `${page}, 4 × CPU, slow 4G, cold: visible, usable, layout shift`,
        '< 2.5 s, < 5 s, < 0.05',
        measured,
        visibleMs < 2_500 && usableMs < 5_000 && shift < 0.05,
      );
    }
    for (const { what, slowdown, p95Ms, baselineP95Ms } of await typingCosts(stack.url, pages)) {
      const ratio = p95Ms / baselineP95Ms;
      line(`a bare text box, key press to paint, p95, ${slowdown} × CPU (baseline)`, ms(baselineP95Ms));
      goal(`key press to changed ${what}, p95, ${slowdown} × CPU`, '≤ 2.5 × a text box', times(ratio), ratio <= 2.5);
    }
  } finally {
    await stack.close();
  }
  say('· Work without a network …');
  const field = await openStack('test', { demo: false });
  try {
    const { sending, typing, taking, start } = await offlineCosts(field.url);
    line('one request for each tree (baseline)', `${sending.single.toFixed(0)} trees/s`);
    line('1,000 entries of a device, sent by its page', `${sending.gathered.toFixed(0)} trees/s`);
    const gain = sending.gathered / sending.single;
    goal('1,000 entries of a device', '≥ 3 × single writes', times(gain), gain >= 3);
    const wait = typing.p95Ms / typing.baselineP95Ms;
    line('a bare text box, key press to paint, p95 (baseline)', ms(typing.baselineP95Ms));
    goal('key press while entries are sent, p95', '≤ 2.5 × a text box', times(wait), wait <= 2.5 && typing.wasSending);
    const share = taking.takeMs / taking.downloadMs;
    line(
      `${taking.trees} trees: the same bytes fetched (baseline), taken along`,
      `${ms(taking.downloadMs)}, ${ms(taking.takeMs)}`,
    );
    goal('taking 10,000 trees along', '≤ 3 × the download', times(share), share <= 3);
    const saved = start.offlineMs / start.onlineMs;
    line('tally, 4 × CPU: cold start on slow 4G (baseline), offline', `${ms(start.onlineMs)}, ${ms(start.offlineMs)}`);
    goal('offline start of the tally', '≤ 0.5 × cold online', times(saved), saved <= 0.5);
  } finally {
    await field.close();
  }
  tellGoals();
});
