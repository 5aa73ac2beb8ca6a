import { v4 as uuid } from 'uuid';
import { beforeAll, describe, expect, it } from 'vitest';
import type { WorkListView } from '../../contracts/views.ts';
import { api, useTestDatabase } from '../testing/api.ts';
import { act, dbhReading, newPlot, newTree, sights, surveyWithPlot } from '../testing/made.ts';
import { inEnglish } from '../../../../core/src/testing/english.ts';

beforeAll(useTestDatabase);

const listOf = async (surveyId: string) => (await api<WorkListView>('GET', `/api/surveys/${surveyId}/checks`)).body;

describe('a point of the work list', () => {
  const twins = async () => {
    const { survey, plot } = await surveyWithPlot();
    for (const tag of ['1', '2']) {
      const tree = newTree(plot.id, tag, {
        readings: [dbhReading(36), ...sights(80, -6, 25)].map((r) => ({ ...r, id: uuid() })),
      });
      expect((await api('POST', '/api/trees', tree)).status).toBe(201);
    }
    const { open } = await listOf(survey.id);
    return { survey, plot, point: open.find(({ check }) => check === 'duplicate') };
  };

  it('is cleared with a reason, by name and time, and put back', async () => {
    const { survey, point } = await twins();
    expect(inEnglish(point)).toMatchObject({ plotLabel: '1', tag: '2' });
    const decision = { ...act(), point: point?.key ?? '', cleared: true, reason: 'two trees side by side' };
    const { status, body } = await api<WorkListView>('POST', `/api/surveys/${survey.id}/checks`, decision);
    expect(status).toBe(201);
    expect(body.open.some(({ key }) => key === point?.key)).toBe(false);
    expect(body.cleared[0]?.decision).toMatchObject({ reason: 'two trees side by side', observer: 'Crew Badger' });
    // The same write again changes nothing; another one under its name is refused.
    expect((await api('POST', `/api/surveys/${survey.id}/checks`, decision)).status).toBe(201);
    expect((await api('POST', `/api/surveys/${survey.id}/checks`, { ...decision, reason: 'other' })).status).toBe(409);
    const back = { ...act(), point: point?.key ?? '', cleared: false };
    const { body: again } = await api<WorkListView>('POST', `/api/surveys/${survey.id}/checks`, back);
    expect(again.open.some(({ key }) => key === point?.key)).toBe(true);
  });

  it.each([
    ['no reason', { cleared: true }, '/reason'],
    ['a point that is not there', { point: 'duplicate nobody', cleared: true, reason: 'x' }, '/point'],
    ['neither true nor false', { cleared: 'yes', reason: 'x' }, '/cleared'],
  ])('with %s is refused at its field', async (_, over, pointer) => {
    const { survey, point } = await twins();
    const body = { ...act(), point: point?.key ?? '', ...over };
    const answer = await api('POST', `/api/surveys/${survey.id}/checks`, body);
    expect(answer.status).toBe(422);
    expect(answer.body.errors?.map((error) => error.pointer)).toContain(pointer);
  });

  it('asks about a finished plot without trees until somebody says that it is empty', async () => {
    const { survey } = await surveyWithPlot();
    const plot = newPlot(survey, 'bare');
    await api('POST', '/api/plots', plot);
    await api('POST', `/api/plots/${plot.id}/corrections`, { ...act(), finished: true });
    expect((await listOf(survey.id)).open.map(({ check }) => check)).toEqual(['undeclared-empty-plot']);
    await api('POST', `/api/plots/${plot.id}/corrections`, { ...act(), empty: true });
    expect((await listOf(survey.id)).open).toEqual([]);
    const refused = await api('POST', '/api/trees', newTree(plot.id, '1'));
    expect([refused.status, refused.body.errors?.[0]?.code]).toEqual([409, 'plot-empty']);
  });
});
