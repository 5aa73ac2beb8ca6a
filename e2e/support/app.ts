import { randomUUID } from 'node:crypto';
import { test as base, expect, type Page } from '@playwright/test';
import { openStack } from '../../scripts/lib/stack.mjs';

export const WRITER = { observer: 'Crew Badger', device: 'end to end' };
export const PHONE = { width: 390, height: 844 };

interface Made {
  readonly surveyId: string;
  readonly plotId: string;
}

export interface SurveySettings {
  readonly unitSystem: 'metric' | 'imperial';
  readonly slopeUnit: 'pct' | 'deg' | 'm20' | 'm15';
}

/** Opens a row or a section that is folded to its title; one that is open stays so. */
export async function openRow(page: Page, title: string): Promise<void> {
  const summary = page.locator('summary', { hasText: title }).first();
  const isOpen = await summary.evaluate(({ parentElement }) => parentElement?.hasAttribute('open') === true);
  if (!isOpen) await summary.click();
}

export const appUrl = (): string => {
  const url = process.env.ARBOLITO_URL;
  if (url === undefined) throw new Error('the application is not running');
  return url;
};

/** Sends JSON to the API of a running application. */
export async function post(url: string, path: string, body: unknown): Promise<Response> {
  return fetch(`${url}${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
}

export const get = async <T>(url: string, path: string): Promise<T> =>
  (await fetch(`${url}${path}`)).json() as Promise<T>;

/** One more plot of a survey; its identifier. */
export async function addPlot(url: string, surveyId: string, label: string): Promise<string> {
  const { strata } = await get<{ readonly strata: readonly { readonly id: string }[] }>(
    url,
    `/api/surveys/${surveyId}`,
  );
  const id = randomUUID();
  await post(url, '/api/plots', {
    id,
    ...WRITER,
    surveyId,
    stratumId: strata[0]?.id ?? null,
    label,
    areaM2: 500,
    slopePct: 20,
  });
  return id;
}

/** A survey with one empty plot, made through the API. */
export async function makePlot(
  url: string,
  settings: SurveySettings = { unitSystem: 'metric', slopeUnit: 'm20' },
  previousSurveyId?: string,
  design?: object,
): Promise<Made> {
  const stratum = { id: randomUUID(), name: 'whole area' };
  const survey = {
    id: randomUUID(),
    ...WRITER,
    place: { id: randomUUID(), name: 'Test wood' },
    name: 'End to end',
    ...settings,
    breastHeightM: 1.3,
    eyeHeightM: 1.6,
    formFactor: 0.45,
    formFactorStandardError: 0.05,
    crew: 'Crew Badger',
    startedOn: '2026-06-03',
    species: [
      { code: 'sp', name: 'Scots pine', crown: 'layered' },
      { code: 'bt', name: 'Beech', crown: 'dome' },
      { code: 'ch', name: 'Sweet chestnut', crown: 'dome' },
    ],
    strata: [stratum],
    ...(previousSurveyId === undefined ? {} : { previousSurveyId }),
    ...(design === undefined ? {} : { design }),
  };
  const plot = {
    id: randomUUID(),
    ...WRITER,
    surveyId: survey.id,
    stratumId: stratum.id,
    label: '1',
    ...(design === undefined ? { areaM2: 500 } : { asDesigned: true }),
    slopePct: 20,
  };
  for (const [path, body] of [
    ['/api/surveys', survey],
    ['/api/plots', plot],
  ] as const) {
    const answer = await post(url, path, body);
    if (answer.status !== 201) throw new Error(`${path}: ${await answer.text()}`);
  }
  return { surveyId: survey.id, plotId: plot.id };
}

/** A tree as it goes over the wire: one diameter, and a height where its sights are given in percent. */
export const treeBody = (plotId: string, tag: string, dbhCm: number, sights?: readonly [number, number, number]) => {
  const takenAt = '2026-06-03T09:15:00Z';
  const reading = (measure: string, methodId: string, key: string, value: number, unit: string) => ({
    id: randomUUID(),
    measure,
    methodId,
    key,
    value,
    unit,
    asRead: String(value),
    try: 1,
    takenAt,
  });
  return {
    id: randomUUID(),
    ...WRITER,
    plotId,
    observationId: randomUUID(),
    stemId: randomUUID(),
    tag,
    speciesCode: 'sp',
    observedAt: takenAt,
    readings: [
      reading('diameter', 'diameter.tape', 'diameter', dbhCm, 'cm'),
      ...(sights === undefined
        ? []
        : [
            reading('height', 'height.two-angles', 'top', sights[0], 'pct'),
            reading('height', 'height.two-angles', 'base', sights[1], 'pct'),
            reading('height', 'height.two-angles', 'distance', sights[2], 'm'),
          ]),
    ],
  };
};

/** Says what went wrong on a page that nobody looks at: uncaught errors and messages of the console. */
function listen(page: Page): string[] {
  const trouble: string[] = [];
  page.on('pageerror', (error) => trouble.push(error.message));
  page.on('console', (message) => {
    if (message.type() === 'error' && !message.text().includes('Failed to load resource')) trouble.push(message.text());
  });
  return trouble;
}

interface WorkerFixtures {
  /** The built application on a copy of the demo data, for the specs of one worker. */
  readonly app: string;
}

interface Fixtures {
  /** An empty plot of a fresh survey. */
  readonly plot: Made;
  readonly quiet: undefined;
}

export const test = base.extend<Fixtures, WorkerFixtures>({
  app: [
    async ({}, use) => {
      const stack = await openStack('browser', { demo: true, keepsCluster: true });
      process.env.ARBOLITO_URL = stack.url;
      await use(stack.url);
      await stack.close();
    },
    { scope: 'worker', auto: true, timeout: 120_000 },
  ],
  baseURL: async ({ app }, use) => {
    await use(app);
  },
  page: async ({ page }, use) => {
    // What the server drew is seen before it can be used: a key pressed too early would be lost.
    const untilUsable = async () => {
      await page.waitForFunction(() => document.querySelector('astro-island[ssr]:not([client="visible"])') === null);
    };
    const goto = page.goto.bind(page);
    const reload = page.reload.bind(page);
    page.goto = async (...address) => {
      const response = await goto(...address);
      await untilUsable();
      return response;
    };
    page.reload = async (...options) => {
      const response = await reload(...options);
      await untilUsable();
      return response;
    };
    await use(page);
  },
  plot: async ({}, use) => {
    await use(await makePlot(appUrl()));
  },
  quiet: [
    async ({ page }, use) => {
      const trouble = listen(page);
      await use(undefined);
      expect(trouble, 'errors in the console').toEqual([]);
    },
    { auto: true },
  ],
});
export { expect } from '@playwright/test';
