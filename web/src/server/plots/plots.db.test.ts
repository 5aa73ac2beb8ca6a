import { v4 as uuid } from 'uuid';
import { beforeAll, describe, expect, it } from 'vitest';
import { USUAL_DESIGN } from '@arbolito/core/protocol';
import type { CorrectionView, PlotView, StandView, SurveySummary, TallyView } from '../../contracts/views.ts';
import { api, useTestDatabase } from '../testing/api.ts';
import { act, dbhReading, knownHeight, newPlot, newSurvey, newTree, surveyWithPlot } from '../testing/made.ts';
import { inEnglish } from '../../../../core/src/testing/english.ts';

beforeAll(useTestDatabase);

const withShape = (shape: object) => ({ areaM2: undefined, shape });
/** A survey without a plot. */
const bareSurvey = async (over: Parameters<typeof newSurvey>[0] = {}) => {
  const survey = newSurvey(over);
  expect((await api('POST', '/api/surveys', survey)).status).toBe(201);
  return survey;
};

describe('a plot of another shape', () => {
  it.each([
    [{ kind: 'rectangle', widthM: 10, lengthM: 50 }, 500, 20],
    [
      {
        kind: 'nested',
        rings: [
          { fromCm: 7, areaM2: 100 },
          { fromCm: 40, areaM2: 500 },
        ],
      },
      500,
      100,
    ],
    // 4 ÷ (π × 0.36² ÷ 4)
    [{ kind: 'variable-radius', factorM2PerHa: 4 }, null, 39.3],
    [{ kind: 'complete-tally', areaM2: 5000 }, 5000, 2],
  ])('%j takes a tree of 36 cm for its own number of stems', async (shape, areaM2, stems) => {
    const survey = await bareSurvey();
    const plot = { ...newPlot(survey, '1'), ...withShape(shape) };
    const { status, body } = await api<PlotView>('POST', '/api/plots', plot);
    expect([status, body.areaM2, body.shape]).toEqual([201, areaM2, shape]);
    await api('POST', '/api/trees', newTree(plot.id, '1', { readings: [dbhReading(36)] }));
    const tally = await api<TallyView>('GET', `/api/tally?plot=${plot.id}`);
    expect(tally.body.sums.stemsPerHa).toBeCloseTo(stems, 1);
  });

  it.each([
    [{}, '/shape/kind'],
    [{ kind: 'variable-radius', factorM2PerHa: 0 }, '/shape/factorM2PerHa'],
    [{ kind: 'circle' }, '/shape/areaM2'],
    [{ kind: 'nested', rings: [] }, '/shape/rings'],
    [{ kind: 'rectangle', widthM: 10, lengthM: '50' }, '/shape/lengthM'],
    ['circle', '/shape'],
  ])('%j is refused at its measure', async (shape, pointer) => {
    const survey = await bareSurvey();
    const { status, body } = await api('POST', '/api/plots', {
      ...newPlot(survey, '1'),
      ...withShape(shape as object),
    });
    expect([status, body.errors?.[0]?.pointer]).toEqual([422, pointer]);
  });

  it('is neither without area, nor with an area and a shape, nor a sample beside a whole tally', async () => {
    const survey = await bareSurvey();
    const none = await api('POST', '/api/plots', { ...newPlot(survey, '1'), areaM2: undefined });
    expect([none.status, none.body.errors?.[0]?.code]).toEqual([422, 'plot-without-area']);
    const both = await api('POST', '/api/plots', { ...newPlot(survey, '1'), shape: { kind: 'circle', areaM2: 100 } });
    expect([both.status, both.body.errors?.[0]?.pointer]).toEqual([422, '/areaM2']);
    expect((await api('POST', '/api/plots', newPlot(survey, '1'))).status).toBe(201);
    const whole = await api('POST', '/api/plots', {
      ...newPlot(survey, '2'),
      ...withShape({ kind: 'complete-tally', areaM2: 5000 }),
    });
    expect([whole.status, whole.body.errors?.[0]?.code]).toEqual([422, 'shape-mixed']);
  });

  it('is laid out as the survey usually does', async () => {
    const shape = { kind: 'variable-radius', factorM2PerHa: 2 } as const;
    const survey = await bareSurvey({ design: { ...USUAL_DESIGN, shape } });
    const plot = { ...newPlot(survey, '1'), areaM2: undefined, asDesigned: true };
    expect((await api<PlotView>('POST', '/api/plots', plot)).body.shape).toEqual(shape);
  });
});

