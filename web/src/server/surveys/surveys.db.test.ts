import { v4 as uuid } from 'uuid';
import { beforeAll, describe, expect, it } from 'vitest';
import type {
  PlotView,
  SurveyListItem,
  SurveySummary,
  SurveyView,
  TallyView,
  TreeView,
  WorkListView,
} from '../../contracts/views.ts';
import { api, sendJson, useTestDatabase } from '../testing/api.ts';
import { act, dbhReading, finishPlot, newPlot, newSurvey, newTree, sights, surveyWithPlot } from '../testing/made.ts';
import { say } from '../../messages/text.ts';
import { inEnglish } from '../../../../core/src/testing/english.ts';

beforeAll(useTestDatabase);

describe('making a survey', () => {
  it('keeps what it settles, once, however often it is sent', async () => {
    const survey = newSurvey({
      strata: [
        { id: uuid(), name: 'north', areaHa: 10 },
        { id: uuid(), name: 'south' },
      ],
    });
    expect((await api('POST', '/api/surveys', survey)).status).toBe(201);
    expect((await api('POST', '/api/surveys', survey)).status).toBe(200);
    expect((await api('POST', '/api/surveys', { ...survey, name: 'another' })).status).toBe(409);
    const { body } = await api<SurveyView>('GET', `/api/surveys/${survey.id}`);
    expect(body).toMatchObject({ name: 'Visit of 2026', place: { name: 'Test wood' }, slopeUnit: 'pct' });
    expect(body.strata.map(({ name, areaHa }) => ({ name, areaHa }))).toEqual([
      { name: 'north', areaHa: 10 },
      { name: 'south', areaHa: null },
    ]);
    const { body: list } = await api<SurveyListItem[]>('GET', '/api/surveys');
    expect(list.find(({ id }) => id === survey.id)).toMatchObject({ plots: 0, plotsFinished: 0, trees: 0 });
  });

  it.each([
    ['no species', { species: [] }, '/species'],
    [
      'a code twice',
      {
        species: [
          { code: 'sp', name: 'a', crown: 'dome' },
          { code: 'sp', name: 'b', crown: 'dome' },
        ],
      },
      '/species',
    ],
    ['a code with a digit', { species: [{ code: 's1', name: 'a', crown: 'dome' }] }, '/species/0/code'],
    ['a species that is null', { species: [null] }, '/species/0'],
    ['no place', { place: [] }, '/place'],
    ['a place without a name', { place: { id: uuid() } }, '/place/name'],
    ['a giant’s eye', { eyeHeightM: 3 }, '/eyeHeightM'],
    ['a form factor of 2', { formFactor: 2 }, '/formFactor'],
    ['a number as text', { breastHeightM: '1.3' }, '/breastHeightM'],
    ['the 31st of June', { startedOn: '2026-06-31' }, '/startedOn'],
    ['a scale of elsewhere', { slopeUnit: 'cubits' }, '/slopeUnit'],
    ['an unknown field', { colour: 'green' }, '/colour'],
  ])('refuses %s at its field', async (_words, over, pointer) => {
    const { status, body } = await api('POST', '/api/surveys', { ...newSurvey(), ...over });
    expect(status).toBe(422);
    expect(body.errors?.map((error) => error.pointer)).toContain(pointer);
  });
});

describe('laying out plots', () => {
  it('keeps labels apart within a survey, and strata to their own', async () => {
    const { survey } = await surveyWithPlot();
    const other = newSurvey();
    await api('POST', '/api/surveys', other);
    const again = await api('POST', '/api/plots', newPlot(survey, '1'));
    expect(again.status).toBe(409);
    expect(again.body.errors?.[0]?.pointer).toBe('/label');
    const stranger = await api('POST', '/api/plots', newPlot(survey, '2', { stratumId: other.strata[0]?.id ?? '' }));
    expect(stranger.status).toBe(422);
    expect(stranger.body.errors?.[0]?.pointer).toBe('/stratumId');
    expect((await api('POST', '/api/plots', newPlot(survey, '3', { slopePct: 400 }))).status).toBe(422);
    expect((await api<PlotView[]>('GET', `/api/plots?survey=${survey.id}`)).body.map(({ label }) => label)).toEqual([
      '1',
    ]);
  });

  it('is marked finished and opened again by corrections', async () => {
    const { plot } = await surveyWithPlot();
    const finish = { ...act(), finished: true };
    expect((await api<PlotView>('POST', `/api/plots/${plot.id}/corrections`, finish)).body.finished).toBe(true);
    expect((await api<PlotView>('POST', `/api/plots/${plot.id}/corrections`, finish)).status).toBe(200);
    expect((await api('POST', `/api/corrections/${finish.id}/undo`, act())).status).toBe(200);
    expect((await api<PlotView>('GET', `/api/plots/${plot.id}`)).body.finished).toBe(false);
  });
});

