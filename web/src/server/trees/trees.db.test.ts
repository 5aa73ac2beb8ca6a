import pg from 'pg';
import { v4 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import type { CorrectionView, ReadingRecord, TreeView } from '../../contracts/views.ts';
import { api, useTestDatabase } from '../testing/api.ts';
import { act, dbhReading, newTree, sights, surveyWithPlot } from '../testing/made.ts';
import { inEnglish } from '../../../../core/src/testing/english.ts';

let sql: pg.Pool;
beforeAll(async () => {
  sql = new pg.Pool({ connectionString: await useTestDatabase() });
});
afterAll(() => sql.end());

const post = <T = TreeView>(path: string, body: unknown) => api<T>('POST', path, body);
const count = async (table: string, where: string, value: string): Promise<number> => {
  const { rows } = await sql.query<{ n: string }>(`select count(*) as n from ${table} where ${where} = $1`, [value]);
  return Number(rows[0]?.n);
};

describe('keeping a tree', () => {
  it('answers the figures worked out from the readings: 25 m by 70 % is 17.50 m', async () => {
    const { plot } = await surveyWithPlot();
    const tree = newTree(plot.id, '1', { readings: [dbhReading(36), ...sights(62, -8, 25)] });
    const { status, body } = await post('/api/trees', tree);
    expect(status).toBe(201);
    expect(body.height).toMatchObject({ printed: '17.50', printedUnit: 'm', printedStandardError: '0.36' });
    expect(body.dbh?.printed).toBe('36.0');
    expect(body.basalAreaM2).toBeCloseTo(0.101788, 6);
    expect(body.readings.map(({ instrument }) => instrument).sort()).toEqual([
      'clinometer',
      'clinometer',
      'diameter tape',
      'tape',
    ]);
  });

  it('keeps every try of a reading, counts their mean and leaves out what a person excluded', async () => {
    const { plot } = await surveyWithPlot();
    const tries = [dbhReading(34.5), { ...dbhReading(34.7), try: 2 }, { ...dbhReading(43.7), try: 3, excluded: true }];
    const tree = newTree(plot.id, '1', { readings: tries, notes: { observerPosition: 'below' } });
    const { status, body } = await post('/api/trees', tree);
    expect(status).toBe(201);
    // (34.5 + 34.7) ÷ 2
    expect(body.dbh?.value).toBeCloseTo(34.6, 9);
    expect(body.notes).toEqual({ observerPosition: 'below' });
    const { body: again } = await api<TreeView>('GET', `/api/trees/${tree.id}`);
    expect(again.readings.map(({ value, try: number, excluded = false }) => [value, number, excluded]).sort()).toEqual([
      [34.5, 1, false],
      [34.7, 2, false],
      [43.7, 3, true],
    ]);
  });

  it('takes five statements at most, whatever the tree has', async () => {
    const { plot } = await surveyWithPlot();
    const sent = vi.spyOn(pg.Client.prototype, 'query');
    try {
      const second = { ...dbhReading(28), stem: 2 };
      const tree = newTree(plot.id, '1', {
        stems: [{ ordinal: 2, id: uuid() }],
        readings: [dbhReading(36), second, ...sights(62, -8, 25)],
      });
      expect((await post('/api/trees', tree)).status).toBe(201);
      expect(sent.mock.calls.length).toBeGreaterThan(0);
      expect(sent.mock.calls.length).toBeLessThanOrEqual(5);
    } finally {
      sent.mockRestore();
    }
  });

  it('changes nothing when the same write comes again, ten times at once', async () => {
    const { plot } = await surveyWithPlot();
    const tree = newTree(plot.id, '1');
    const answers = await Promise.all(Array.from({ length: 10 }, () => post('/api/trees', tree)));
    expect(answers.map(({ status }) => status).sort()).toEqual([...Array<number>(9).fill(200), 201]);
    expect(await count('tree', 'plot_id', plot.id)).toBe(1);
    expect(await count('reading', 'stem_id', tree.stemId)).toBe(1);
  });

  it('refuses other content under the same identifier', async () => {
    const { plot } = await surveyWithPlot();
    const tree = newTree(plot.id, '1');
    await post('/api/trees', tree);
    const { status } = await post('/api/trees', { ...tree, readings: [dbhReading(40)] });
    expect(status).toBe(409);
    expect((await api<TreeView>('GET', `/api/trees/${tree.id}`)).body.dbh?.printed).toBe('36.0');
  });

  it('refuses a tag that is on the plot, naming the field, also when two come at once', async () => {
    const { plot } = await surveyWithPlot();
    const answers = await Promise.all([1, 2, 3].map(() => api('POST', '/api/trees', newTree(plot.id, '7'))));
    expect(answers.map(({ status }) => status).sort()).toEqual([201, 409, 409]);
    const refused = answers.find(({ status }) => status === 409);
    expect(refused?.body.errors?.[0]).toMatchObject({ pointer: '/tag', code: 'tag-used' });
    expect(refused?.body.detail).toContain('Tree 7');
    expect(await count('tree', 'plot_id', plot.id)).toBe(1);
  });

  it('keeps nothing of a tree when one of its readings cannot be kept', async () => {
    const { plot } = await surveyWithPlot();
    const first = newTree(plot.id, '1');
    await post('/api/trees', first);
    const second = newTree(plot.id, '2', { readings: [dbhReading(30), ...first.readings] });
    second.readings[1] = {
      ...(first.readings[0] ?? dbhReading(1)),
      measure: 'height',
      methodId: 'height.known',
      key: 'height',
      unit: 'm',
      value: 20,
    };
    expect((await post('/api/trees', second)).status).toBe(409);
    expect(await count('tree', 'id', second.id)).toBe(0);
    expect(await count('stem', 'tree_id', second.id)).toBe(0);
    expect(await count('observation', 'tree_id', second.id)).toBe(0);
  });

  it.each([
    ['half of a height', { readings: sights(62, -8, 25).slice(0, 2) }, '/readings/0', 'reading.missing'],
    ['a top below the base', { readings: sights(-20, 5, 25) }, '/readings/0', 'height.swapped'],
    ['a dbh of 9 m', { readings: [dbhReading(900)] }, '/readings/0', 'reading.range'],
    ['a dbh of 0', { readings: [dbhReading(0)] }, '/readings/0', 'reading.range'],
    ['a distance of 0', { readings: sights(62, -8, 0) }, '/readings/2', 'reading.range'],
    ['a species of elsewhere', { speciesCode: 'oak' }, '/speciesCode', 'species-unknown'],
    ['a tag with a space', { tag: 'no 7' }, '/tag', 'isShaped'],
    ['a plot that does not exist', { plotId: uuid() }, '/plotId', 'plot-unknown'],
    ['a field that nobody knows', { nickname: 'Old Tom' }, '/nickname', 'unknown-field'],
    [
      'a method that nobody knows',
      { readings: [{ ...dbhReading(30), methodId: 'diameter.guess' }] },
      '/readings/0/methodId',
      'method-unknown',
    ],
    ['one reading twice', { readings: [dbhReading(30), dbhReading(31)] }, '/readings/1/key', 'reading-twice'],
    ['no moment', { observedAt: 'yesterday' }, '/observedAt', 'isMoment'],
    ['a list that is no list', { readings: 'many' }, '/readings', 'arrayMaxSize'],
    ['no writer', { observer: ' ' }, '/observer', 'isLine'],
  ])('refuses %s at its field and keeps nothing', async (_words, over, pointer, code) => {
    const { plot } = await surveyWithPlot();
    const { status, body } = await api('POST', '/api/trees', { ...newTree(plot.id, '1'), ...over });
    expect(status).toBe(422);
    const found = body.errors?.find((error) => error.pointer === pointer);
    expect(body.errors?.map((error) => error.pointer)).toContain(pointer);
    if (code !== 'arrayMaxSize') expect(found?.code).toBe(code);
    expect(found?.detail.length).toBeGreaterThan(10);
    expect(await count('tree', 'plot_id', plot.id)).toBe(0);
  });
});

describe('correcting a tree', () => {
  const correction = (tag: string, readings: unknown) => ({ ...act(), tag, speciesCode: 'sp', readings });

  it('appends the new reading, keeps the old one, and says who changed what', async () => {
    const { plot } = await surveyWithPlot();
    const tree = newTree(plot.id, '1');
    await post('/api/trees', tree);
    const made = correction('1', [dbhReading(38)]);
    expect((await post(`/api/trees/${tree.id}/corrections`, made)).body.dbh?.printed).toBe('38.0');
    expect((await post(`/api/trees/${tree.id}/corrections`, made)).status).toBe(200);

    const { body: all } = await api<ReadingRecord[]>('GET', `/api/readings?tree=${tree.id}`);
    expect(all.map(({ value, inUse, correctionId }) => ({ value, inUse, correctionId }))).toEqual([
      { value: 36, inUse: false, correctionId: null },
      { value: 38, inUse: true, correctionId: made.id },
    ]);
    const { body: history } = await api<CorrectionView[]>('GET', `/api/trees/${tree.id}/corrections`);
    expect(history).toHaveLength(1);
    expect(history[0]).toMatchObject({
      kind: 'change',
      observer: 'Crew Badger',
      device: 'test device',
      before: { tag: '1' },
    });
  });

  it('can be undone, once, as a correction of its own', async () => {
    const { plot } = await surveyWithPlot();
    const tree = newTree(plot.id, '1');
    await post('/api/trees', tree);
    const made = correction('9', [dbhReading(38)]);
    await post(`/api/trees/${tree.id}/corrections`, made);
    const undo = act();
    expect((await post(`/api/corrections/${made.id}/undo`, undo)).status).toBe(200);
    expect((await post(`/api/corrections/${made.id}/undo`, undo)).status).toBe(200);
    expect((await post(`/api/corrections/${made.id}/undo`, act())).status).toBe(409);
    const { body } = await api<TreeView>('GET', `/api/trees/${tree.id}`);
    expect(inEnglish(body)).toMatchObject({ tag: '1', dbh: { printed: '36.0' } });
    const { body: history } = await api<CorrectionView[]>('GET', `/api/trees/${tree.id}/corrections`);
    expect(history.map(({ kind, undoes }) => ({ kind, undoes }))).toEqual([
      { kind: 'change', undoes: null },
      { kind: 'undo', undoes: made.id },
    ]);
  });

  it('does not undo a change that another one stands on', async () => {
    const { plot } = await surveyWithPlot();
    const tree = newTree(plot.id, '1');
    await post('/api/trees', tree);
    const first = correction('1', [dbhReading(38)]);
    const second = correction('1', [dbhReading(39)]);
    await post(`/api/trees/${tree.id}/corrections`, first);
    await post(`/api/trees/${tree.id}/corrections`, second);
    expect((await post(`/api/corrections/${first.id}/undo`, act())).status).toBe(409);
    await post(`/api/corrections/${second.id}/undo`, act());
    expect((await post(`/api/corrections/${first.id}/undo`, act())).status).toBe(200);
    expect((await api<TreeView>('GET', `/api/trees/${tree.id}`)).body.dbh?.printed).toBe('36.0');
  });

  it('never lets a reading on the record be rewritten', async () => {
    const { plot } = await surveyWithPlot();
    const tree = newTree(plot.id, '1');
    await post('/api/trees', tree);
    const rewritten = tree.readings.map((reading) => ({ ...reading, value: 99 }));
    const { status, body } = await api('POST', `/api/trees/${tree.id}/corrections`, correction('1', rewritten));
    expect(status).toBe(422);
    expect(body.errors?.[0]).toMatchObject({ pointer: '/readings/0/id', code: 'reading-rewritten' });
  });

  it('adds a height to a tree that had none, leaving its diameter', async () => {
    const { plot } = await surveyWithPlot();
    const tree = newTree(plot.id, '1');
    await post('/api/trees', tree);
    const added = { ...act(), treeId: tree.id, readings: sights(62, -8, 25) };
    const { body } = await post('/api/readings', added);
    expect(inEnglish(body)).toMatchObject({ dbh: { printed: '36.0' }, height: { printed: '17.50' } });
    expect((await post('/api/readings', added)).status).toBe(200);
    expect(await count('reading', 'stem_id', tree.stemId)).toBe(4);
  });
});

describe('deleting a tree', () => {
  it('takes it out of the plot, frees its tag, and can be undone', async () => {
    const { plot } = await surveyWithPlot();
    const tree = newTree(plot.id, '1');
    await post('/api/trees', tree);
    const gone = act();
    expect((await api<TreeView>('DELETE', `/api/trees/${tree.id}`, gone)).body.deleted).toBe(true);
    expect((await api<TreeView[]>('GET', `/api/trees?plot=${plot.id}`)).body).toEqual([]);
    expect((await api('DELETE', `/api/trees/${tree.id}`, gone)).status).toBe(200);
    expect((await api('DELETE', `/api/trees/${tree.id}`, act())).status).toBe(409);
    expect((await post(`/api/corrections/${gone.id}/undo`, act())).status).toBe(200);
    expect((await api<TreeView[]>('GET', `/api/trees?plot=${plot.id}`)).body.map(({ tag }) => tag)).toEqual(['1']);
  });

  it('is not undone over a new tree with the same tag', async () => {
    const { plot } = await surveyWithPlot();
    const tree = newTree(plot.id, '1');
    await post('/api/trees', tree);
    const gone = act();
    await api('DELETE', `/api/trees/${tree.id}`, gone);
    expect((await post('/api/trees', newTree(plot.id, '1'))).status).toBe(201);
    const { status, body } = await api('POST', `/api/corrections/${gone.id}/undo`, act());
    expect(status).toBe(409);
    expect(body.errors?.[0]?.pointer).toBe('/tag');
  });
});

describe('the database itself', () => {
  it.each([
    [
      'a tree on a plot of another survey',
      `insert into tree (id, survey_id, plot_id, tag, species_code, observer, device, write_digest) select $1, gen_random_uuid(), plot_id, 'x', species_code, 'a', 'b', 'c' from tree where id = $2`,
    ],
    [
      'a species of another survey',
      `insert into tree (id, survey_id, plot_id, tag, species_code, observer, device, write_digest) select $1, survey_id, plot_id, 'x', 'zz', 'a', 'b', 'c' from tree where id = $2`,
    ],
    [
      'a second reading of one key in use',
      `insert into reading (id, observation_id, stem_id, measure, method_id, method_version, key, value, unit, as_read, instrument, try, observer, device, taken_at) select $1, observation_id, stem_id, measure, method_id, 1, key, 1, unit, '1', 'tape', 1, 'a', 'b', now() from reading join stem on stem.id = stem_id where tree_id = $2`,
    ],
    [
      'a reading that is not a number',
      `update reading set value = 'NaN' from stem where stem.id = stem_id and $1::uuid is not null and tree_id = $2`,
    ],
    [
      'a plot of no shape',
      `update plot set shape = '{}' from tree where plot.id = plot_id and $1::uuid is not null and tree.id = $2`,
    ],
    [
      'an undo of nothing',
      `insert into correction (id, subject, subject_id, kind, before, after, made_at, observer, device, write_digest) values ($1, 'tree', $2, 'undo', '{}', '{}', now(), 'a', 'b', 'c')`,
    ],
  ])('does not take %s', async (_words, statement) => {
    const { plot } = await surveyWithPlot();
    const tree = newTree(plot.id, '1');
    await post('/api/trees', tree);
    await expect(sql.query(statement, [uuid(), tree.id])).rejects.toMatchObject({
      code: expect.stringMatching(/^23/) as string,
    });
  });
});
