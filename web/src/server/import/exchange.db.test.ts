import { RULE_SETS } from '@arbolito/core/protocol';
import Papa from 'papaparse';
import pg from 'pg';
import { v4 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ImportDone, ImportPreview } from '../../contracts/exchange.ts';
import { rulesBody } from '../../contracts/field-rules-body.ts';
import type { PlotView, ProblemView, SurveySummary, TreePageView, TreeView } from '../../contracts/views.ts';
import { services } from '../compose.ts';
import { withStoredFile } from './store-file.ts';
import { type Answer, api, sendJson, useTestDatabase } from '../testing/api.ts';
import { act, dbhReading, finishPlot, knownHeight, newPlot, newTree, sights, surveyWithPlot } from '../testing/made.ts';
import { say } from '../../messages/text.ts';
import { inEnglish } from '../../../../core/src/testing/english.ts';

let sql: pg.Pool;
beforeAll(async () => {
  sql = new pg.Pool({ connectionString: await useTestDatabase() });
});
afterAll(() => sql.end());

const file = async <T = ProblemView>(
  surveyId: string,
  csv: string,
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
const csvRequest = (csv: string): Request =>
  new Request('http://test/file', { method: 'POST', body: csv, headers: { 'content-type': 'text/csv' } });
const treesOf = async (plotId: string) => (await api<TreeView[]>('GET', `/api/trees?plot=${plotId}`)).body;

const GOOD = `plot,tag,species,dbh (cm),height (m),bearing,from the middle (m),date
1,1,sp,34.5,21.4,112,7.4,2026-06-03
1,2,Beech,41.2,,,,
`;

describe('a file of trees', () => {
  it('is looked at before anything is kept: its columns, its first rows, its units', async () => {
    const { survey, plot } = await surveyWithPlot();
    const { status, body } = await file<ImportPreview>(survey.id, GOOD);
    expect(status).toBe(200);
    expect(inEnglish(body)).toMatchObject({
      rows: 2,
      trees: 2,
      errorCount: 0,
      decimal: '.',
      delimiter: ',',
      problem: null,
    });
    expect(body.columns.dbh).toEqual({ column: 3, unit: 'cm' });
    expect(body.sample[1]).toEqual(['1', '2', 'Beech', '41.2', '', '', '', '']);
    expect(await treesOf(plot.id)).toEqual([]);
  });

  it('is kept whole, with readings as they were typed, and twice changes nothing', async () => {
    const { survey, plot } = await surveyWithPlot();
    const id = uuid();
    const first = await file<ImportDone>(survey.id, GOOD, { id });
    expect([first.status, first.body]).toEqual([
      201,
      { id, trees: 2, plots: 0, changed: 0, removed: 0, created: true },
    ]);
    const again = await file<ImportDone>(survey.id, GOOD, { id });
    expect([again.status, again.body.created, again.body.trees]).toEqual([200, false, 2]);
    const [pine, beech] = await treesOf(plot.id);
    expect([pine?.dbh?.printed, pine?.height?.printed, beech?.speciesCode]).toEqual(['34.5', '21.40', 'bt']);
    expect(pine?.notes).toEqual({ bearingDeg: 112, awayM: 7.4 });
    expect(pine?.observedAt).toBe('2026-06-03T09:00:00.000Z');
    expect(pine?.readings.map(({ asRead, unit }) => `${asRead} ${unit}`).sort()).toEqual(['21.4 m', '34.5 cm']);
  });

  it('under an identifier that another file has is refused, and saves nothing', async () => {
    const { survey, plot } = await surveyWithPlot();
    const id = uuid();
    await file<ImportDone>(survey.id, GOOD, { id });
    const other = await file(survey.id, 'plot,tag,species,dbh\n1,7,sp,30\n1,8,sp,31\n1,9,sp,32\n', { id });
    expect(other.status).toBe(409);
    expect((await treesOf(plot.id)).map(({ tag }) => tag)).toEqual(['1', '2']);
  });

  it('sent several times at once is kept once, and every sender is told so', async () => {
    const { survey } = await surveyWithPlot();
    const id = uuid();
    const send = () =>
      services()
        .surveys.get(survey.id)
        .then(() => withStoredFile(csvRequest(GOOD), (stored) => services().exchange.write(survey.id, stored, { id })));
    const answers = await Promise.all([send(), send(), send()]);
    expect(answers.map(({ trees }) => trees)).toEqual([2, 2, 2]);
    expect(answers.filter(({ created }) => created)).toHaveLength(1);
  });

  it('of short and empty rows takes no time that others would miss', async () => {
    const { survey } = await surveyWithPlot();
    const csv = `plot,tag,species,dbh\n${'\n'.repeat(100_000)}1,1,sp,30\n`;
    let longest = 0;
    let last = performance.now();
    const watch = setInterval(() => {
      longest = Math.max(longest, performance.now() - last);
      last = performance.now();
    }, 5);
    const { body } = await file<ImportPreview>(survey.id, csv);
    clearInterval(watch);
    expect([body.trees, body.errorCount]).toEqual([1, 0]);
    // Seconds before; a fifth of one leaves room for a slow machine.
    expect(longest).toBeLessThan(1_000);
  });

  it('keeps a quotation mark within a cell, and refuses what is beyond the limits', async () => {
    const { survey } = await surveyWithPlot();
    const quoted = await file<ImportPreview>(survey.id, 'plot,tag,species,dbh,remark\n1,1,sp,30,a 5" pipe\n');
    expect([quoted.status, quoted.body.trees]).toEqual([200, 1]);
    const long = await file(survey.id, `plot,tag,species,dbh\n1,1,sp,${'3'.repeat(2_000_000)}\n`);
    expect([long.status, long.body.errors?.[0]?.code]).toEqual([422, 'row-too-long']);
    const wide = await file(survey.id, `plot,tag,species,dbh\n1,1,sp,30${','.repeat(500)}\n`);
    expect([wide.status, wide.body.errors?.[0]?.code]).toEqual([422, 'too-many-columns']);
  });

  it('with one wrong row is kept not at all, and every error is said at its row', async () => {
    const { survey, plot } = await surveyWithPlot();
    const csv = `plot,tag,species,dbh\n1,1,sp,34.5\n1,1,oak,900\n9,3,sp,20\n1,4,sp,\n`;
    const { status, body } = await file(survey.id, csv, { id: uuid() });
    expect(status).toBe(422);
    expect(body.detail).toContain('nothing was saved');
    expect(body.errors?.map(({ pointer }) => pointer)).toEqual([
      '/rows/3/species',
      '/rows/3/dbh',
      '/rows/4/plot',
      '/rows/5/dbh',
    ]);
    expect(await treesOf(plot.id)).toEqual([]);
  });

  it('has each tag once, in the file and on the record', async () => {
    const { survey, plot } = await surveyWithPlot();
    await api('POST', '/api/trees', newTree(plot.id, '7'));
    const { body } = await file<ImportPreview>(survey.id, 'plot,tag,species,dbh\n1,7,sp,30\n1,8,sp,30\n1,8,sp,31\n');
    expect(body.errors.map(({ row, message }) => `${row}: ${say(message)}`)).toEqual([
      '2: Tree 7 of plot 1 exists already.',
      '4: Tree 8 of plot 1 exists already.',
    ]);
  });

  it('numbers its rows as a spreadsheet does: empty lines count, and are no trees', async () => {
    const { survey, plot } = await surveyWithPlot();
    const csv = 'plot,tag,species,dbh\n\n1,1,sp,30\n,,,\n\n1,2,sp,oak\n';
    const { body } = await file<ImportPreview>(survey.id, csv);
    expect(body).toMatchObject({ rows: 2, trees: 1 });
    expect(body.errors.map(({ row }) => row)).toEqual([6]);
    const good = await file<ImportDone>(survey.id, csv.replace('oak', '31'), { id: uuid() });
    expect(good.body.trees).toBe(2);
    expect((await treesOf(plot.id)).map(({ tag }) => tag)).toEqual(['1', '2']);
  });

  it('has the figures of its trees by the way of every other tree', async () => {
    const { survey, plot } = await surveyWithPlot();
    await file(survey.id, 'plot,tag,species,dbh,height\n1,1,sp,30.1,\n1,2,sp,30.1,\n1,3,bt,41,22.5\n', { id: uuid() });
    const called = await surveyWithPlot();
    for (const [tag, speciesCode, dbh, heightM] of [
      ['1', 'sp', 30.1, null],
      ['2', 'sp', 30.1, null],
      ['3', 'bt', 41, 22.5],
    ] as const) {
      const readings = [dbhReading(dbh), ...(heightM === null ? [] : [knownHeight(heightM)])];
      await api('POST', '/api/trees', newTree(called.plot.id, tag, { speciesCode, readings }));
    }
    await finishPlot(plot.id);
    await finishPlot(called.plot.id);
    const sumsOf = async (id: string) => (await api<SurveySummary>('GET', `/api/surveys/${id}/summary`)).body.sums;
    const { stems, basalAreaM2PerHa, volumeM3PerHa, quadraticMeanDiameterCm } = await sumsOf(survey.id);
    expect({ stems, basalAreaM2PerHa, volumeM3PerHa, quadraticMeanDiameterCm }).toEqual(
      await sumsOf(called.survey.id).then((sums) => ({
        stems: sums.stems,
        basalAreaM2PerHa: sums.basalAreaM2PerHa,
        volumeM3PerHa: sums.volumeM3PerHa,
        quadraticMeanDiameterCm: sums.quadraticMeanDiameterCm,
      })),
    );
    // 20 trees a hectare for each of two of 30.1 cm and one of 41 cm.
    expect(basalAreaM2PerHa?.mean).toBeCloseTo((20 * Math.PI * (2 * 30.1 ** 2 + 41 ** 2)) / 40_000, 9);
    expect((await treesOf(plot.id)).length).toBe(3);
  });

  it('brings the figures of its trees along: the same that are worked out from the record', async () => {
    const { survey: made } = await surveyWithPlot();
    // 22.5 m is usual for 41 cm, 60 m is not; a mark of a break makes a height one of its own.
    const csv =
      'plot,tag,species,dbh,height,conditions\n1,1,sp,30.1,,\n1,2,sp,30.1,,\n1,3,bt,41,22.5,\n1,4,bt,41,60,\n1,5,sp,33,9,brk\n';
    expect((await file(made.id, csv, { id: uuid() })).status).toBe(201);
    const { surveys, figures } = services();
    const survey = await surveys.get(made.id);
    expect(await figures.countMissing(survey)).toBe(0);
    const brought = await figures.list(survey, (row) => row);
    expect(brought.map(({ heightM }) => heightM)).toEqual([null, null, 22.5, 60, 9]);
    await sql.query('delete from tree_result where survey_id = $1', [made.id]);
    expect(await figures.countMissing(survey)).toBe(5);
    expect(await figures.list(survey, (row) => row)).toEqual(brought);
  });

  it('with semicolons and decimal commas, in inches, is read as it stands', async () => {
    const { survey, plot } = await surveyWithPlot();
    const csv = '\uFEFFParcela;Árbol;Especie;DBH_in;Altura [ft]\r\n1;1;sp;12,5;61,5\r\n1;2;sp;9,0;\r\n';
    const { body } = await file<ImportPreview>(survey.id, csv);
    expect(inEnglish(body)).toMatchObject({ decimal: ',', delimiter: ';', errorCount: 0, trees: 2 });
    expect((await file(survey.id, csv, { id: uuid() })).status).toBe(201);
    const [tree] = await treesOf(plot.id);
    // 12.5 in = 31.75 cm, 61.5 ft = 18.745 m
    expect(tree?.dbh?.value).toBeCloseTo(31.75, 9);
    expect(tree?.height?.value).toBeCloseTo(18.7452, 6);
  });

  it('makes the plots that are missing where that is asked for, in their strata', async () => {
    const strata = [
      { id: uuid(), name: 'North' },
      { id: uuid(), name: 'South' },
    ];
    const { survey } = await surveyWithPlot({ strata });
    const csv = 'plot,stratum,tag,species,dbh\nA,South,1,sp,30\nB,North,1,sp,31\n';
    const done = await file<ImportDone>(survey.id, csv, { id: uuid(), makePlots: 'true' });
    expect([done.status, done.body.plots]).toEqual([201, 2]);
    const plots = (await api<PlotView[]>('GET', `/api/plots?survey=${survey.id}`)).body;
    expect(plots.find(({ label }) => label === 'A')).toMatchObject({ stratumId: strata[1]?.id, trees: 1 });
    const unknown = await file(survey.id, 'plot,stratum,tag,species,dbh\nC,East,1,sp,30\n', {
      id: uuid(),
      makePlots: 'true',
    });
    expect(unknown.body.errors?.[0]?.detail).toContain('“East” is not a stratum');
  });

  it('of five thousand trees goes through in parts, and one wrong row at its end takes all back', async () => {
    const { survey, plot } = await surveyWithPlot();
    await finishPlot(plot.id);
    const rows = Array.from({ length: 5000 }, (_, i) => `1,${String(i + 1)},sp,${String(10 + (i % 50))}`);
    const head = 'plot,tag,species,dbh';
    const broken = await file(survey.id, [head, ...rows, '1,5001,sp,x'].join('\n'), { id: uuid() });
    expect([broken.status, broken.body.errors?.[0]?.pointer]).toEqual([422, '/rows/5002/dbh']);
    const summary = async () => (await api<SurveySummary>('GET', `/api/surveys/${survey.id}/summary`)).body.sums.stems;
    expect(await summary()).toBe(0);
    expect((await file<ImportDone>(survey.id, [head, ...rows].join('\n'), { id: uuid() })).body.trees).toBe(5000);
    expect(await summary()).toBe(5000);
  });

  it.each([
    ['nothing', '', {}, '/file'],
    ['a head alone', 'plot,tag,species,dbh\n', { id: uuid() }, '/file'],
    ['no column of plots', 'tree,species,dbh\n1,sp,30\n', { id: uuid() }, '/columns'],
    ['a quote that never ends', 'plot,tag,species,dbh\n1,"1,sp,30\n', {}, '/file'],
    ['a column that is not there', GOOD, { id: uuid(), columns: '{"plot":{"column":90}}' }, '/columns'],
    ['columns that are no object', GOOD, { columns: '[' }, '/columns'],
    ['an unknown word in the address', GOOD, { dry: 'yes' }, '/dry'],
  ])('with %s is refused in words', async (_, csv, query, pointer) => {
    const { survey } = await surveyWithPlot();
    const { status, body } = await file(survey.id, csv, query as Record<string, string>);
    expect(status).toBe(422);
    expect(body.errors?.map((error) => error.pointer)).toContain(pointer);
  });
});

describe('what goes out', () => {
  it('are trees as CSV, harmless to a spreadsheet, and the same trees when they come in again', async () => {
    const { survey, plot } = await surveyWithPlot();
    const tree = newTree(plot.id, '1', {
      readings: [dbhReading(36.4), ...sights(80, -6, 25)],
      notes: { conditions: ['dead'], bearingDeg: 12, awayM: 5.5 },
      observer: '=HYPERLINK("x")',
    });
    expect((await api('POST', '/api/trees', tree)).status).toBe(201);
    const response = await sendJson(new Request(`http://test/api/surveys/${survey.id}/trees.csv`));
    expect(response.headers.get('content-type')).toContain('text/csv');
    const csv = await response.text();
    const [head, row] = csv.split('\r\n');
    expect(head).toContain('dbh (cm),dbh ± (cm),height (m)');
    // 25 × 0.86; every text that looks like a formula has an apostrophe before it.
    expect(row).toContain('1,whole area,1,sp,Scots pine,36.4,');
    expect(row).toContain('21.50');
    expect(row).toContain(`"'=HYPERLINK(""x"")"`);
    const other = await surveyWithPlot();
    const preview = await file<ImportPreview>(other.survey.id, csv);
    expect(preview.body).toMatchObject({ errorCount: 0, trees: 1 });
    expect(preview.body.columns).toMatchObject({ dbh: { unit: 'cm' }, height: { unit: 'm' }, away: { unit: 'm' } });
  });

  it('are trees, stems and readings as three tables, with girth, method, instrument, mark and measuring height', async () => {
    const { survey, plot } = await surveyWithPlot(rulesBody(RULE_SETS.street.rules));
    const girth = { ...dbhReading(104), methodId: 'diameter.girth', key: 'girth' };
    const second = { ...dbhReading(28), id: uuid(), stem: 2 };
    const point = {
      ...dbhReading(0.9),
      id: uuid(),
      measure: 'point' as const,
      stem: 2,
      methodId: 'point.tape',
      key: 'point',
      unit: 'm' as const,
    };
    const tree = newTree(plot.id, '7', {
      readings: [girth, second, point],
      stems: [{ id: uuid(), ordinal: 2 }],
      taping: { mark: 'blue dot' },
    });
    const made = await api('POST', '/api/trees', tree);
    expect(made.status, JSON.stringify(made.body)).toBe(201);
    const table = async (name: string): Promise<Record<string, string>[]> => {
      const response = await sendJson(new Request(`http://test/api/surveys/${survey.id}/${name}.csv`));
      return Papa.parse<Record<string, string>>(await response.text(), { header: true, skipEmptyLines: true }).data;
    };
    const [trees, stems, readings] = [await table('trees'), await table('stems'), await table('readings')];
    // Stems that are kept apart: one of the same basal area, √((104 ÷ π)² + 28²), girths up to the next unit.
    expect(Number(trees[0]?.['dbh (cm)'])).toBeCloseTo(Math.hypot(104 / Math.PI, 28), 0);
    expect(trees[0]).toMatchObject({
      tag: '7',
      stems: '2',
      'live or dead': 'live',
      'dbh is of': 'all stems, root of the sum of squares',
      mark: 'blue dot',
      'top broken': 'no',
      'height that counts': '1',
      'tree id': tree.id,
    });
    expect(stems).toHaveLength(2);
    expect(stems[0]).toMatchObject({
      stem: '1',
      'girth (cm)': '104',
      'diameter method id': 'diameter.girth',
      instrument: 'tape',
    });
    expect(stems[1]).toMatchObject({ stem: '2', 'girth (cm)': '', 'measuring height (m)': '0.90', 'tree id': tree.id });
    expect(readings).toHaveLength(3);
    expect(readings.find(({ 'method id': id }) => id === 'diameter.girth')).toMatchObject({
      reading: 'girth',
      value: '104',
      unit: 'cm',
      'as read': '104',
      'tree id': tree.id,
    });
    expect(new Set([...stems, ...readings].map(({ 'tree id': id }) => id))).toEqual(new Set([tree.id]));
  });

  it('have the dbh over bark and the bark as a ratio where it was measured: 40 cm and 15 mm', async () => {
    const { survey, plot } = await surveyWithPlot();
    const over = { ...dbhReading(40), methodId: 'diameter.under-bark', key: 'over' };
    const bark = { ...dbhReading(15), id: uuid(), methodId: 'diameter.under-bark', key: 'bark', unit: 'mm' as const };
    const { status, body } = await api<TreeView>(
      'POST',
      '/api/trees',
      newTree(plot.id, '1', { readings: [over, bark] }),
    );
    expect(status).toBe(201);
    expect(body.dbh?.printed).toBe('40.0');
    expect(body.basalAreaM2).toBeCloseTo(Math.PI * 0.04, 9);
    const csv = await (await sendJson(new Request(`http://test/api/surveys/${survey.id}/stems.csv`))).text();
    const [stem] = Papa.parse<Record<string, string>>(csv, { header: true, skipEmptyLines: true }).data;
    // (40 − 2 × 1.5) ÷ 40
    expect(stem).toMatchObject({
      'dbh (cm)': '40.0',
      'bark ratio': '0.9250',
      'diameter method id': 'diameter.under-bark',
    });
  });

  it('are all trees of a survey of many in one file, plot by plot as people number them', async () => {
    const { survey } = await surveyWithPlot();
    // Brought in backwards: the file is in order all the same.
    const trees = Array.from({ length: 1_203 }, (_, i) => ({ plot: 1 + Math.floor(i / 401), tag: 1 + (i % 401) }));
    const rows = [...trees]
      .reverse()
      .map(({ plot, tag }) => `${String(plot)},${String(tag)},sp,${String(20 + (tag % 9))}`);
    await file(survey.id, ['plot,tag,species,dbh', ...rows].join('\n'), { id: uuid(), makePlots: 'true' });
    const response = await sendJson(new Request(`http://test/api/surveys/${survey.id}/trees.csv`));
    const lines = (await response.text()).trimEnd().split('\r\n').slice(1);
    expect(
      lines.map((line) =>
        line
          .split(',')
          .filter((_, at) => at === 0 || at === 2)
          .join(' '),
      ),
    ).toEqual(trees.map(({ plot, tag }) => `${String(plot)} ${String(tag)}`));
  });

  it('are trees page by page, each once, whatever the size of a page', async () => {
    const { survey } = await surveyWithPlot();
    const rows = Array.from({ length: 7 }, (_, i) => `1,${String(i + 1)},sp,3${String(i)}`);
    await file(survey.id, ['plot,tag,species,dbh', ...rows].join('\n'), { id: uuid() });
    const tags: string[] = [];
    let after: string | null = '';
    while (after !== null) {
      const query: string = after === '' ? '' : `&after=${after}`;
      const { body }: Answer<TreePageView> = await api<TreePageView>(
        'GET',
        `/api/surveys/${survey.id}/trees?limit=3${query}`,
      );
      expect(body.trees.length).toBeLessThanOrEqual(3);
      tags.push(...body.trees.map(({ tag }) => tag));
      after = body.next;
    }
    expect(tags.sort()).toEqual(['1', '2', '3', '4', '5', '6', '7']);
    for (const query of ['limit=0', 'limit=x', 'limit=501', 'after=7'])
      expect((await api('GET', `/api/surveys/${survey.id}/trees?${query}`)).status, query).toBe(422);
  });

  it('are plots as GeoJSON, longitude first', async () => {
    const { survey } = await surveyWithPlot();
    await api('POST', '/api/plots', newPlot(survey, '2', { latitude: 41.5, longitude: -30.25, aspectDeg: 45 }));
    const response = await sendJson(new Request(`http://test/api/surveys/${survey.id}/plots.geojson`));
    const body = (await response.json()) as { features: { geometry: unknown; properties: Record<string, unknown> }[] };
    expect(body.features.map(({ geometry }) => geometry)).toEqual([
      null,
      { type: 'Point', coordinates: [-30.25, 41.5] },
    ]);
    expect(body.features[1]?.properties).toMatchObject({
      label: '2',
      aspectDeg: 45,
      shape: { kind: 'circle', areaM2: 500 },
    });
  });

  it('are tables as CSV, and a name that is none is a 404', async () => {
    const { survey, plot } = await surveyWithPlot();
    await api('POST', '/api/trees', newTree(plot.id, '1'));
    await api('POST', `/api/plots/${plot.id}/corrections`, { ...act(), finished: true });
    const response = await sendJson(new Request(`http://test/api/surveys/${survey.id}/tables?name=species`));
    // One tree on 500 m².
    expect((await response.text()).split('\r\n')[1]).toContain('Scots pine,1,20.0,');
    expect((await sendJson(new Request(`http://test/api/surveys/${survey.id}/tables?name=none`))).status).toBe(404);
    expect((await sendJson(new Request(`http://test/api/surveys/${survey.id}/tables?units=furlongs`))).status).toBe(
      422,
    );
  });
});
