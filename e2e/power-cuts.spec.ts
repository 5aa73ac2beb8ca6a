import { randomUUID } from 'node:crypto';
import { expect, test as base } from '@playwright/test';
import { openStack } from '../scripts/lib/stack.mjs';
import { get, makePlot, post, treeBody, WRITER } from './support/app.ts';

type Stack = Awaited<ReturnType<typeof openStack>>;

/** A database and a server of their own: these specs take them down. */
const test = base.extend<{ readonly stack: Stack }>({
  stack: async ({}, use) => {
    const stack = await openStack('power-cuts', { demo: false });
    await use(stack);
    await stack.close();
  },
});

interface Kept {
  readonly tag: string;
  readonly readings: readonly unknown[];
  readonly height: { readonly printed: string } | null;
}

/** Resolves when the application answers again. */
const untilHealthy = (url: string): Promise<void> =>
  expect
    .poll(
      () =>
        fetch(`${url}/api/health`).then(
          ({ status }) => status,
          () => 0,
        ),
      { timeout: 60_000 },
    )
    .toBe(200);

test('kill -9 of the web server and of PostgreSQL in a stream of writes loses nothing that was answered', async ({
  stack,
}) => {
  test.setTimeout(120_000);
  const { url } = stack;
  const { plotId } = await makePlot(url);
  const bodies = Array.from({ length: 300 }, (_, i) => treeBody(plotId, String(i + 1), 20 + (i % 40), [62, -8, 25]));
  const answered = new Set<string>();
  let next = 0;
  const writer = async (): Promise<void> => {
    for (let body = bodies[next++]; body !== undefined; body = bodies[next++]) {
      // Where nobody answers, or only that the database is away, the write may be there or not, but never half of it.
      const status = await post(url, '/api/trees', body).then(
        (answer) => answer.status,
        () => 0,
      );
      if (status === 201) answered.add(body.tag);
      else await untilHealthy(url);
    }
  };
  const writers = Promise.all([writer(), writer(), writer(), writer()]);
  await expect.poll(() => answered.size).toBeGreaterThan(30);
  await stack.killServer();
  await stack.reopenServer();
  await expect.poll(() => answered.size).toBeGreaterThan(60);
  await stack.postgres.kill();
  await stack.postgres.start();
  await writers;
  await untilHealthy(url);

  const kept = async () => get<readonly Kept[]>(url, `/api/trees?plot=${plotId}`);
  const there = await kept();
  const tags = new Set(there.map(({ tag }) => tag));
  expect([...answered].filter((tag) => !tags.has(tag))).toEqual([]);
  // The cut hit the stream: some writes were answered by nobody.
  expect(answered.size).toBeLessThan(bodies.length);
  for (const tree of there) {
    expect(tree.readings).toHaveLength(4);
    expect(tree.height?.printed).toBe('17.50');
  }

  // Repeating all writes completes the stream and changes nothing of what was there.
  for (const body of bodies) expect([200, 201]).toContain((await post(url, '/api/trees', body)).status);
  const whole = await kept();
  expect(whole).toHaveLength(bodies.length);
  for (const body of bodies) expect((await post(url, '/api/trees', body)).status).toBe(200);
  expect(await kept()).toEqual(whole);
});

test('with the database stopped the app says so, keeps what is typed, and recovers by itself', async ({
  stack,
  browser,
}) => {
  test.setTimeout(120_000);
  const { url } = stack;
  const { plotId, surveyId } = await makePlot(url);
  const page = await browser.newPage();
  await page.goto(`${url}/tally/${plotId}`);
  await expect(page.locator('#call-line')).toBeFocused();
  await stack.postgres.stop();

  const health = await fetch(`${url}/api/health`);
  expect(health.status).toBe(503);
  expect(Number(health.headers.get('retry-after'))).toBeGreaterThan(0);
  expect(health.headers.get('content-type')).toBe('application/problem+json');

  // The tally goes on: the tree waits on the device.
  await page.keyboard.type('sp 34.5 +18 -1.5 @20');
  await page.keyboard.press('Enter');
  await page.keyboard.type('bt 41');
  await expect(page.locator('#waiting')).toHaveText('1 on this device');
  await expect(page.getByRole('row', { name: /Scots pine/ })).toContainText('Not sent');

  // A page that needs the database says so in words, with the right status.
  const other = await browser.newPage();
  const answer = await other.goto(`${url}/results/${surveyId}`);
  expect(answer?.status()).toBe(503);
  expect(answer?.headers()['retry-after']).toBeDefined();
  await expect(other.getByText('The database does not answer')).toBeVisible();

  // A form waits for it, and loses nothing.
  const form = await browser.newPage();
  await form.goto(`${url}/surveys/new`, { waitUntil: 'networkidle' });
  await form.getByLabel('Place').fill('Fern hollow');
  await form.getByLabel('Crew').fill('Crew Badger');
  await form.getByRole('button', { name: 'Create survey' }).click();
  await expect(form.getByText('Your entries are kept')).toBeVisible();

  await stack.postgres.start();
  await expect(page.locator('#waiting')).toHaveText('✓ sent', { timeout: 60_000 });
  await expect(page.getByRole('row', { name: /Scots pine/ })).not.toContainText('Not sent');
  await expect(page.locator('#call-line')).toHaveValue('bt 41');
  await expect(other.getByRole('heading', { name: /Stand, from/ })).toBeVisible({ timeout: 20_000 });
  await expect(form).toHaveURL(/\/tally\?survey=/, { timeout: 20_000 });
  expect(await get<readonly Kept[]>(url, `/api/trees?plot=${plotId}`)).toHaveLength(1);
});

test('a write that is refused after a reload is shown until somebody has seen it', async ({ stack, browser }) => {
  test.setTimeout(120_000);
  const { url } = stack;
  const { plotId } = await makePlot(url);
  const context = await browser.newContext();
  const page = await context.newPage();
  await page.goto(`${url}/tally/${plotId}`);
  await expect(page.locator('#call-line')).toBeFocused();
  await page.route('**/api/sync', (route) => route.abort());
  await page.keyboard.type('#1 sp 34.5');
  await page.keyboard.press('Enter');
  await expect(page.locator('#waiting')).toHaveText('1 on this device');
  const empty = { id: randomUUID(), ...WRITER, madeAt: '2026-06-03T09:15:00Z', finished: true, empty: true };
  expect((await post(url, `/api/plots/${plotId}/corrections`, empty)).status).toBe(200);
  await page.unroute('**/api/sync');
  await page.goto(`${url}/help`);
  const notice = page.locator('#refused');
  await expect(notice).toContainText('Plot 1 is declared empty');
  await expect(notice).toContainText('34.5');
  await notice.getByRole('button', { name: 'Dismiss' }).click();
  await expect(notice).toBeEmpty();
  await page.reload();
  await expect(notice).toBeEmpty();
  await context.close();
});
