import { beforeAll, describe, expect, it } from 'vitest';
import { findMethod } from '@arbolito/core/methods';
import { deadCodes } from '@arbolito/core/protocol';
import type { SurveySummary, TreeView } from '../../contracts/views.ts';
import { services } from '../compose.ts';
import { api, sendJson, useTestDatabase } from '../testing/api.ts';
import { act, dbhReading, finishPlot, knownHeight, newPlot, newTree, sights, surveyWithPlot } from '../testing/made.ts';

beforeAll(useTestDatabase);

const sumsOf = async (surveyId: string) =>
  (await api<SurveySummary>('GET', `/api/surveys/${surveyId}/summary`)).body.sums;

describe('figures that are kept for speed', () => {
  const made = async () => {
    const { survey, plot } = await surveyWithPlot();
    const tree = newTree(plot.id, '1', { readings: [dbhReading(40), ...sights(80, -6, 25)] });
    await api('POST', '/api/trees', tree);
    await finishPlot(plot.id);
    return { survey, plot, tree };
  };
  /** 20 trees a hectare of π d² ÷ 4. */
  const basalAreaOf = (dbhCm: number) => (20 * Math.PI * dbhCm * dbhCm) / 40_000;

  it('follow a correction, its undo, a delete and its undo', async () => {
    const { survey, tree } = await made();
    const basal = async () => (await sumsOf(survey.id)).basalAreaM2PerHa?.mean;
    expect(await basal()).toBeCloseTo(basalAreaOf(40), 9);
    const correction = {
      ...act(),
      tag: '1',
      speciesCode: 'sp',
      readings: [dbhReading(50)],
    };
    await api('POST', `/api/trees/${tree.id}/corrections`, correction);
    expect(await basal()).toBeCloseTo(basalAreaOf(50), 9);
    await api('POST', `/api/corrections/${correction.id}/undo`, act());
    expect(await basal()).toBeCloseTo(basalAreaOf(40), 9);
    const removal = act();
    await api('DELETE', `/api/trees/${tree.id}`, removal);
    expect((await sumsOf(survey.id)).stems).toBe(0);
    await api('POST', `/api/corrections/${removal.id}/undo`, act());
    expect(await basal()).toBeCloseTo(basalAreaOf(40), 9);
  });

  it('follow the way in which the survey works out its wood: 0.45 g h, and d² ÷ 1000', async () => {
    const { survey } = await made();
    const volume = async () => (await sumsOf(survey.id)).volumeM3PerHa?.mean;
    // 21.5 m
    expect(await volume()).toBeCloseTo(basalAreaOf(40) * 21.5 * 0.45, 6);
    const wood = {
      ...act(),
      species: [
        {
          speciesCode: 'sp',
          barkRatio: 0.9,
          volume: {
            by: 'equation',
            errorShare: 0.1,
            equation: {
              id: 'denzin',
              name: 'Denzin',
              of: { form: 'denzin' },
              species: 'any',
              region: 'central Europe',
              bark: 'over',
              confidence: 'high',
              source: 'Denzin 1929',
            },
          },
        },
      ],
      stumpM: 0.3,
      topCm: 7,
      prices: null,
    };
    expect((await api('POST', `/api/surveys/${survey.id}/wood`, wood)).status).toBe(201);
    expect(await volume()).toBeCloseTo(20 * 1.6, 6);
  });

  it('follow trees that come in while somebody looks', async () => {
    const { survey, plot } = await made();
    expect((await sumsOf(survey.id)).stems).toBe(1);
    await Promise.all([
      ...Array.from({ length: 8 }, (_, i) => api('POST', '/api/trees', newTree(plot.id, `n${String(i)}`))),
      sumsOf(survey.id),
    ]);
    expect((await sumsOf(survey.id)).stems).toBe(9);
  });

  it('change on every page, report and file when a method changes', async () => {
    const { survey } = await made();
    const read = async () => {
      const { summary, surveys, report } = services();
      const page = await summary.getOrStale(await surveys.get(survey.id));
      const csv = await sendJson(new Request(`http://test/api/surveys/${survey.id}/tables?name=totals`));
      const paper = (await report.get(survey.id)).parts.find(({ id }) => id === 'totals');
      return {
        page: page?.value.sums.meanHeightM,
        api: (await sumsOf(survey.id)).meanHeightM,
        csv: await csv.text(),
        paper: JSON.stringify(paper),
      };
    };
    const before = await read();
    expect(before.page).toBeCloseTo(21.5, 9);
    const method = findMethod('height.two-angles');
    if (method === null) throw new Error('no method');
    const { compute, description } = method;
    // Another version of the method: every height is a tenth taller.
    Object.assign(method, {
      description: { ...description, version: description.version + 1 },
      compute: (...[readings, book, context]: Parameters<typeof compute>) => {
        const term = compute(readings, book, context);
        return { ...term, exact: term.exact * 1.1, printed: term.printed * 1.1 };
      },
    });
    try {
      const after = await read();
      expect(after.page).toBeCloseTo(23.65, 9);
      expect(after.api).toBeCloseTo(23.65, 9);
      expect(after.csv).not.toBe(before.csv);
      expect(after.paper).not.toBe(before.paper);
    } finally {
      Object.assign(method, { compute, description });
    }
    expect(await read()).toEqual(before);
  });

  it('leave dead trees and unfinished plots out, and take them in where that is asked for', async () => {
    const { survey, plot } = await made();
    await api(
      'POST',
      '/api/trees',
      newTree(plot.id, '2', { readings: [dbhReading(30)], notes: { conditions: ['dead'] } }),
    );
    const begun = newPlot(survey, '2');
    await api('POST', '/api/plots', begun);
    await api('POST', '/api/trees', newTree(begun.id, '1', { readings: [dbhReading(20)] }));
    const { body: own } = await api<SurveySummary>('GET', `/api/surveys/${survey.id}/summary`);
    expect(own.sums.basalAreaM2PerHa?.mean).toBeCloseTo(basalAreaOf(40), 9);
    expect(own.sums.dead?.basalAreaM2PerHa?.mean).toBeCloseTo(basalAreaOf(30), 9);
    expect(own.plotsLeftOut).toEqual([begun.id]);
    // The plot itself shows what it has.
    expect(own.plots.find(({ id }) => id === begun.id)?.sums?.stemsPerHa).toBe(20);
    const { body: all } = await api<SurveySummary>('GET', `/api/surveys/${survey.id}/summary?unfinished=1`);
    expect(all.plotsLeftOut).toEqual([]);
    expect(all.sums.basalAreaM2PerHa?.mean).toBeCloseTo((basalAreaOf(40) + basalAreaOf(20)) / 2, 9);
    const tables = (await api<readonly { id: string }[]>('GET', `/api/surveys/${survey.id}/tables`)).body;
    expect(tables.map(({ id }) => id)).toContain('dead');
  });
});

