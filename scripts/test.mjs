// npm test: set-up, boundaries, types, and the unit tests. Its last line is the sum over all runners.
import { spawnSync } from 'node:child_process';
import { readFileSync, mkdirSync } from 'node:fs';
import path from 'node:path';
import { ensureNodeModules } from './lib/packages.mjs';
import { dataFolder, root, run, say } from './lib/steps.mjs';

run(async () => {
  await ensureNodeModules();
  mkdirSync(dataFolder, { recursive: true });
  let passed = 0;
  let failed = 0;
  const check = (words, args) => {
    say(`· ${words} …`);
    const ok = spawnSync('npx', args, { cwd: root, stdio: 'inherit' }).status === 0;
    if (ok) passed += 1;
    else failed += 1;
  };
  check('Boundaries between the rooms', ['depcruise', '--config', '.dependency-cruiser.cjs', 'core/src', 'web/src']);
  check('Types of core', ['tsc', '--noEmit', '-p', 'core']);
  const report = path.join(dataFolder, 'vitest.json');
  say('· Unit tests …');
  const args = [
    'vitest',
    'run',
    '--project',
    'core',
    '--reporter=default',
    '--reporter=json',
    `--outputFile.json=${report}`,
  ];
  spawnSync('npx', args, { cwd: root, stdio: 'inherit' });
  const { numPassedTests, numFailedTests, success } = JSON.parse(readFileSync(report, 'utf8'));
  passed += numPassedTests;
  failed += numFailedTests + (success || numFailedTests > 0 ? 0 : 1);
  say(`${passed} passed, ${failed} failed`);
  if (failed > 0) process.exitCode = 1;
});
