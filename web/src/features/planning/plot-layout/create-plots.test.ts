import { afterEach, describe, expect, it, vi } from 'vitest';
import { AT_ONCE, layOutPlots, plotsOfPoints, type PlotToLay } from './create-plots.ts';

const strata = [
  { id: 'n', name: 'North slope', areaHa: null, pointsCounted: null, outline: null },
  { id: 's', name: 'South slope', areaHa: null, pointsCounted: null, outline: null },
];
const point = { label: '1', latitude: 41.123456789, longitude: -30.5, slopePct: 12, aspectDeg: null, stratum: null };

describe('points of a file as plots', () => {
  it('lie in the stratum that they name, or in the one that was chosen', () => {
    const plots = plotsOfPoints([point, { ...point, label: '2', stratum: 'south SLOPE', aspectDeg: 90 }], strata, 'n');
    expect(plots).toEqual([
      { stratumId: 'n', label: '1', latitude: 41.1234568, longitude: -30.5, slopePct: 12 },
      { stratumId: 's', label: '2', latitude: 41.1234568, longitude: -30.5, slopePct: 12, aspectDeg: 90 },
    ]);
  });
  it('say which stratum there is not', () => {
    expect(plotsOfPoints([{ ...point, stratum: 'Valley' }], strata, 'n')).toContain('“Valley”');
  });
});

describe('laying out', () => {
  afterEach(() => {
    vi.unstubAllGlobals();
  });

  it('sends so many at once, each with one identifier however often it is tried', async () => {
    const bodies: { id: string; plots: { id: string; label: string }[] }[] = [];
    vi.stubGlobal('fetch', (_url: string, init: RequestInit) => {
      bodies.push(JSON.parse(typeof init.body === 'string' ? init.body : '') as (typeof bodies)[number]);
      return Promise.resolve(new Response('[]', { status: 201 }));
    });
    const plots = Array.from({ length: AT_ONCE + 2 }, (_, i): PlotToLay => ({
      stratumId: 'n',
      label: String(i + 1),
      latitude: 41,
      longitude: -30,
      slopePct: 0,
    }));
    const ids = new Map<string, string>();
    const idOf = (key: string): string => {
      const id = ids.get(key) ?? String(ids.size + 1);
      ids.set(key, id);
      return id;
    };
    const done: number[] = [];
    const told = { onDone: (n: number) => done.push(n), onWait: () => undefined };
    await layOutPlots({ surveyId: 'x', crew: 'Crew Heron' }, plots, idOf, told);
    await layOutPlots({ surveyId: 'x', crew: 'Crew Heron' }, plots, idOf, told);
    expect(bodies.map(({ plots: some }) => some.length)).toEqual([AT_ONCE, 2, AT_ONCE, 2]);
    expect(bodies[2]).toEqual(bodies[0]);
    expect(done.slice(0, 3)).toEqual([0, AT_ONCE, AT_ONCE + 2]);
  });
});
