// npm test: everything from set-up to Chromium. Checks run beside the tests. Its last line is the sum over all runners.
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { ensureBuilt } from './lib/build.mjs';
import { ensureChromium, ensureNodeModules, ensurePostgres } from './lib/packages.mjs';
import { dataFolder, root, run, say, sayWhileItLasts } from './lib/steps.mjs';

const sum = { passed: 0, failed: 0 };
const caches = path.join(dataFolder, 'caches');

/** Runs a program and shows its output when it has ended, so that two beside each other stay apart. */
function shown(words, args) {
  say(`· ${words} …`);
  const began = Date.now();
  const still = sayWhileItLasts(words);
  return new Promise((resolve) => {
    const [program, ...rest] = args;
    const child = spawn(path.join(root, 'node_modules/.bin', program), rest, {
      cwd: root,
      stdio: ['ignore', 'pipe', 'pipe'],
      env: { ...process.env, ASTRO_TELEMETRY_DISABLED: '1', NO_UPDATE_NOTIFIER: '1', NO_COLOR: '1' },
    });
    const output = [];
    child.stdout.on('data', (chunk) => output.push(chunk));
    child.stderr.on('data', (chunk) => output.push(chunk));
    const end = (ok) => {
      if (output.length > 0) process.stdout.write(Buffer.concat(output));
      say(`  ${words}: ${Math.round((Date.now() - began) / 1000)} s`);
      resolve(ok);
    };
    child.on('error', () => end(false));
    child.on('exit', (code) => end(code === 0));
  }).finally(still);
}

/** A check that is one thing: it holds or it does not. */
async function check(words, args) {
  const ok = await shown(words, args);
  sum[ok ? 'passed' : 'failed'] += 1;
  if (!ok) say(`  ${words}: FAILED`);
}

/** A runner that counts: its report tells how many passed and failed. A run that ends badly with none failed is one failure. */
async function count(words, args, report, read) {
  rmSync(report, { force: true });
  const ok = await shown(words, args);
  let counted = { passed: 0, failed: 0 };
  try {
    counted = read(JSON.parse(readFileSync(report, 'utf8')));
  } catch {
    say(`  ${words}: no report was written`);
  }
  sum.passed += counted.passed;
  sum.failed += counted.failed > 0 || ok ? counted.failed : 1;
}

const unitTests = (words, ...projects) => {
  const report = path.join(dataFolder, `vitest-${projects.join('-')}.json`);
  return count(
    words,
    [
      'vitest',
      'run',
      ...projects.flatMap((project) => ['--project', project]),
      '--reporter=default',
      '--reporter=json',
      `--outputFile.json=${report}`,
    ],
    report,
    ({ numPassedTests, numFailedTests }) => ({ passed: numPassedTests, failed: numFailedTests }),
  );
};

const CONTEXT_LINES = 80;

/** What stood on the page when a browser test failed: the folder of results does not outlive every machine. */
function sayFailedPages() {
  const results = path.join(root, 'test-results');
  for (const folder of existsSync(results) ? readdirSync(results) : []) {
    const context = path.join(results, folder, 'error-context.md');
    if (!existsSync(context)) continue;
    say(`  Page of ${folder}:`);
    say(readFileSync(context, 'utf8').split('\n').slice(0, CONTEXT_LINES).join('\n'));
  }
}

async function browserTests() {
  await count(
    'End to end in Chromium',
    ['playwright', 'test', '--config', 'e2e/playwright.config.ts'],
    path.join(dataFolder, 'playwright.json'),
    ({ stats }) => {
      if (stats.flaky > 0) say(`  ${stats.flaky} browser tests passed only when they were repeated`);
      return { passed: stats.expected + stats.flaky, failed: stats.unexpected };
    },
  );
  sayFailedPages();
}

async function otherChecks() {
  await unitTests('Unit tests', 'core', 'demo', 'web', 'components', 'scripts');
  await unitTests('Integration on PostgreSQL', 'database');
  await check('Types of core', ['tsc', '--noEmit', '-p', 'core']);
  await check('Types of demo', ['tsc', '--noEmit', '-p', 'demo']);
  await check('Types of web', ['astro', 'check', '--root', 'web', '--minimumSeverity', 'warning']);
  await check('Types of the rest', ['tsc', '--noEmit', '-p', 'tsconfig.json']);
  await check('Boundaries between modules', [
    'depcruise',
    '--config',
    '.dependency-cruiser.cjs',
    'core/src',
    'demo/src',
    'web/src',
  ]);
  await check('Lint', ['eslint', '--cache', '--cache-location', path.join(caches, 'eslint/'), '.']);
  await check('Format', [
    'prettier',
    '--check',
    '--log-level',
    'warn',
    '--cache',
    '--cache-location',
    path.join(caches, 'prettier'),
    '.',
  ]);
}

run(async () => {
  mkdirSync(caches, { recursive: true });
  await ensureNodeModules();
  await ensurePostgres();
  await ensureChromium();
  await ensureBuilt();
  await Promise.all([browserTests(), otherChecks()]);
  if (sum.failed > 0) process.exitCode = 1;
  say(`${sum.passed} passed, ${sum.failed} failed`);
});