describe('a broken stem', () => {
  it('takes part in the sums with the wood below its break, by the height curve, and has no volume of its own', async () => {
    const { survey, plot } = await surveyWithPlot();
    // h = 1.3 + 30 exp(−14 ÷ d): 20.1 m at 30 cm.
    for (const [i, dbhCm] of [12, 15, 18, 22, 26, 30, 35, 41, 48, 56].entries()) {
      const heightM = Number((1.3 + 30 * Math.exp(-14 / dbhCm)).toFixed(1));
      const tree = newTree(plot.id, String(i + 1), { readings: [dbhReading(dbhCm), knownHeight(heightM)] });
      expect((await api('POST', '/api/trees', tree)).status).toBe(201);
    }
    await finishPlot(plot.id);
    const volumeOf = async (): Promise<number> => (await sumsOf(survey.id)).volumeM3PerHa?.mean ?? NaN;
    const before = await volumeOf();
    const broken = newTree(plot.id, '11', {
      readings: [dbhReading(30), knownHeight(10)],
      heights: { broken: true },
    });
    const { body } = await api<TreeView>('POST', '/api/trees', broken);
    expect(body.volume).toBeNull();
    expect(body.findings.map(({ code }) => code)).toContain('volume.broken');
    // 20 trees a hectare each; whole it would have 0.45 × π ÷ 4 × 0.3² × 20.1 = 0.64 m³, by its own 10 m half of that.
    const ofTree = ((await volumeOf()) - before) / 20;
    expect(ofTree).toBeGreaterThan(0.64 * 0.7);
    expect(ofTree).toBeLessThan(0.64 * 0.95);
  });
});

describe('trees of one species and size', () => {
  it('have the figures that each has by itself: dead or live, with an error of its own, as a girth', async () => {
    const { survey: made, plot } = await surveyWithPlot();
    const survey = await services().surveys.get(made.id);
    const dead = [...deadCodes(survey.design.conditions)][0] ?? '';
    const readings = [
      dbhReading(30),
      dbhReading(30),
      { ...dbhReading(30), standardError: 1 },
      { ...dbhReading(30), methodId: 'diameter.girth', key: 'girth' },
    ];
    for (const [i, reading] of readings.entries()) {
      const tree = newTree(plot.id, String(i + 1), {
        readings: [reading],
        ...(i === 1 ? { notes: { conditions: [dead] } } : {}),
      });
      const { status, body } = await api('POST', '/api/trees', tree);
      expect([status, body.errors]).toEqual([201, undefined]);
    }
    const { trees } = services();
    const together = await trees.listOfPlot(plot.id);
    expect(together).toEqual(await Promise.all(together.map(({ id }) => trees.get(id))));
    expect(together.map(({ dbh }) => dbh && [dbh.value, Number(dbh.standardError.toFixed(2))])).toEqual([
      [30, expect.any(Number)],
      [30, expect.any(Number)],
      [30, 1],
      // 30 cm ÷ π
      [expect.closeTo(9.549, 3), expect.any(Number)],
    ]);
    expect(together.map((tree) => tree.dead)).toEqual([false, true, false, false]);
  });
});