describe('the tally', () => {
  const callout = (plotId: string, line: string) => ({
    id: uuid(),
    plotId,
    line,
    observedAt: '2026-06-03T09:15:00Z',
    observer: 'Crew Badger',
    device: 'test device',
  });

  it('keeps the tree that a line calls out, once: 25 × (62 + 8) ÷ 100', async () => {
    const { plot } = await surveyWithPlot();
    const called = callout(plot.id, '#17 sp 34.5 +62 -8 @25');
    const first = await api<TreeView>('POST', '/api/tally', called);
    expect(first.status).toBe(201);
    expect(inEnglish(first.body)).toMatchObject({
      tag: '17',
      speciesCode: 'sp',
      dbh: { printed: '34.5' },
      height: { printed: '17.50' },
    });
    expect((await api('POST', '/api/tally', called)).status).toBe(200);
    const { body } = await api<TallyView>('GET', `/api/tally?plot=${plot.id}`);
    expect(body.trees).toHaveLength(1);
    expect(body.sums).toMatchObject({ stems: 1, stemsPerHa: 20 });
  });

  it.each([
    ['#1 oak 30', '“oak”'],
    ['#1 30', 'species'],
    ['sp 30', 'tag'],
    ['#1 sp 3..5', 'more than one decimal sign'],
    ['#1 sp 30 +62 @25', 'Base is missing'],
  ])('refuses “%s” with the reason', async (line, words) => {
    const { plot } = await surveyWithPlot();
    const { status, body } = await api('POST', '/api/tally', callout(plot.id, line));
    expect(status).toBe(422);
    expect(body.detail).toContain(words);
    expect((await api<TallyView>('GET', `/api/tally?plot=${plot.id}`)).body.trees).toEqual([]);
  });
});

