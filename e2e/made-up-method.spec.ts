import { cpSync, mkdirSync, readdirSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { stripVTControlCharacters } from 'node:util';
import { expect, test } from '@playwright/test';
import { freePort } from '../scripts/lib/cluster.mjs';
import type { ChildProcess } from 'node:child_process';
import { startServer, stopServer, untilHealthy } from '../scripts/lib/server.mjs';
import { methodFilesText } from '../scripts/lib/method-files.mjs';
import { dataFolder, root } from '../scripts/lib/steps.mjs';
import { openStack } from '../scripts/lib/stack.mjs';

const copy = path.join(dataFolder, 'made-up');

/** The one file that a new method takes: height as so many lengths of a walking stick. */
const METHOD = `
import { readingOf, resultUnit, lengthIn, type Method } from '../../measurement/index.ts';

const SOURCE = 'made up for a test';

export const method: Method = {
  description: {
    id: 'height.walking-stick',
    version: 1,
    measure: 'height',
    name: 'Lengths of a walking stick',
    summary: 'Counts how often a walking stick fits into the tree.',
    help: ['Count slowly.'],
    safety: 'Look up first.',
    readings: [
      {
        key: 'stick',
        label: 'stick',
        ask: 'Measure the walking stick',
        quantity: 'length',
        units: ['m', 'ft'],
        defaultUnit: { metric: 'm', imperial: 'ft' },
        range: { m: [0.2, 3], ft: [0.6, 9.8] },
        rangeHint: '',
        graduation: { m: 0.01, ft: 0.1 },
        typicalError: { m: 0.01, ft: 0.03 },
        signed: false,
        place: 'side',
        shortcut: 'g',
        callout: 'stick',
        instrument: 'stick',
      },
      {
        key: 'walk',
        label: 'walk',
        ask: 'Measure the walk',
        quantity: 'length',
        units: ['m', 'ft'],
        defaultUnit: { metric: 'm', imperial: 'ft' },
        range: { m: [0.2, 60], ft: [0.6, 200] },
        rangeHint: '',
        graduation: { m: 0.1, ft: 0.5 },
        typicalError: { m: 0.1, ft: 0.3 },
        signed: false,
        place: 'ground',
        shortcut: 'h',
        callout: 'walk',
        instrument: 'tape',
      },
    ],
    example: { stick: { value: 1.2, unit: 'm' }, walk: { value: 15.5, unit: 'm' } },
    picture: { observer: false },
    source: SOURCE,
    order: 80,
  },
  compute: (readings, book, context) => {
    const { unit, decimals } = resultUnit('height', context.unitSystem);
    return book.step({
      terms: [
        lengthIn(readingOf(readings, 'stick'), unit, 'stick', book),
        lengthIn(readingOf(readings, 'walk'), unit, 'walk', book),
      ],
      compute: (stick = 0, walk = 0) => 2 * stick + walk,
      write: (stick = '', walk = '') => \`2 × \${stick} + \${walk}\`,
      decimals,
      final: true,
      unit,
      rule: 'two sticks and the walk',
      source: SOURCE,
    });
  },
  diagnose: () => [],
};
`;

/** The project beside itself, with one more file in it and nothing else changed. */
function copyWithMethod(): void {
  rmSync(copy, { recursive: true, force: true });
  const leaveOut = new Set(['node_modules', 'dist', '.astro']);
  for (const room of ['core', 'demo', 'web'])
    cpSync(path.join(root, room), path.join(copy, room), {
      recursive: true,
      filter: (source) => !leaveOut.has(path.basename(source)),
    });
  for (const file of ['package.json', 'tsconfig.base.json', 'vitest.config.ts'])
    cpSync(path.join(root, file), path.join(copy, file));
  const modules = path.join(copy, 'node_modules');
  mkdirSync(path.join(modules, '@arbolito'), { recursive: true });
  for (const name of readdirSync(path.join(root, 'node_modules')))
    if (name !== '@arbolito') symlinkSync(path.join(root, 'node_modules', name), path.join(modules, name));
  for (const room of ['core', 'demo', 'web']) symlinkSync(path.join(copy, room), path.join(modules, '@arbolito', room));
  writeFileSync(path.join(copy, 'core/src/height/methods/walking-stick.ts'), METHOD);
  // What `npm run methods` does.
  writeFileSync(path.join(copy, 'core/src/methods/method-files.ts'), methodFilesText(copy));
}

test('a height method added as one file passes the whole unit suite of core', () => {
  test.setTimeout(600_000);
  copyWithMethod();
  try {
    const run = spawnSync('npx', ['vitest', 'run', '--project', 'core', '--reporter=dot'], {
      cwd: copy,
      encoding: 'utf8',
      // The statistics of the other methods are tested where they belong.
      env: { ...process.env, DRAWS_SHARE: '0.1' },
    });
    expect(run.status, `${run.stdout}${run.stderr}`.slice(-4_000)).toBe(0);
    expect(stripVTControlCharacters(run.stdout)).toMatch(/Tests +\d+ passed/);
  } finally {
    rmSync(copy, { recursive: true, force: true });
  }
});

test('a height method added as one file appears in form, call-out line, API and help', async ({ browser }) => {
  test.setTimeout(240_000);
  copyWithMethod();
  const built = spawnSync('npm', ['run', 'build', '--workspace', 'web'], {
    cwd: copy,
    encoding: 'utf8',
    env: { ...process.env, ASTRO_TELEMETRY_DISABLED: '1' },
  });
  // npm finds the workspace by the copied package.json.
  expect(built.status, built.stdout + built.stderr).toBe(0);

  const stack = await openStack('power-cuts', { demo: false });
  const port: number = await freePort();
  const url = `http://127.0.0.1:${port}`;
  const server: ChildProcess = startServer({
    databaseUrl: stack.databaseUrl,
    host: '127.0.0.1',
    port,
    script: [path.join(copy, 'web/serve.mjs')],
    stdio: ['ignore', 'ignore', 'ignore'],
  });
  try {
    await untilHealthy(url, server);
    const answer = await fetch(`${url}/api/compute/height`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ method: 'walking-stick', readings: { stick: '1.2 m', walk: '15.5 m' } }),
    });
    // 2 × 1.2 + 15.5
    expect(await answer.json()).toMatchObject({ methodId: 'height.walking-stick', printed: { value: '17.90' } });
    const methods = (await (await fetch(`${url}/api/methods`)).json()) as readonly { readonly id: string }[];
    expect(methods.map(({ id }) => id)).toContain('height.walking-stick');

    const page = await browser.newPage();
    await page.goto(`${url}/help`);
    await page.getByLabel('Search help').fill('walking stick');
    await page.getByRole('link', { name: /Lengths of a walking stick/ }).click();
    await expect(page.getByRole('heading', { name: 'Lengths of a walking stick' })).toBeVisible();
    // 2 × 1.2 + 15.5, as its example has it.
    await expect(page.getByRole('region', { name: 'Formula, with an example' })).toBeVisible();
    await page.goto(`${url}/help/call-out`);
    await expect(page.getByRole('row', { name: /stick…/ })).toBeVisible();
    await page.goto(`${url}/measure`);
    await page.getByLabel('Height method').selectOption('height.walking-stick');
    await page.locator('[data-reading="height.stick"]').fill('1.2');
    await page.locator('[data-reading="height.walk"]').fill('15.5');
    await expect(page.getByTestId('height')).toContainText('17.90');
    await expect(page.getByText('2 × 1.2 + 15.5 = 17.90 m')).toBeVisible();
    await page.getByLabel('call-out').fill('sp 34.5 stick1.3 walk15.5');
    await expect(page.getByTestId('height')).toContainText('18.10');
    await page.close();
  } finally {
    await stopServer(server);
    await stack.close();
    rmSync(copy, { recursive: true, force: true });
  }
});