describe('what is known of a plot', () => {
  it('is corrected part by part, and each correction is taken back', async () => {
    const { plot } = await surveyWithPlot();
    const correction = { ...act(), aspectDeg: 225, latitude: 41.2, longitude: -30.9, ground: 'boulders' };
    const { body } = await api<PlotView>('POST', `/api/plots/${plot.id}/corrections`, correction);
    expect(body).toMatchObject({ aspectDeg: 225, latitude: 41.2, longitude: -30.9, ground: 'boulders', slopePct: 20 });
    await api('POST', `/api/plots/${plot.id}/corrections`, { ...act(), slopePct: 35 });
    // The first one does not touch the slope: it is taken back by itself no more.
    expect((await api('POST', `/api/corrections/${correction.id}/undo`, act())).status).toBe(409);
    const history = await api<readonly CorrectionView[]>('GET', `/api/plots/${plot.id}/corrections`);
    const last = history.body.at(-1);
    expect((await api('POST', `/api/corrections/${last?.id ?? ''}/undo`, act())).status).toBe(200);
    expect((await api('POST', `/api/corrections/${correction.id}/undo`, act())).status).toBe(200);
    expect((await api<PlotView>('GET', `/api/plots/${plot.id}`)).body).toMatchObject({ aspectDeg: null, slopePct: 20 });
  });

  it.each([
    [{ latitude: 41 }, '/longitude'],
    [{ aspectDeg: 400 }, '/aspectDeg'],
    [{ latitude: 95, longitude: 0 }, '/latitude'],
    [{ measuredOn: '2026-02-31' }, '/measuredOn'],
    [{ empty: 'no' }, '/empty'],
  ])('%j is refused at its field', async (over, pointer) => {
    const { plot } = await surveyWithPlot();
    const { status, body } = await api('POST', `/api/plots/${plot.id}/corrections`, { ...act(), ...over });
    expect([status, body.errors?.[0]?.pointer]).toEqual([422, pointer]);
  });

  it('is empty only without trees', async () => {
    const { plot } = await surveyWithPlot();
    await api('POST', '/api/trees', newTree(plot.id, '1'));
    const refused = await api('POST', `/api/plots/${plot.id}/corrections`, { ...act(), finished: true, empty: true });
    expect([refused.status, refused.body.errors?.[0]?.code]).toEqual([409, 'plot-has-trees']);
    expect((await api<PlotView>('GET', `/api/plots/${plot.id}`)).body).toMatchObject({ finished: false, empty: false });
  });
});

describe('a survey that tallies every tree', () => {
  it('has no error of sampling', async () => {
    const survey = await bareSurvey();
    for (const [label, areaM2, trees] of [
      ['A', 4000, 2],
      ['B', 1000, 3],
    ] as const) {
      const plot = { ...newPlot(survey, label), ...withShape({ kind: 'complete-tally', areaM2 }) };
      await api('POST', '/api/plots', plot);
      for (let i = 1; i <= trees; i += 1) await api('POST', '/api/trees', newTree(plot.id, String(i)));
    }
    const { sums, sampling } = (await api<SurveySummary>('GET', `/api/surveys/${survey.id}/summary`)).body;
    // Five trees on half a hectare.
    expect(sums.stemsPerHa).toMatchObject({ standardError: null });
    expect(sums.stemsPerHa?.mean).toBeCloseTo(10, 9);
    expect(inEnglish([sums.weighing, sampling])).toEqual(['whole', null]);
  });
});

describe('regeneration on subplots', () => {
  const seedlings = (count: number, speciesCode = 'bt') => ({ speciesCode, heightClass: 'seedling', count });
  const keep = (plotId: string, regeneration: object) =>
    api<PlotView>('POST', `/api/plots/${plotId}/corrections`, { ...act(), regeneration });

  it('is kept with its plot, in the summary and the tables, and can be taken back', async () => {
    const { survey, plot } = await surveyWithPlot();
    const second = newPlot(survey, '2');
    await api('POST', '/api/plots', second);
    const regeneration = { areaM2: 10, counts: [seedlings(4), seedlings(1, 'sp')] };
    expect((await keep(plot.id, regeneration)).body.regeneration).toEqual(regeneration);
    await keep(second.id, { areaM2: 10, counts: [] });
    const summary = async () => (await api<SurveySummary>('GET', `/api/surveys/${survey.id}/summary`)).body;
    const { regeneration: sums } = await summary();
    // Five stems on 10 m² and none on the other plot: (5000 + 0) ÷ 2
    expect([sums?.plots, sums?.rows[0]?.speciesCode, sums?.rows[0]?.stemsPerHa.mean]).toEqual([2, null, 2500]);
    const table = await api<object>('GET', `/api/surveys/${survey.id}/tables?name=regeneration&as=json`);
    expect(JSON.stringify(table.body)).toContain('2500');
    const history = await api<readonly CorrectionView[]>('GET', `/api/plots/${plot.id}/corrections`);
    await api('POST', `/api/corrections/${history.body.at(-1)?.id ?? ''}/undo`, act());
    expect((await summary()).regeneration?.plots).toBe(1);
  });

  it.each([
    [{ areaM2: 0, counts: [] }, '/regeneration/areaM2'],
    [{ areaM2: 10, counts: [seedlings(0)] }, '/regeneration/counts/0/count'],
    [{ areaM2: 10, counts: [seedlings(3), seedlings(4)] }, '/regeneration/counts'],
    [{ areaM2: 10, counts: [seedlings(3, 'oak')] }, '/regeneration/counts/0/speciesCode'],
    [{ areaM2: 10, counts: null }, '/regeneration/counts'],
  ])('%j is refused at its field', async (regeneration, pointer) => {
    const { plot } = await surveyWithPlot();
    const { status, body } = await api('POST', `/api/plots/${plot.id}/corrections`, { ...act(), regeneration });
    expect([status, body.errors?.[0]?.pointer]).toEqual([422, pointer]);
  });
});

