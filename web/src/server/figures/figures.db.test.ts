import { beforeAll, describe, expect, it } from 'vitest';
import type { SurveySummary } from '../../contracts/views.ts';
import { api, useTestDatabase } from '../testing/api.ts';
import { act, dbhReading, newTree, sights, surveyWithPlot } from '../testing/made.ts';

beforeAll(useTestDatabase);

const sumsOf = async (surveyId: string) =>
  (await api<SurveySummary>('GET', `/api/surveys/${surveyId}/summary`)).body.sums;

describe('figures that are kept for speed', () => {
  const made = async () => {
    const { survey, plot } = await surveyWithPlot();
    const tree = newTree(plot.id, '1', { readings: [dbhReading(40), ...sights(80, -6, 25)] });
    await api('POST', '/api/trees', tree);
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
});
