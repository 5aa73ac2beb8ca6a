import { v4 as uuid } from 'uuid';
import { beforeAll, describe, expect, it } from 'vitest';
import type { PersonView } from '../../contracts/people.ts';
import { api, useTestDatabase } from '../testing/api.ts';

beforeAll(useTestDatabase);

const person = (name: string, over: object = {}) => ({
  id: uuid(),
  observer: name,
  device: 'test device',
  name,
  eyeHeightM: 1.62,
  paceM: 0.75,
  paceErrorM: 0.01,
  ...over,
});

describe('people who measure', () => {
  it('have an eye height and a pace; the latest count, and the same write again changes nothing', async () => {
    const name = `Test ${uuid().slice(0, 8)}`;
    const first = person(name);
    expect((await api('POST', '/api/people', first)).status).toBe(201);
    expect((await api('POST', '/api/people', first)).status).toBe(200);
    expect((await api('POST', '/api/people', { ...first, eyeHeightM: 1.7 })).status).toBe(409);
    await api('POST', '/api/people', person(name, { eyeHeightM: 1.64, paceM: undefined, paceErrorM: undefined }));
    const { body } = await api<readonly PersonView[]>('GET', '/api/people');
    expect(body.filter((each) => each.name === name)).toMatchObject([{ eyeHeightM: 1.64, pace: null }]);
  });

  it.each([
    [{ name: '' }, '/name'],
    [{ eyeHeightM: 16 }, '/eyeHeightM'],
    [{ paceM: 7 }, '/paceM'],
    [{ paceM: undefined, paceErrorM: 0.01 }, '/paceErrorM'],
    [{ paceErrorM: -1 }, '/paceErrorM'],
  ])('%j is refused at its field', async (over, pointer) => {
    const { status, body } = await api('POST', '/api/people', person('AB', over));
    expect([status, body.errors?.[0]?.pointer]).toEqual([422, pointer]);
  });
});