describe('a survey without an area', () => {
  const LIST = { kind: 'tree-list' } as const;
  const listSurvey = async () => {
    // An area of the stratum is ignored: a list has none.
    const strata = [{ id: uuid(), name: 'town', areaHa: 24 }];
    const survey = await bareSurvey({ strata, design: { ...USUAL_DESIGN, shape: LIST } });
    for (const [label, trees] of [
      ['A', 2],
      ['B', 3],
    ] as const) {
      const plot = { ...newPlot(survey, label), areaM2: undefined, asDesigned: true };
      expect((await api<PlotView>('POST', '/api/plots', plot)).body).toMatchObject({ shape: LIST, areaM2: null });
      for (let i = 1; i <= trees; i += 1) {
        const readings = [dbhReading(40), knownHeight(20)];
        await api('POST', '/api/trees', newTree(plot.id, String(i), { readings }));
      }
    }
    return survey;
  };

  it('has totals of its trees, unfinished lists included, in summary, tables and stems to cut', async () => {
    const survey = await listSurvey();
    const { sums, sampling } = (await api<SurveySummary>('GET', `/api/surveys/${survey.id}/summary`)).body;
    expect([sums.weighing, sums.plots, sampling]).toEqual(['list', 2, null]);
    expect(sums.stemsPerHa).toMatchObject({ mean: 5, standardError: null });
    // 5 × 0.45 × π ÷ 4 × 0.4² × 20 = 5.655 m³
    expect(sums.volumeM3PerHa?.mean).toBeCloseTo(5.6549, 3);
    const table = await api<object>('GET', `/api/surveys/${survey.id}/tables?name=result&as=json`);
    expect(JSON.stringify(table.body)).toContain('"total"');
    expect(JSON.stringify(table.body)).not.toMatch(/per ha|\/ha/);
    const stems = await api<StandView>('GET', `/api/surveys/${survey.id}/stems`);
    expect(stems.body).toMatchObject({ isList: true, plots: 1 });
    expect(stems.body.trees.every(({ plot, perHa }) => plot === 0 && perHa === 1)).toBe(true);
  });

  it('takes no plots with an area beside its lists', async () => {
    const survey = await listSurvey();
    const circle = await api('POST', '/api/plots', newPlot(survey, 'C'));
    expect([circle.status, circle.body.errors?.[0]?.code]).toEqual([422, 'shape-mixed']);
    const whole = await api('POST', '/api/plots', {
      ...newPlot(survey, 'D'),
      ...withShape({ kind: 'complete-tally', areaM2: 500 }),
    });
    expect([whole.status, whole.body.errors?.[0]?.code]).toEqual([422, 'shape-mixed']);
  });
});

