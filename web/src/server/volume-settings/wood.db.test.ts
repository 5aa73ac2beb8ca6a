import { v4 as uuid } from 'uuid';
import { beforeAll, describe, expect, it } from 'vitest';
import type { WoodSettings } from '@arbolito/core/protocol';
import type { StandView, SurveySummary, SurveyView, TreeView, WoodView } from '../../contracts/views.ts';
import { api, sendJson, useTestDatabase } from '../testing/api.ts';
import { act, dbhReading, finishPlot, newTree, sights, surveyWithPlot } from '../testing/made.ts';
import { textsOfPages } from '../testing/pdf.ts';
import { inEnglish } from '../../../../core/src/testing/english.ts';

beforeAll(useTestDatabase);

const SAWLOG = {
  name: 'sawlog',
  lengthsM: [4, 5],
  trimM: 0.1,
  smallestTopCm: 22,
  allows: ['sweep'],
  unit: 'm3',
  price: 85,
} as const;
const PRICES = {
  currency: 'EUR',
  pricesOf: '2026-06-01',
  products: [SAWLOG],
  costs: [{ name: 'felling', per: 'm3', amount: 14 }],
} as const;
const OWN = {
  by: 'equation',
  errorShare: 0.08,
  equation: {
    id: 'own',
    name: 'Our pine',
    of: { form: 'user', text: '0.00004 * D^2 * H' },
    species: 'pine',
    region: 'this survey',
    bark: 'over',
    rangeCm: [10, 50],
    confidence: 'own',
    source: '30 stems of this survey',
  },
} as const;
const wood = (over: object = {}) => ({
  ...act(),
  species: [{ speciesCode: 'sp', barkRatio: 0.9, volume: OWN }],
  stumpM: 0.3,
  topCm: 7,
  prices: PRICES,
  ...over,
});

