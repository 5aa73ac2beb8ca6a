// npm run soak: what takes too long for npm test. All schedules of several devices, and fifty kills of the browser.
import { spawnSync } from 'node:child_process';
import { ensureBuilt } from './lib/build.mjs';
import { ensureChromium, ensureNodeModules, ensurePostgres } from './lib/packages.mjs';
import { root, run, say } from './lib/steps.mjs';

const { SCHEDULES = '500', KILLS = '50' } = process.env;

function runPart(words, args) {
  say(`· ${words} …`);
  const env = { ...process.env, SCHEDULES, KILLS };
  const { status } = spawnSync('npx', args, { cwd: root, stdio: 'inherit', env });
  if (status !== 0) process.exitCode = 1;
}

run(async () => {
  await ensureNodeModules();
  await ensurePostgres();
  runPart(`${SCHEDULES} schedules of several devices`, ['vitest', 'run', '--project', 'database', 'simulation']);
  await ensureChromium();
  await ensureBuilt();
  runPart(`${KILLS} kills of the browser`, ['playwright', 'test', '--config', 'e2e/playwright.config.ts', 'killed']);
});