describe('the sums of a survey', () => {
  const stand = [
    ['1', 20, 'sp'],
    ['2', 31, 'sp'],
    ['3', 42, 'bt'],
    ['4', 36, 'sp'],
  ] as const;

  it('do not depend on the order of the writes', async () => {
    const totals: unknown[] = [];
    for (const order of [stand, stand.toReversed()]) {
      const { survey, plot } = await surveyWithPlot();
      for (const [tag, cm, speciesCode] of order) {
        const readings = tag === '4' ? [dbhReading(cm), ...sights(62, -8, 25)] : [dbhReading(cm)];
        await api('POST', '/api/trees', newTree(plot.id, tag, { speciesCode, readings }));
      }
      await finishPlot(plot.id);
      totals.push((await api<SurveySummary>('GET', `/api/surveys/${survey.id}/summary`)).body.sums);
    }
    expect(totals[1]).toEqual(totals[0]);
    expect(totals[0]).toMatchObject({ stems: 4, stemsPerHa: { mean: 80, standardError: null }, heightsMeasured: 1 });
  });

  it('hold a height against the curve of the survey’s other trees', async () => {
    const { survey, plot } = await surveyWithPlot();
    // h = 1.3 + 30 exp(−14 ÷ d), read as 25 m × (top − base) ÷ 100 with the base 6 % below.
    const top = (dbhCm: number) => (1.3 + 30 * Math.exp(-14 / dbhCm)) / 0.25 - 6;
    const diameters = [12, 15, 18, 22, 26, 30, 35, 41, 48, 56];
    for (const [i, dbhCm] of diameters.entries()) {
      const readings = [dbhReading(dbhCm), ...sights(Number(top(dbhCm).toFixed(1)), -6, 25)];
      await api('POST', '/api/trees', newTree(plot.id, String(i + 1), { readings }));
    }
    // At 28 cm the curve says 19.5 m. Read on the 1:15 scale from 20 m, taken for 1:20: a third too tall.
    const wrong = [dbhReading(28), ...sights(26, -1.6, 20)].map((reading) =>
      reading.unit === 'pct' ? { ...reading, unit: 'm20' as const } : reading,
    );
    await api('POST', '/api/trees', newTree(plot.id, '11', { readings: wrong }));
    const { body } = await api<WorkListView>('GET', `/api/surveys/${survey.id}/checks`);
    const odd = body.open.filter(({ message }) => say(message).toLowerCase().includes('height curve of this survey'));
    expect([...new Set(odd.map(({ tag }) => tag))]).toEqual(['11']);
    // Tree API, tally, results and review list say the same of every tree.
    const codes = (findings: readonly { readonly code: string; readonly severity: string }[]): string[] =>
      findings.filter(({ severity }) => severity !== 'note').map(({ code }) => code);
    const { body: summary } = await api<SurveySummary>('GET', `/api/surveys/${survey.id}/summary`);
    const { body: tally } = await api<TallyView>('GET', `/api/tally?plot=${plot.id}`);
    expect(summary.treesToCheck.length).toBeGreaterThan(0);
    for (const tree of tally.trees) {
      const { body: alone } = await api<TreeView>('GET', `/api/trees/${tree.id}`);
      expect(codes(tree.findings)).toEqual(codes(alone.findings));
      expect(
        summary.treesToCheck.filter(({ treeId }) => treeId === tree.id).map(({ finding }) => finding.code),
      ).toEqual(codes(alone.findings));
      const listed = body.open.filter(({ treeId, check }) => treeId === tree.id && check === 'tree');
      expect(listed.map(({ key }) => key.split(' ')[2])).toEqual(codes(alone.findings));
    }
  });

  it('list the trees to look at again, with what is odd about them', async () => {
    const { survey, plot } = await surveyWithPlot();
    await api('POST', '/api/trees', newTree(plot.id, '1', { readings: [dbhReading(36), ...sights(62, 8, 25)] }));
    const { body } = await api<SurveySummary>('GET', `/api/surveys/${survey.id}/summary`);
    expect(body.treesToCheck.map(({ tag, finding }) => `${tag} ${finding.code}`)).toContain('1 height.base-above-eye');
  });
});

describe('requests that are not understood', () => {
  const raw = (body: BodyInit, headers: Record<string, string>) =>
    sendJson(new Request('http://test/api/trees', { method: 'POST', body, headers }));
  const json = { 'content-type': 'application/json' };

  it.each([
    ['broken JSON', '{"id": ', json, 400, 'broken-json'],
    ['nothing', '', json, 400, 'broken-json'],
    ['a list', '[]', json, 422, 'invalid'],
    ['a form', 'a=1', { 'content-type': 'application/x-www-form-urlencoded' }, 415, 'not-json'],
    ['5 MB', 'a'.repeat(5_000_000), json, 413, 'too-large'],
    ['a prototype', '{"__proto__": {"id": 1}, "constructor": 2}', json, 422, 'invalid'],
  ])('%s is a problem with its own sentence', async (_words, body, headers, status, code) => {
    const response = await raw(body, headers);
    expect(response.status).toBe(status);
    expect(response.headers.get('content-type')).toBe('application/problem+json');
    expect(await response.json()).toMatchObject({ status, code });
  });

  it.each([
    ['GET', '/api/trees/nonsense', 404],
    ['GET', `/api/trees/${uuid()}`, 404],
    ['GET', '/api/trees', 422],
    ['GET', '/api/trees?plot=1', 422],
    ['GET', `/api/surveys/${uuid()}/summary`, 404],
    ['POST', `/api/corrections/${uuid()}/undo`, 415],
    ['PUT', '/api/trees', 405],
    ['GET', '/api/nowhere', 404],
  ])('%s %s is %d', async (method, path, status) => {
    const answer = await api(method, path);
    expect(answer.status).toBe(status);
    expect(answer.body.title).not.toBe('');
    if (status === 405) expect(answer.headers.get('allow')).toBe('GET, POST');
  });
});
