import { randomUUID } from 'node:crypto';
import { beforeAll, describe, expect, it } from 'vitest';
import type { ProblemView, SurveyView } from '../../contracts/views.ts';
import { api, useTestDatabase } from '../testing/api.ts';
import { act, newSurvey, newTree, surveyWithPlot } from '../testing/made.ts';

beforeAll(useTestDatabase);

/** The settings of a survey as they are, with something changed. */
const settings = ({ name, crew, startedOn, slopeUnit, eyeHeightM, design }: SurveyView, over: object = {}) => ({
  ...act(),
  ...{ name, crew, startedOn, slopeUnit, eyeHeightM, design },
  ...over,
});

const change = (survey: SurveyView, body: object) =>
  api<SurveyView & Partial<ProblemView>>('POST', `/api/surveys/${survey.id}/settings`, body);

describe('settings of a survey', () => {
  it('are changed before the first plot, the design included', async () => {
    const { body: survey } = await api<SurveyView>('POST', '/api/surveys', newSurvey());
    const design = { ...survey.design, shape: { kind: 'circle', areaM2: 250 }, heights: { ask: 'every', n: 5 } };
    const body = settings(survey, { name: 'Spring visit', crew: 'Crew Otter', design });
    const { status, body: after } = await change(survey, body);
    expect(status).toBe(200);
    expect(after).toMatchObject({ name: 'Spring visit', crew: 'Crew Otter', design });
    // The same change again is the same write; another one under its identifier is refused.
    expect((await change(survey, body)).status).toBe(200);
    expect((await change(survey, { ...body, name: 'Autumn visit' })).status).toBe(409);
  });

  it('keep the plot type once there are plots, and the whole design once there are trees', async () => {
    const { survey, plot } = await surveyWithPlot();
    const { body: before } = await api<SurveyView>('GET', `/api/surveys/${survey.id}`);
    const shape = { kind: 'circle', areaM2: 250 };
    const other = await change(before, settings(before, { design: { ...before.design, shape } }));
    expect([other.status, other.body.errors?.[0]?.pointer]).toEqual([409, '/design/shape']);
    const heights = { ask: 'every', n: 7 };
    const asked = await change(before, settings(before, { design: { ...before.design, heights } }));
    expect(asked.body.design.heights).toEqual(heights);
    await api('POST', '/api/trees', newTree(plot.id, '1'));
    const late = await change(
      asked.body,
      settings(asked.body, { design: { ...asked.body.design, heights: { ask: 'none' } } }),
    );
    expect([late.status, late.body.errors?.[0]?.pointer]).toEqual([409, '/design']);
    // A name is only a name.
    const named = await change(asked.body, settings(asked.body, { name: 'Renamed' }));
    expect([named.status, named.body.name, named.body.design.heights]).toEqual([200, 'Renamed', heights]);
  });

  it.each([
    [{ name: '' }, '/name'],
    [{ crew: 'a\nb' }, '/crew'],
    [{ startedOn: '2026-02-30' }, '/startedOn'],
    [{ eyeHeightM: 3 }, '/eyeHeightM'],
    [{ slopeUnit: 'turns' }, '/slopeUnit'],
    [{ design: null }, '/design'],
  ])('%j is refused at its field', async (over, pointer) => {
    const { survey } = await surveyWithPlot();
    const { body: before } = await api<SurveyView>('GET', `/api/surveys/${survey.id}`);
    const { status, body } = await change(before, settings(before, over));
    expect([status, body.errors?.[0]?.pointer]).toEqual([422, pointer]);
  });

  it('of no survey are not found', async () => {
    const { survey } = await surveyWithPlot();
    const { body: before } = await api<SurveyView>('GET', `/api/surveys/${survey.id}`);
    expect((await change({ ...before, id: randomUUID() }, settings(before))).status).toBe(404);
  });
});
