import { beforeAll, describe, expect, it } from 'vitest';
import { USUAL_DESIGN } from '@arbolito/core/protocol';
import type { SurveyView } from '../../contracts/views.ts';
import { api, useTestDatabase } from '../testing/api.ts';
import { act, newTree, surveyWithPlot } from '../testing/made.ts';

beforeAll(useTestDatabase);

const SPECIES = [
  { code: 'sp', name: 'Scots pine', crown: 'layered' },
  { code: 'bt', name: 'Beech', crown: 'dome' },
  { code: 'rb', name: 'Rowan', crown: 'dome' },
];
const DEAD = { code: 'dead', words: 'dead, standing' };
const FUNGI = { code: 'fungi', words: 'fungus on the stem' };

describe('codes of a survey that has begun', () => {
  it('grow, and can be called out at once', async () => {
    const { survey, plot } = await surveyWithPlot();
    const body = { ...act(), species: SPECIES, conditions: [DEAD, FUNGI] };
    const { status, body: after } = await api<SurveyView>('POST', `/api/surveys/${survey.id}/codes`, body);
    expect(status).toBe(200);
    expect(after.species.map(({ code }) => code)).toEqual(['sp', 'bt', 'rb']);
    // Renamed or sent without it, a code stays live or dead.
    expect(after.design).toEqual({ ...USUAL_DESIGN, conditions: [{ ...DEAD, condition: 'dead' }, FUNGI] });
    const line = {
      ...act(),
      madeAt: undefined,
      plotId: plot.id,
      line: '#1 rb 22 fungi',
      observedAt: '2026-06-03T09:15:00Z',
    };
    expect((await api('POST', '/api/tally', line)).status).toBe(201);
    // The same change again is the same write; another one under its name is refused.
    expect((await api('POST', `/api/surveys/${survey.id}/codes`, body)).status).toBe(200);
    const other = { ...body, conditions: [DEAD] };
    expect((await api('POST', `/api/surveys/${survey.id}/codes`, other)).status).toBe(409);
    // The changes of the rules are another matter.
    const rules = await api<{ changes: unknown[] }>('GET', `/api/surveys/${survey.id}/rules`);
    expect(rules.body.changes).toEqual([]);
  });

  it('stay where trees carry them, and nothing is changed then', async () => {
    const { survey, plot } = await surveyWithPlot();
    await api('POST', '/api/trees', newTree(plot.id, '1', { speciesCode: 'bt', notes: { conditions: ['dead'] } }));
    const body = { ...act(), species: SPECIES.slice(0, 1), conditions: [FUNGI] };
    const refused = await api('POST', `/api/surveys/${survey.id}/codes`, body);
    expect(refused.status).toBe(409);
    expect(refused.body.errors?.map(({ pointer }) => pointer)).toEqual(['/species', '/conditions']);
    const after = await api<SurveyView>('GET', `/api/surveys/${survey.id}`);
    expect(after.body.species.map(({ code }) => code)).toEqual(['sp', 'bt']);
    expect(after.body.design.conditions).toEqual(USUAL_DESIGN.conditions);
    // Named otherwise they may be.
    const named = { ...act(), species: [...SPECIES.slice(0, 1), { code: 'bt', name: 'Common beech', crown: 'dome' }] };
    const renamed = await api<SurveyView>('POST', `/api/surveys/${survey.id}/codes`, {
      ...named,
      conditions: [{ ...DEAD, words: 'no leaf left' }],
    });
    expect(renamed.body.species[1]?.name).toBe('Common beech');
  });

  it.each([
    [{ species: [] }, '/species'],
    [{ species: [{ code: 'SP', name: 'x', crown: 'dome' }] }, '/species/0/code'],
    [{ conditions: [DEAD, DEAD] }, '/conditions'],
    [{ conditions: [{ code: 'd', words: 'x' }] }, '/conditions/0/code'],
  ])('%j are refused at their field', async (over, pointer) => {
    const { survey } = await surveyWithPlot();
    const body = { ...act(), species: SPECIES, conditions: [DEAD], ...over };
    const { status, body: problem } = await api('POST', `/api/surveys/${survey.id}/codes`, body);
    expect([status, problem.errors?.[0]?.pointer]).toEqual([422, pointer]);
  });
});
