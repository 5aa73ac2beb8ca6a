import { v4 as uuid } from 'uuid';
import { beforeAll, describe, expect, it } from 'vitest';
import { agreementsOf } from '@arbolito/core/quality';
import type { SurveySummary, SurveyView, TreeView } from '../../contracts/views.ts';
import { services } from '../compose.ts';
import { diameterPairs } from '../results/diameter-pairs.ts';
import { api, useTestDatabase } from '../testing/api.ts';
import { act, dbhReading, finishPlot, newTree, surveyWithPlot } from '../testing/made.ts';

beforeAll(useTestDatabase);

const caliper = (cm: number, observer?: string) => ({
  method: 'diameter.caliper' as const,
  readings: { face: { value: cm, unit: 'cm' as const } },
  ...(observer === undefined ? {} : { observer }),
});
const tape = (cm: number, observer: string) => ({
  method: 'diameter.tape' as const,
  readings: { diameter: { value: cm, unit: 'cm' as const } },
  observer,
});

describe('a stem that was measured twice', () => {
  it('keeps both, and the survey says which of them counts', async () => {
    const { survey, plot } = await surveyWithPlot();
    const tree = newTree(plot.id, '1', { readings: [dbhReading(34.5)], notes: { otherDiameters: [caliper(35.1)] } });
    expect((await api('POST', '/api/trees', tree)).status).toBe(201);
    const read = async () => (await api<TreeView>('GET', `/api/trees/${tree.id}`)).body;
    const first = await read();
    expect(first.dbh?.value).toBeCloseTo(34.5, 9);
    expect(first.otherDiameters).toMatchObject([
      { method: 'diameter.caliper', counts: false, difference: { valueCm: expect.closeTo(0.6, 9) as number } },
    ]);
    expect(first.otherDiameters[0]?.figure?.value).toBeCloseTo(35.1, 9);
    await finishPlot(plot.id);
    const basalArea = async () =>
      (await api<SurveySummary>('GET', `/api/surveys/${survey.id}/summary`)).body.sums.basalAreaM2PerHa?.mean;
    // π ÷ 4 × 0.345² × 20
    expect(await basalArea()).toBeCloseTo(1.8696, 4);
    const wood = {
      ...act(),
      id: uuid(),
      species: [],
      stumpM: 0.3,
      topCm: 7,
      prices: null,
      diameterMethod: 'diameter.caliper',
    };
    expect((await api('POST', `/api/surveys/${survey.id}/wood`, wood)).status).toBe(201);
    expect((await read()).dbh?.value).toBeCloseTo(35.1, 9);
    // π ÷ 4 × 0.351² × 20
    expect(await basalArea()).toBeCloseTo(1.9352, 4);
  });

  it.each([
    [{ otherDiameters: [{ ...caliper(35), readings: null }] }, '/notes/otherDiameters/0/readings'],
    [{ otherDiameters: [caliper(3500)] }, '/notes/otherDiameters'],
    [{ otherDiameters: Array.from({ length: 7 }, () => caliper(35)) }, '/notes/otherDiameters'],
    [
      { upperDiameters: [{ height: { value: 5, unit: 'm' }, method: 'diameter.tape', readings: null }] },
      '/notes/upperDiameters/0/readings',
    ],
    [
      { upperDiameters: [{ height: { value: 5, unit: 'furlong' }, method: 'diameter.tape', readings: {} }] },
      '/notes/upperDiameters',
    ],
  ])('%j is refused at its field', async (notes, pointer) => {
    const { plot } = await surveyWithPlot();
    const { status, body } = await api('POST', '/api/trees', { ...newTree(plot.id, '1'), notes });
    expect([status, body.errors?.[0]?.pointer]).toEqual([422, pointer]);
  });

  it('refuses a method that is none of a second diameter as the one that counts', async () => {
    const { survey } = await surveyWithPlot();
    const wood = { ...act(), species: [], stumpM: 0.3, topCm: 7, prices: null, diameterMethod: 'height.two-angles' };
    const { status, body } = await api('POST', `/api/surveys/${survey.id}/wood`, wood);
    expect([status, body.errors?.[0]?.pointer]).toEqual([422, '/diameterMethod']);
  });

  it('compares two instruments, and two people with the same one, over the survey', async () => {
    const { survey, plot } = await surveyWithPlot();
    // Tape and caliper: differences 0.4, 0.6, 0.8. Two people with the tape: 0.1, 0.2, 0.3.
    for (const [i, cm] of [30, 40, 50].entries()) {
      const otherDiameters = [caliper(cm + 0.4 + 0.2 * i), tape(cm + 0.1 + 0.1 * i, 'Crew Heron')];
      await api(
        'POST',
        '/api/trees',
        newTree(plot.id, String(i), { readings: [dbhReading(cm)], notes: { otherDiameters } }),
      );
    }
    const { body } = await api<SurveyView>('GET', `/api/surveys/${survey.id}`);
    const pairs = diameterPairs(await services().trees.severalDiameters(body));
    const [methods] = agreementsOf(pairs.methods, 'cm');
    expect([methods?.trees, methods?.unit]).toEqual([3, 'cm']);
    // Caliper comes before tape in the alphabet: the difference is tape − caliper.
    expect(methods?.meanDifference).toBeCloseTo(-0.6, 6);
    const [people] = agreementsOf(pairs.people, 'cm');
    expect([people?.first, people?.second]).toEqual(['Crew Badger', 'Crew Heron']);
    expect(people?.meanDifference).toBeCloseTo(0.2, 6);
    // s = 0.1, so 0.1 ÷ √3.
    expect(people?.standardError).toBeCloseTo(0.0577, 3);
  });
});