describe('what is noted of a tree', () => {
  it('is kept, corrected and taken back with it; a code that the survey lacks is refused', async () => {
    const { plot } = await surveyWithPlot();
    const tree = newTree(plot.id, '1', { notes: { conditions: ['dead'], fork: 2, multiplicity: 2 } });
    expect((await api('POST', '/api/trees', tree)).status).toBe(201);
    const notesOf = async () => (await api<{ notes: unknown }>('GET', `/api/trees/${tree.id}`)).body.notes;
    expect(await notesOf()).toEqual({ conditions: ['dead'], fork: 2, multiplicity: 2 });
    const correction = { ...act(), tag: '1', speciesCode: 'sp', readings: tree.readings };
    await api('POST', `/api/trees/${tree.id}/corrections`, correction);
    expect(await notesOf()).toBeNull();
    await api('POST', `/api/corrections/${correction.id}/undo`, act());
    expect(await notesOf()).toEqual({ conditions: ['dead'], fork: 2, multiplicity: 2 });
    const strange = await api('POST', '/api/trees', newTree(plot.id, '2', { notes: { conditions: ['blue'] } }));
    expect([strange.status, strange.body.errors?.[0]?.pointer]).toEqual([422, '/notes/conditions/0']);
    const wrong = await api('POST', '/api/trees', { ...newTree(plot.id, '3'), id: uuid(), notes: { fork: 1 } });
    expect([wrong.status, wrong.body.errors?.[0]?.pointer]).toEqual([422, '/notes/fork']);
  });
  it('counts a tree twice in the sums of its plot', async () => {
    const { plot } = await surveyWithPlot();
    await api('POST', '/api/trees', newTree(plot.id, '1', { notes: { multiplicity: 2 } }));
    const { body } = await api<TallyView>('GET', `/api/tally?plot=${plot.id}`);
    expect(body.sums).toMatchObject({ stems: 1, stemsPerHa: 40 });
  });
});

describe('many plots at once', () => {
  const many = (survey: ReturnType<typeof newSurvey>, ...labels: readonly string[]) => ({
    id: uuid(),
    observer: 'Crew Badger',
    device: 'test device',
    plots: labels.map((label) => ({
      id: uuid(),
      stratumId: survey.strata[0]?.id ?? '',
      label,
      latitude: 41.25,
      longitude: -30.5,
      slopePct: 12,
    })),
  });
  const labelsOf = async (surveyId: string) =>
    (await api<PlotView[]>('GET', `/api/plots?survey=${surveyId}`)).body.map(({ label }) => label);

  it('are laid out as the survey lays its plots, once however often they are sent', async () => {
    const survey = await bareSurvey();
    const body = many(survey, '1', '2', '10');
    const answer = await api('POST', `/api/surveys/${survey.id}/plots`, body);
    expect([answer.status, answer.body]).toEqual([201, { plots: 3, created: true }]);
    const { body: laid } = await api<PlotView[]>('GET', `/api/plots?survey=${survey.id}`);
    expect(laid[0]).toMatchObject({ shape: USUAL_DESIGN.shape, latitude: 41.25, slopePct: 12, auxiliary: null });
    expect((await api('POST', `/api/surveys/${survey.id}/plots`, body)).status).toBe(200);
    expect(await labelsOf(survey.id)).toEqual(['1', '2', '10']);
  });

  it('sent several times at once are made once, and every sender is told that they are there', async () => {
    const survey = await bareSurvey();
    const body = many(survey, ...Array.from({ length: 40 }, (_, i) => String(i + 1)));
    const answers = await Promise.all(
      Array.from({ length: 6 }, () => api('POST', `/api/surveys/${survey.id}/plots`, body)),
    );
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 200, 200, 200, 200, 201]);
    expect(await labelsOf(survey.id)).toHaveLength(40);
  });

  it('are all there or none: a label that is taken is named at its plot', async () => {
    const survey = await bareSurvey();
    await api('POST', '/api/plots', newPlot(survey, '2'));
    const refused = await api('POST', `/api/surveys/${survey.id}/plots`, many(survey, '1', '2'));
    expect([refused.status, refused.body.errors?.[0]?.pointer]).toEqual([409, '/plots/1/label']);
    const stranger = many(survey, '3', '4');
    const wrong = {
      ...stranger,
      plots: stranger.plots.map((plot, i) => (i === 1 ? { ...plot, stratumId: uuid() } : plot)),
    };
    expect((await api('POST', `/api/surveys/${survey.id}/plots`, wrong)).status).toBe(422);
    expect(await labelsOf(survey.id)).toEqual(['2']);
  });

  it.each([
    [{ plots: [] }, 422, '/plots'],
    [{ plots: [{}] }, 422, '/plots/0/id'],
    [{ plots: 'many' }, 422, '/plots'],
  ])('%j are refused at their field', async (over, status, pointer) => {
    const survey = await bareSurvey();
    const refused = await api('POST', `/api/surveys/${survey.id}/plots`, { ...many(survey, '1'), ...over });
    expect(refused.status).toBe(status);
    expect(refused.body.errors?.map((error) => error.pointer)).toContain(pointer);
  });

  it('belong to a survey that there is', async () => {
    const survey = newSurvey();
    expect((await api('POST', `/api/surveys/${uuid()}/plots`, many(survey, '1'))).status).toBe(404);
  });
});
