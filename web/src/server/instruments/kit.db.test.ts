import { v4 as uuid } from 'uuid';
import { beforeAll, describe, expect, it } from 'vitest';
import type { InstrumentCheckDto, InstrumentDto } from '../../contracts/kit.ts';
import type { InstrumentView } from '../../contracts/views.ts';
import { api, useTestDatabase } from '../testing/api.ts';
import { act } from '../testing/made.ts';
import { inEnglish } from '../../../../core/src/testing/english.ts';

beforeAll(useTestDatabase);

const WRITER = { observer: 'Crew Badger', device: 'test device' };

const clinometer = (crew: string, over: Partial<InstrumentDto> = {}): InstrumentDto => ({
  id: uuid(),
  ...WRITER,
  crew,
  kind: 'clinometer',
  name: 'clinometer 2',
  unit: 'pct',
  graduation: 0.5,
  standardError: 1,
  everyDays: 30,
  ...over,
});

const zero = (over: Partial<InstrumentCheckDto> = {}): InstrumentCheckDto => ({
  id: uuid(),
  ...WRITER,
  checkedAt: '2026-06-01T08:00:00Z',
  readings: { check: 'zero', forth: 12, back: -8 },
  ...over,
});

const kitOf = async (crew: string): Promise<InstrumentView[]> =>
  (await api<InstrumentView[]>('GET', `/api/instruments?crew=${encodeURIComponent(crew)}`)).body;

