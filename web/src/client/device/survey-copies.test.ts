import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { closePages, newDevice } from '../../testing/device.ts';

const PLOTS = [
  { id: 'p1', label: '1', stratumId: 'ridge', revision: 1 },
  { id: 'p2', label: '2', stratumId: 'hollow', revision: 1 },
];
const strata = [
  { id: 'ridge', name: 'Ridge' },
  { id: 'hollow', name: 'Hollow' },
];

let asked: URLSearchParams[] = [];
let isAway = false;
/** A server whose plots never change. */
const server = (url: string): Promise<Response> => {
  if (isAway) return Promise.reject(new TypeError('offline'));
  const query = new URL(url, 'http://localhost').searchParams;
  asked.push(query);
  const ofStrata = query.get('strata')?.split(',');
  const plots = PLOTS.filter(({ stratumId }) => !query.has('after') && (ofStrata?.includes(stratumId) ?? true));
  return Promise.resolve(
    Response.json({
      ...{ cursor: 'end', more: false, survey: { id: 's', strata }, kit: [], settings: 'digest', conflicts: [] },
      plots: plots.map((plot) => ({ plot, trees: [] })),
    }),
  );
};

const open = async () => {
  vi.resetModules();
  return import('./survey-copies.ts');
};
const labels = async ({ storedPlots }: Awaited<ReturnType<typeof open>>): Promise<readonly string[]> =>
  (await storedPlots('s')).map(({ plot }) => plot.label);

beforeEach(() => {
  asked = [];
  isAway = false;
  newDevice();
  vi.stubGlobal('localStorage', undefined);
  vi.stubGlobal('window', new EventTarget());
  vi.stubGlobal('fetch', server);
});
afterEach(() => {
  closePages();
  vi.unstubAllGlobals();
});

describe('a survey on this device', () => {
  it('has all strata, and is read on from where it ended', async () => {
    const copies = await open();
    await copies.readChanges('s');
    expect(await labels(copies)).toEqual(['1', '2']);
    await copies.refreshCopies();
    expect(asked.map((query) => query.toString())).toEqual(['', 'after=end&settings=digest']);
  });

  it('keeps to the strata that were chosen', async () => {
    const copies = await open();
    await copies.readChanges('s', () => undefined, ['ridge']);
    await copies.refreshCopies();
    expect(await labels(copies)).toEqual(['1']);
    expect(asked.map((query) => query.toString())).toEqual(['strata=ridge', 'after=end&settings=digest&strata=ridge']);
  });

  it('is read from the beginning for other strata; what is not wanted goes', async () => {
    const copies = await open();
    await copies.readChanges('s');
    await copies.readChanges('s', () => undefined, ['hollow']);
    expect(await labels(copies)).toEqual(['2']);
    await copies.readChanges('s', () => undefined, null);
    expect(await labels(copies)).toEqual(['1', '2']);
  });

  it('stays as it is where the server does not answer', async () => {
    const copies = await open();
    await copies.readChanges('s');
    isAway = true;
    await expect(copies.readChanges('s', () => undefined, ['hollow'])).rejects.toThrow();
    expect(await labels(copies)).toEqual(['1', '2']);
    expect((await copies.storedSurvey('s'))?.strata).toBeNull();
  });
});