describe('how a survey works out its wood', () => {
  it('is nothing special at first, and is kept once settled', async () => {
    const { survey } = await surveyWithPlot();
    const path = `/api/surveys/${survey.id}/wood`;
    const before = await api<{ wood: WoodSettings; history: unknown[] }>('GET', path);
    expect(before.body.wood).toEqual({ species: [], stumpM: 0.3, topCm: 7, prices: null });
    expect(before.body.history).toEqual([]);
    const first = wood();
    expect((await api('POST', path, first)).status).toBe(201);
    expect((await api('POST', path, first)).status).toBe(200);
    expect((await api('POST', path, { ...first, topCm: 9 })).status).toBe(409);
    const { body } = await api<SurveyView>('GET', `/api/surveys/${survey.id}`);
    expect(body.wood).toMatchObject({ topCm: 7, prices: { currency: 'EUR', products: [SAWLOG] } });
  });

  it('follows what was settled before, and keeps that to be looked up', async () => {
    const { survey } = await surveyWithPlot();
    const path = `/api/surveys/${survey.id}/wood`;
    const first = wood();
    await api('POST', path, first);
    // A second beginning, and one that does not know of the first, are both too late.
    expect((await api('POST', path, wood({ topCm: 10 }))).status).toBe(409);
    expect((await api('POST', path, wood({ topCm: 10, replaces: uuid() }))).status).toBe(409);
    const second = wood({ topCm: 10, replaces: first.id, prices: null });
    expect((await api('POST', path, second)).status).toBe(201);
    expect((await api('POST', path, wood({ topCm: 12, replaces: first.id }))).status).toBe(409);
    const { body } = await api<{ wood: WoodSettings; history: WoodView[] }>('GET', path);
    expect(body.wood.topCm).toBe(10);
    expect(body.history.map(({ id, topCm }) => [id, topCm])).toEqual([
      [second.id, 10],
      [first.id, 7],
    ]);
  });

  it('gives the trees of a species their volume, with its ±', async () => {
    const { survey, plot } = await surveyWithPlot();
    const readings = () => [dbhReading(36), ...sights(62, -8, 25)];
    const pine = newTree(plot.id, '1', { speciesCode: 'sp', readings: readings() });
    const beech = newTree(plot.id, '2', { speciesCode: 'bt', readings: readings() });
    await api('POST', '/api/trees', pine);
    await api('POST', '/api/trees', beech);
    await api('POST', `/api/surveys/${survey.id}/wood`, wood());
    const of = async (id: string) => (await api<TreeView>('GET', `/api/trees/${id}`)).body;
    // 17.5 m: 0.00004 × 36² × 17.5 = 0.907; by the form factor 0.45 × π ÷ 4 × 0.36² × 17.5 = 0.802
    const { volume, dbh, height } = await of(pine.id);
    expect(volume?.value).toBeCloseTo(0.9072, 4);
    const shares = [(2 * (dbh?.standardError ?? 0)) / 36, (height?.standardError ?? 0) / 17.5, OWN.errorShare];
    expect((volume?.standardError ?? 0) / 0.9072).toBeCloseTo(Math.hypot(...shares), 4);
    expect((await of(beech.id)).volume?.value).toBeCloseTo(0.8016, 4);
  });

  it('says of a tree that it lies outside the range of its table', async () => {
    const { survey, plot } = await surveyWithPlot();
    const thick = newTree(plot.id, '1', { speciesCode: 'sp', readings: [dbhReading(60), ...sights(62, -8, 25)] });
    await api('POST', '/api/trees', thick);
    await api('POST', `/api/surveys/${survey.id}/wood`, wood());
    const { body } = await api<TreeView>('GET', `/api/trees/${thick.id}`);
    expect(inEnglish(body.findings.find(({ code }) => code === 'volume.range')?.message)).toContain('10 to 50 cm');
    const { body: summary } = await api<SurveySummary>('GET', `/api/surveys/${survey.id}/summary`);
    expect(summary.outsideTables).toBe(1);
  });

  it('prints a table for each species, by its own way', async () => {
    const { survey } = await surveyWithPlot({
      species: [
        { code: 'sp', name: 'Сосна', crown: 'layered' },
        { code: 'bt', name: 'Beech', crown: 'dome' },
      ],
    });
    await api('POST', `/api/surveys/${survey.id}/wood`, wood());
    const table = async (query: string) =>
      sendJson(new Request(`http://test/print/species-table.pdf?survey=${survey.id}&${query}`));
    const pages = await textsOfPages(new Uint8Array(await (await table('species=sp&show=volume')).arrayBuffer()));
    expect(pages).toHaveLength(1);
    const [pine = []] = pages;
    // The typeface has the letters of the name.
    expect(pine[0]).toContain('Сосна');
    expect(pine[1]).toContain('by Our pine; Test wood');
    // 0.00004 × 40² × 25 at 40 cm and 25 m; nothing for 10 cm and 40 m.
    expect(pine).toContain('1.60');
    // Made from 10 to 50 cm: 0.00004 × 60² × 30 stands in brackets.
    expect(pine).toContain('(4.32)');
    const [beech = []] = await textsOfPages(new Uint8Array(await (await table('species=bt&show=doyle')).arrayBuffer()));
    expect(beech[0]).toBe('Beech: board feet by Doyle');
    for (const query of ['species=xx&show=volume', 'species=bt&show=guess', 'species=bt'])
      expect((await table(query)).status, query).toBe(422);
  });

  it('hands out its stems to be cut in thought, heights filled from the curve and said to be', async () => {
    const { survey, plot } = await surveyWithPlot();
    await api('POST', `/api/surveys/${survey.id}/wood`, wood());
    // h = 1.3 + 30 exp(−14 ÷ d), read as 25 m × (top − base) ÷ 100 with the base 6 % below.
    const top = (dbhCm: number) => (1.3 + 30 * Math.exp(-14 / dbhCm)) / 0.25 - 6;
    for (const [i, dbhCm] of [12, 15, 18, 22, 26, 30, 35, 41, 48, 56].entries()) {
      const readings = [dbhReading(dbhCm), ...sights(Number(top(dbhCm).toFixed(1)), -6, 25)];
      await api('POST', '/api/trees', newTree(plot.id, String(i + 1), { readings }));
    }
    await api('POST', '/api/trees', newTree(plot.id, '11', { readings: [dbhReading(33)] }));
    await finishPlot(plot.id);
    const { body } = await api<StandView>('GET', `/api/surveys/${survey.id}/stems`);
    expect(body).toMatchObject({ plots: 1, byCurve: 1, without: 0 });
    expect(body.trees).toHaveLength(11);
    expect(body.kinds[0]).toEqual({ taper: { model: 'solids' }, barkRatio: 0.9 });
    const filled = body.trees.find(({ dbhCm }) => dbhCm === 33);
    expect(filled?.perHa).toBe(20);
    expect(filled?.heightM).toBeCloseTo(1.3 + 30 * Math.exp(-14 / 33), 0);
    expect((await api('GET', `/api/surveys/${uuid()}/stems`)).status).toBe(404);
  });

  it.each([
    [
      'an unknown variable',
      {
        species: [
          {
            speciesCode: 'sp',
            barkRatio: 0.9,
            volume: { ...OWN, equation: { ...OWN.equation, of: { form: 'user', text: 'D * W' } } },
          },
        ],
      },
      '/species/0/volume',
      'W',
    ],
    [
      'a species of elsewhere',
      { species: [{ speciesCode: 'oak', barkRatio: 0.9 }] },
      '/species/0/speciesCode',
      'sp, bt',
    ],
    [
      'two prices for one thing',
      { prices: { ...PRICES, products: [SAWLOG, { ...SAWLOG, price: 60 }] } },
      '/prices/products/1/name',
      'two prices',
    ],
    [
      'a cost below nothing',
      { prices: { ...PRICES, costs: [{ name: 'felling', per: 'm3', amount: -4 }] } },
      '/prices/costs/0/amount',
      'must be 0 or more',
    ],
    ['a list without its day', { prices: { ...PRICES, pricesOf: 'spring' } }, '/prices/pricesOf', 'must be a date'],
    ['prices left out', { prices: undefined }, '/prices', 'price list'],
    ['more wood than tree', { species: [{ speciesCode: 'sp', barkRatio: 1.2 }] }, '/species/0/barkRatio', '0.7 to 1'],
    [
      'a species twice',
      {
        species: [
          { speciesCode: 'sp', barkRatio: 0.9 },
          { speciesCode: 'sp', barkRatio: 0.9 },
        ],
      },
      '/species',
      'twice',
    ],
    ['species that are null', { species: [null] }, '/species/0', ''],
  ])('refuses %s at its field', async (_words, over, pointer, words) => {
    const { survey } = await surveyWithPlot();
    const { status, body } = await api('POST', `/api/surveys/${survey.id}/wood`, wood(over));
    expect(status).toBe(422);
    const error = body.errors?.find((each) => each.pointer === pointer);
    expect(error, JSON.stringify(body)).toBeDefined();
    expect(error?.detail).toContain(words);
  });
});