describe('the kit of a crew', () => {
  it('keeps an instrument once, and lists it with its crew alone', async () => {
    const made = clinometer('Crew Otter');
    expect((await api('POST', '/api/instruments', made)).status).toBe(201);
    expect((await api('POST', '/api/instruments', made)).status).toBe(200);
    expect((await api('POST', '/api/instruments', { ...made, name: 'another' })).status).toBe(409);
    expect(inEnglish((await kitOf('Crew Otter')).map(({ name, unit, checks }) => [name, unit, checks]))).toEqual([
      ['clinometer 2', 'pct', []],
    ]);
    expect(await kitOf('Crew Marten')).toEqual([]);
    const { body: all } = await api<InstrumentView[]>('GET', '/api/instruments');
    expect(all.map(({ id }) => id)).toContain(made.id);
  });

  it('keeps a log of checks, the latest first, each with what it says', async () => {
    const made = clinometer('Crew Stoat');
    await api('POST', '/api/instruments', made);
    const path = `/api/instruments/${made.id}/checks`;
    const later = zero({ checkedAt: '2026-07-01T08:00:00Z', readings: { check: 'zero', forth: 10.5, back: -9.5 } });
    expect((await api('POST', path, later)).status).toBe(201);
    const first = zero();
    const { status, body } = await api<InstrumentView>('POST', path, first);
    expect(status).toBe(201);
    // (10.5 − 9.5) ÷ 2 and (12 − 8) ÷ 2
    expect(
      body.checks.map(({ checkedAt, result }) => [checkedAt.slice(0, 10), result.reads?.toFixed(9), result.passes]),
    ).toEqual([
      ['2026-07-01', '0.500000000', true],
      ['2026-06-01', '2.000000000', false],
    ]);
    expect((await api('POST', path, first)).status).toBe(200);
    expect((await api('POST', path, { ...first, readings: { check: 'zero', forth: 1, back: 1 } })).status).toBe(409);
  });

  it('holds a pace against the test before', async () => {
    const made = clinometer('Crew Vole', { kind: 'paces', name: 'paces of J.', unit: 'm' });
    await api('POST', '/api/instruments', made);
    const path = `/api/instruments/${made.id}/checks`;
    const walked = (checkedAt: string, paces: number) =>
      api<InstrumentView>(
        'POST',
        path,
        zero({ checkedAt, readings: { check: 'pace-line', line: 50, paces: [paces] } }),
      );
    await walked('2026-05-01T08:00:00Z', 62.5);
    const { body } = await walked('2026-06-01T08:00:00Z', 65.8);
    // 0.7599 m after 0.8000 m
    expect(inEnglish(body.checks[0]?.result.words)).toContain('5.0 % shorter');
  });

  it('takes an instrument out of use and keeps its log', async () => {
    const made = clinometer('Crew Shrew');
    await api('POST', '/api/instruments', made);
    await api('POST', `/api/instruments/${made.id}/checks`, zero());
    expect((await api('DELETE', `/api/instruments/${made.id}`, act())).status).toBe(200);
    expect((await api('DELETE', `/api/instruments/${made.id}`, act())).status).toBe(200);
    expect(await kitOf('Crew Shrew')).toEqual([]);
    // Its log goes on taking what was checked before.
    const { body } = await api<InstrumentView>('POST', `/api/instruments/${made.id}/checks`, zero());
    expect(body.checks).toHaveLength(2);
  });

  it.each([
    ['a scale that it does not carry', { unit: 'm' }, '/unit', 'unit-of-kind'],
    ['a kind that nobody knows', { kind: 'divining rod' }, '/kind', 'isIn'],
    ['no name', { name: ' ' }, '/name', 'isLine'],
    ['an error of 0', { standardError: 0 }, '/standardError', 'isWithin'],
    ['half a day', { everyDays: 0.5 }, '/everyDays', 'isWhole'],
    ['a field that nobody knows', { colour: 'red' }, '/colour', 'unknown-field'],
  ])('refuses an instrument with %s at its field', async (_words, over, pointer, code) => {
    const { status, body } = await api('POST', '/api/instruments', { ...clinometer('Crew Hare'), ...over });
    expect(status).toBe(422);
    expect(body.errors?.find((error) => error.pointer === pointer)?.code).toBe(code);
    expect(await kitOf('Crew Hare')).toEqual([]);
  });

  it.each([
    ['of another kind', { readings: { check: 'pace-line', line: 50, paces: [64] } }, '/readings/check'],
    ['with half of its readings', { readings: { check: 'zero', forth: 3 } }, '/readings/back'],
    ['of yesterday', { checkedAt: 'yesterday' }, '/checkedAt'],
  ])('refuses a check %s at its field', async (_words, over, pointer) => {
    const made = clinometer('Crew Fox');
    await api('POST', '/api/instruments', made);
    const { status, body } = await api('POST', `/api/instruments/${made.id}/checks`, { ...zero(), ...over });
    expect([status, body.errors?.map((error) => error.pointer)]).toEqual([422, [pointer]]);
  });

  it('refuses what was read in two units, and a pace that nobody takes', async () => {
    const made = clinometer('Crew Lynx', { kind: 'laser', name: 'laser', unit: 'm' });
    const paces = clinometer('Crew Lynx', { kind: 'paces', name: 'paces of J.', unit: 'm' });
    for (const each of [made, paces]) await api('POST', '/api/instruments', each);
    const far = zero({ readings: { check: 'fixed-distance', taped: 10, shown: [32.8] } });
    const { status, body } = await api('POST', `/api/instruments/${made.id}/checks`, far);
    expect([status, body.errors?.[0]?.pointer]).toEqual([422, '/readings/shown']);
    const long = zero({ readings: { check: 'pace-line', line: 50, paces: [10] } });
    const answer = await api('POST', `/api/instruments/${paces.id}/checks`, long);
    expect([answer.status, answer.body.errors?.[0]?.pointer]).toEqual([422, '/readings/paces']);
  });

  it('knows no checks of an instrument that does not exist', async () => {
    expect((await api('POST', `/api/instruments/${uuid()}/checks`, zero())).status).toBe(404);
    expect((await api('DELETE', `/api/instruments/${uuid()}`, act())).status).toBe(404);
    expect((await api('PUT', `/api/instruments/${uuid()}`, act())).status).toBe(405);
  });
});
