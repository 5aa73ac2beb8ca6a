import { v4 as uuid } from 'uuid';
import { beforeAll, describe, expect, it } from 'vitest';
import type { NotebookMoveDto, NotebookTreeDto, NotebookView } from '../../contracts/notebook.ts';
import type { TreeView } from '../../contracts/views.ts';
import { api, sendJson, useTestDatabase } from '../testing/api.ts';
import { act, dbhReading, newTree, sights, surveyWithPlot } from '../testing/made.ts';

beforeAll(useTestDatabase);

const newNote = (over: Partial<NotebookTreeDto> = {}): NotebookTreeDto => ({
  ...act(),
  treeId: uuid(),
  stemId: uuid(),
  name: 'Oak by the well',
  unitSystem: 'metric',
  readings: [dbhReading(36.4), ...sights(80, -6, 25)],
  ...over,
});
const save = (tree: NotebookTreeDto) => api<NotebookView>('POST', '/api/notebook', tree);
const namesOf = async () => (await api<NotebookView[]>('GET', '/api/notebook')).body.map(({ name }) => name);

describe('a tree without a survey', () => {
  it('is kept with its name, its readings and its figures, once', async () => {
    const tree = newNote({
      place: 'Valdeliro',
      note: 'hollow at 4 m',
      notes: { place: { latitude: 41.5, longitude: -30.25 } },
    });
    const { status, body } = await save(tree);
    expect(status).toBe(201);
    expect([body.name, body.place, body.note, body.dbh?.printed, body.height?.printed]).toEqual([
      'Oak by the well',
      'Valdeliro',
      'hollow at 4 m',
      '36.4',
      // 25 × 0.86
      '21.50',
    ]);
    expect(body.notes?.place).toEqual({ latitude: 41.5, longitude: -30.25 });
    expect((await save(tree)).status).toBe(200);
    expect((await api<NotebookView>('GET', `/api/notebook/${tree.treeId}`)).body.readings).toHaveLength(4);
  });

  it('can be a name alone, with a string to be measured later', async () => {
    const tree = newNote({ name: 'String 3', readings: [], stringKept: true });
    expect((await save(tree)).body).toMatchObject({ stringKept: true, dbh: null, height: null });
    const later = {
      ...tree,
      id: uuid(),
      stringKept: false,
      readings: [{ ...dbhReading(123.4), methodId: 'diameter.string', key: 'string' }],
    };
    const { status, body } = await save(later);
    expect(status, JSON.stringify(body)).toBe(201);
    // 123.4 ÷ π
    expect(body.dbh?.value).toBeCloseTo(39.279, 2);
    expect((await namesOf()).filter((name) => name === 'String 3')).toHaveLength(1);
  });

  it('is refused at its fields', async () => {
    const { status, body } = await api(
      'POST',
      '/api/notebook',
      newNote({ name: '', speciesCode: 'xx', readings: [dbhReading(9000)] }),
    );
    expect([status, body.errors?.map(({ pointer }) => pointer)]).toEqual([422, ['/name']]);
    const odd = await api('POST', '/api/notebook', newNote({ speciesCode: 'xx', readings: [dbhReading(9000)] }));
    expect(odd.body.errors?.map(({ pointer }) => pointer)).toEqual(['/speciesCode', '/readings/0']);
  });

  it('goes and comes back', async () => {
    const tree = newNote({ name: 'Goes' });
    await save(tree);
    expect((await api('DELETE', `/api/notebook/${tree.treeId}`, act())).status).toBe(200);
    expect(await namesOf()).not.toContain('Goes');
    expect((await api('GET', `/api/notebook/${tree.treeId}`)).status).toBe(404);
    expect((await api('POST', `/api/notebook/${tree.treeId}/undo`, act())).status).toBe(200);
    expect(await namesOf()).toContain('Goes');
  });

  it('moves onto a plot with its readings as they were read, once', async () => {
    const { plot } = await surveyWithPlot();
    const tree = newNote({ name: 'Moves', speciesCode: 'sp' });
    await save(tree);
    const move: NotebookMoveDto = { ...act(), plotId: plot.id, tag: '12' };
    const { status, body } = await api<TreeView>('POST', `/api/notebook/${tree.treeId}/move`, move);
    expect(status, JSON.stringify(body)).toBe(200);
    expect([body.tag, body.dbh?.printed, body.height?.printed]).toEqual(['12', '36.4', '21.50']);
    expect(body.readings.map(({ asRead, unit }) => `${asRead} ${unit}`).sort()).toEqual([
      '-6 pct',
      '25 m',
      '36.4 cm',
      '80 pct',
    ]);
    const again = await api<TreeView>('POST', `/api/notebook/${tree.treeId}/move`, move);
    expect([again.status, again.body.id]).toEqual([200, body.id]);
    const twice = await api('POST', `/api/notebook/${tree.treeId}/move`, { ...move, id: uuid(), tag: '13' });
    expect(twice.status).toBe(409);
    expect((await api<NotebookView>('GET', `/api/notebook/${tree.treeId}`)).body.movedTo).toBe(body.id);
  });

  it('is refused a tag that is taken and a species that the survey has not, and stays in the notebook', async () => {
    const { plot } = await surveyWithPlot();
    await api('POST', '/api/trees', newTree(plot.id, '1'));
    const tree = newNote({ speciesCode: 'ch' });
    await save(tree);
    const move = (over: Partial<NotebookMoveDto>) =>
      api('POST', `/api/notebook/${tree.treeId}/move`, { ...act(), plotId: plot.id, tag: '2', ...over });
    expect((await move({})).body.errors?.[0]?.pointer).toBe('/speciesCode');
    expect((await move({ tag: '1', speciesCode: 'sp' })).status).toBe(409);
    expect((await move({ speciesCode: 'sp' })).status).toBe(200);
  });

  it('goes out as CSV, harmless to a spreadsheet', async () => {
    await save(newNote({ name: '=1+1' }));
    const csv = await (await sendJson(new Request('http://test/api/notebook.csv'))).text();
    expect(csv).toContain("'=1+1,,,,,36.4,");
    expect(csv.split('\r\n')[0]).toContain('name,place,note,species,species name,dbh (cm)');
  });
});
