import Papa from 'papaparse';
import pg from 'pg';
import { v4 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import type { ImportDone, ImportPreview, ImportView } from '../../contracts/exchange.ts';
import type { ProblemView, TreeView } from '../../contracts/views.ts';
import { type Answer, api, sendJson, useTestDatabase } from '../testing/api.ts';
import { act, dbhReading, knownHeight, newTree, sights, surveyWithPlot } from '../testing/made.ts';

let sql: pg.Pool;
beforeAll(async () => {
  sql = new pg.Pool({ connectionString: await useTestDatabase() });
});
afterAll(() => sql.end());

const file = async <T = ProblemView>(
  surveyId: string,
  csv: string | Uint8Array<ArrayBuffer>,
  query: Record<string, string> = {},
): Promise<Omit<Answer<T>, 'headers'>> => {
  const response = await sendJson(
    new Request(`http://test/api/surveys/${surveyId}/import?${new URLSearchParams(query).toString()}`, {
      method: 'POST',
      body: csv,
      headers: { 'content-type': 'text/csv' },
    }),
  );
  return { status: response.status, body: (await response.json()) as T };
};

type Row = Record<string, string>;

const exportOf = async (surveyId: string): Promise<Row[]> => {
  const response = await sendJson(new Request(`http://test/api/surveys/${surveyId}/trees.csv`));
  return Papa.parse<Row>(await response.text(), { header: true, skipEmptyLines: true }).data;
};
const treesOf = async (plotId: string) => (await api<TreeView[]>('GET', `/api/trees?plot=${plotId}`)).body;
const treeOf = async (id: string) => (await api<TreeView>('GET', `/api/trees/${id}`)).body;
const COMPARE = { existing: 'compare' };
const comparisonOf = async (surveyId: string, rows: readonly Row[]) => {
  const { body } = await file<ImportPreview>(surveyId, Papa.unparse([...rows]), COMPARE);
  expect(body.errors).toEqual([]);
  return body.comparison;
};
const fieldsOf = (comparison: ImportPreview['comparison']) =>
  comparison?.rows.map(({ tag, kind, fields }) => [
    tag,
    kind,
    ...fields.map(({ field, before, after }) => `${field}: ${before} → ${after}`),
  ]);

const girth = (cm: number) => ({ ...dbhReading(cm), methodId: 'diameter.girth', key: 'girth' });
const faces = (first: number, second: number) =>
  [
    ['face', first],
    ['cross', second],
  ].map(([key, value]) => ({
    ...dbhReading(Number(value)),
    methodId: 'diameter.two-faces',
    key: String(key),
  }));

/** A survey of trees that were measured in several ways. */
async function mixedSurvey(unitSystem: 'metric' | 'imperial') {
  const { survey, plot } = await surveyWithPlot({ unitSystem });
  const ids: string[] = [];
  for (const [tag, over] of [
    ['1', { readings: [dbhReading(36.4), ...sights(80, -6, 25)] }],
    [
      '2',
      { readings: [girth(104.3), knownHeight(18.27)], notes: { conditions: ['dead'], bearingDeg: 12.5, awayM: 5.55 } },
    ],
    ['3', { readings: faces(41.2, 38.7), speciesCode: 'bt' }],
    ['4', { readings: [dbhReading(12.34)] }],
    ['5', { readings: [dbhReading(30), { ...dbhReading(22), stem: 2 }], stems: [{ id: uuid(), ordinal: 2 }] }],
  ] as const) {
    const tree = newTree(plot.id, tag, over as Partial<Parameters<typeof newTree>[2]>);
    ids.push(tree.id);
    const { status, body } = await api('POST', '/api/trees', tree);
    expect(status, JSON.stringify(body)).toBe(201);
  }
  return { survey, plot, ids };
}

describe.each(['metric', 'imperial'] as const)('an export of a survey in %s units', (unitSystem) => {
  const isMetric = unitSystem === 'metric';
  const [dbh, height] = isMetric ? ['dbh (cm)', 'height (m)'] : ['dbh (in)', 'height (ft)'];

  it('that comes back as it is changes nothing', async () => {
    const { survey } = await mixedSurvey(unitSystem);
    const comparison = await comparisonOf(survey.id, await exportOf(survey.id));
    expect(fieldsOf(comparison)).toEqual([]);
    expect(comparison).toMatchObject({ added: 0, changed: 0, same: 5, missing: 0 });
  });

  it('lists what was edited: old and new figures, new rows and missing ones, and writes all of it or what is taken', async () => {
    const { survey, plot, ids } = await mixedSurvey(unitSystem);
    const rows = await exportOf(survey.id);
    const [first, second, third] = rows;
    if (first === undefined || second === undefined || third === undefined) throw new Error('three rows');
    const edited: Row[] = [
      { ...first, [dbh]: isMetric ? '36.9' : '14.5', [height]: '' },
      { ...second, species: 'bt', conditions: '' },
      { ...third, tag: '33' },
      { ...first, 'tree id': '', tag: '9', [dbh]: '20', [height]: '' },
      ...rows.slice(4),
    ];
    const comparison = await comparisonOf(survey.id, edited);
    expect(fieldsOf(comparison)).toEqual([
      // 36.4 cm are 14.3 in; 25 × 0.86 = 21.5 m are 70.5 ft.
      [
        '1',
        'changed',
        isMetric ? 'dbh: 36.4 cm → 36.9 cm' : 'dbh: 14.3 in → 14.5 in',
        isMetric ? 'height: 21.50 m → ' : 'height: 70.5 ft → ',
      ],
      ['2', 'changed', 'species: sp → bt', 'conditions: dead → '],
      ['3', 'changed', 'tag: 3 → 33'],
      ['9', 'new'],
    ]);
    expect(comparison?.missingTrees).toEqual([{ no: 1, plot: '1', tag: '4' }]);
    const id = uuid();
    const query = { ...COMPARE, id, revision: comparison?.revision ?? '', skip: '3', remove: 'all' };
    const done = await file<ImportDone>(survey.id, Papa.unparse(edited), query);
    expect([done.status, done.body]).toEqual([201, { id, trees: 1, changed: 2, removed: 1, plots: 0, created: true }]);
    expect((await treesOf(plot.id)).map(({ tag }) => tag)).toEqual(['1', '2', '5', '9', '33']);
    const [one, two] = [await treeOf(ids[0] ?? ''), await treeOf(ids[1] ?? '')];
    expect(one.dbh?.value).toBeCloseTo(isMetric ? 36.9 : 14.5 * 2.54, 9);
    expect(one.height).toBeNull();
    // Row 3 of the file is tree 2: it was not taken.
    expect([two.speciesCode, two.notes?.conditions]).toEqual(['sp', ['dead']]);
    // What was read before stays on the record, out of use.
    const history = (await api<{ inUse: boolean }[]>('GET', `/api/readings?tree=${ids[0] ?? ''}`)).body;
    expect(history.filter(({ inUse }) => !inUse)).toHaveLength(4);
  });

  it('is taken back whole: new trees go, changed and deleted ones are as they were', async () => {
    const { survey, plot } = await mixedSurvey(unitSystem);
    const rows = await exportOf(survey.id);
    const edited = [
      ...rows.slice(1).map((row, i) => ({ ...row, tag: String(i + 1) })),
      { ...rows[0], 'tree id': '', tag: '40' },
    ];
    const id = uuid();
    // Trees 2 to 5 become 1 to 4, the first one is missing, and one is new: each tag passes to another tree.
    const done = await file<ImportDone>(survey.id, Papa.unparse(edited), { ...COMPARE, id, remove: 'all' });
    expect(done.body).toMatchObject({ trees: 1, changed: 4, removed: 1 });
    const undone = await api<ImportView>('POST', `/api/imports/${id}/undo`, act());
    expect([undone.status, undone.body.undoneBy]).toEqual([200, 'Crew Badger']);
    expect((await treesOf(plot.id)).map(({ tag }) => tag)).toEqual(['1', '2', '3', '4', '5']);
    expect((await comparisonOf(survey.id, rows))?.same).toBe(5);
    const again = await api<ImportView>('POST', `/api/imports/${id}/undo`, act());
    expect(again.body.undoneAt).toBe(undone.body.undoneAt);
    const list = await api<ImportView[]>('GET', `/api/surveys/${survey.id}/imports`);
    expect(list.body.map(({ id: each, added, changed }) => [each, added, changed])).toEqual([[id, 1, 4]]);
  });
});

describe('a file that is compared with the record', () => {
  it('is undone without a deadlock while figures of its trees are computed', async () => {
    const { survey } = await mixedSurvey('metric');
    const [first, ...others] = await exportOf(survey.id);
    const id = uuid();
    const edited = [
      { ...first, 'tree id': '', tag: '40' },
      ...others.map((row, i) => ({ ...row, tag: String(50 + i) })),
    ];
    await file<ImportDone>(survey.id, Papa.unparse(edited), { ...COMPARE, id });
    const worker = await sql.connect();
    try {
      const trees = 'select id from tree where survey_id = $1 order by id';
      await worker.query('begin');
      await worker.query(`${trees} limit 1 for share`, [survey.id]);
      const undone = api<ImportView>('POST', `/api/imports/${id}/undo`, act());
      const { rows: own } = await worker.query<{ pid: number }>('select pg_backend_pid() as pid');
      const waiting = 'select pid from pg_stat_activity where $1 = any(pg_blocking_pids(pid))';
      await vi.waitFor(
        async () => {
          expect((await sql.query(waiting, [own[0]?.pid])).rowCount).toBe(1);
        },
        { timeout: 4_000 },
      );
      // Refused at once where the undo had one of them already.
      await worker.query(`${trees} for share nowait`, [survey.id]);
      await worker.query('commit');
      expect((await undone).status).toBe(200);
    } finally {
      worker.release();
    }
  });

  it('is not taken back once one of its trees was changed, and says which', async () => {
    const { survey, plot } = await surveyWithPlot();
    const id = uuid();
    await file(survey.id, 'plot,tag,species,dbh\n1,7,sp,30\n1,8,sp,31\n', { id });
    const [tree] = await treesOf(plot.id);
    await api('DELETE', `/api/trees/${tree?.id ?? ''}`, act());
    const refused = await api('POST', `/api/imports/${id}/undo`, act());
    expect([refused.status, refused.body.detail]).toEqual([
      409,
      '1 tree was changed after this import: 7. Undo those changes first.',
    ]);
    expect((await treesOf(plot.id)).map(({ tag }) => tag)).toEqual(['8']);
  });

  it('is refused where the survey has changed since the preview', async () => {
    const { survey, plot } = await mixedSurvey('metric');
    const rows = (await exportOf(survey.id)).map((row) => ({ ...row, species: 'bt' }));
    const comparison = await comparisonOf(survey.id, rows);
    await api('POST', '/api/trees', newTree(plot.id, '77'));
    const query = { ...COMPARE, id: uuid(), revision: comparison?.revision ?? '' };
    expect((await file(survey.id, Papa.unparse(rows), query)).status).toBe(409);
    expect((await treesOf(plot.id)).filter(({ speciesCode }) => speciesCode === 'bt')).toHaveLength(1);
  });

  it('says at its row what a file cannot do: several stems, another plot, one tree twice', async () => {
    const { survey } = await mixedSurvey('metric');
    const rows = await exportOf(survey.id);
    const wrong = [{ ...rows[4], 'dbh (cm)': '99' }, { ...rows[0], plot: '2' }, rows[1] ?? {}, rows[1] ?? {}];
    const { body } = await file<ImportPreview>(survey.id, Papa.unparse(wrong), COMPARE);
    expect(body.errors.map(({ row, field }) => [row, field])).toEqual([
      [2, 'dbh'],
      [3, 'plot'],
      [5, 'tag'],
    ]);
    expect((await file(survey.id, Papa.unparse(wrong), { ...COMPARE, id: uuid() })).status).toBe(422);
  });

  it('refuses a list of rows that is none', async () => {
    const { survey } = await surveyWithPlot();
    const { status, body } = await file(survey.id, 'plot,tag,species,dbh\n1,1,sp,3\n', { ...COMPARE, skip: '3;4' });
    expect([status, body.errors?.[0]?.pointer]).toEqual([422, '/skip']);
  });
});

describe('files as spreadsheets write them', () => {
  const oneTree = async (csv: string | Uint8Array<ArrayBuffer>, over = {}) => {
    const { survey, plot } = await surveyWithPlot(over);
    const done = await file<ImportDone>(survey.id, csv, { id: uuid() });
    expect(done.status, JSON.stringify(done.body)).toBe(201);
    return (await treesOf(plot.id))[0];
  };
  const species = [{ code: 'hy', name: 'Hêtre', crown: 'dome' as const }];

  it('in Windows-1252, with semicolons and decimal commas', async () => {
    const text = 'parcelle;arbre;essence;diameter;hauteur\n1;1;Hêtre;34,5;21,4\n';
    const bytes = Uint8Array.from(text, (letter) => letter.charCodeAt(0));
    const tree = await oneTree(bytes, { species });
    expect([tree?.speciesCode, tree?.dbh?.value]).toEqual(['hy', 34.5]);
  });

  it('in UTF-16, with tabs', async () => {
    const text = '\uFEFFplot\ttag\tspecies\tdbh\n1\t1\tHêtre\t34.5\n';
    const bytes = new Uint8Array(Buffer.from(text, 'utf16le'));
    expect((await oneTree(bytes, { species }))?.speciesCode).toBe('hy');
  });

  it('with feet and inches, two faces and units within cells', async () => {
    const csv = 'plot,tag,species,d1,d2,height\n1,1,sp,12,14,"72 ft 6 in"\n';
    const tree = await oneTree(csv, { unitSystem: 'imperial' });
    // (12 + 14) ÷ 2 = 13 in; 72.5 ft
    expect(tree?.dbh?.value).toBeCloseTo(13 * 2.54, 9);
    expect(tree?.height?.value).toBeCloseTo(72.5 * 0.3048, 9);
    expect(tree?.readings.map(({ methodId, key }) => `${methodId} ${key}`).sort()).toEqual([
      'diameter.two-faces cross',
      'diameter.two-faces face',
      'height.known height',
    ]);
  });

  it('with one face of two is refused at the empty one', async () => {
    const { survey } = await surveyWithPlot();
    const { body } = await file<ImportPreview>(survey.id, 'plot,tag,species,d1,d2\n1,1,sp,12,\n');
    expect(body.errors.map(({ row, field }) => [row, field])).toEqual([[2, 'face2']]);
  });
});
