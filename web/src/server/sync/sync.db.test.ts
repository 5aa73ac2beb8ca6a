import { type FieldRules, RULE_SETS } from '@arbolito/core/protocol';
import pg from 'pg';
import { v4 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ConflictView } from '../../contracts/conflict-view.ts';
import type { ChangesView, OperationResult } from '../../contracts/sync.ts';
import type { NewTreeDto } from '../../contracts/tree.ts';
import type { PlotView, ProblemView, TreeView } from '../../contracts/views.ts';
import { api, useTestDatabase } from '../testing/api.ts';
import { testDevice } from '../testing/device.ts';
import { act, dbhReading, newPlot, newTree, sights, surveyWithPlot } from '../testing/made.ts';

let sql: pg.Pool;
beforeAll(async () => {
  sql = new pg.Pool({ connectionString: await useTestDatabase() });
});
afterAll(() => sql.end());

const WRITER = { observer: 'Crew Badger', device: 'test device' };
const kinds = (results: readonly OperationResult[]): string[] => results.map(({ kind }) => kind);
const treesOf = async (plotId: string): Promise<TreeView[]> =>
  (await api<TreeView[]>('GET', `/api/trees?plot=${plotId}`)).body;
const conflictsOf = async (surveyId: string): Promise<ConflictView[]> =>
  (await api<ConflictView[]>('GET', `/api/surveys/${surveyId}/conflicts`)).body;
const decide = (conflict: ConflictView, keep: 'record' | 'change', over: object = {}) =>
  api<ConflictView>('POST', `/api/conflicts/${conflict.id}/decision`, {
    ...act(),
    keep,
    seen: conflict.recordDigest,
    ...over,
  });

/** A tree on the record that two devices have seen. */
async function seenByTwo() {
  const { survey, plot } = await surveyWithPlot();
  const [one, two] = [testDevice(), testDevice()];
  const tree = { ...newTree(plot.id, '1'), ...one.by };
  expect(kinds(await one.send(one.treeOperation(tree)))).toEqual(['kept']);
  const withDbh = (cm: number): NewTreeDto => ({ ...tree, readings: [dbhReading(cm)] });
  return { survey, plot, one, two, tree, withDbh };
}

describe('sending what was entered on a device', () => {
  it('takes trees, corrections, deletions, undos and the state of the plot in their order', async () => {
    const { plot } = await surveyWithPlot();
    const device = testDevice();
    const [first, second] = [newTree(plot.id, '1'), newTree(plot.id, '2')];
    const corrected = { ...first, readings: [dbhReading(40)] };
    const deletion = device.deletion(second);
    const undo = { id: uuid(), method: 'POST', path: `/api/corrections/${deletion.id}/undo` } as const;
    const results = await device.send(
      device.treeOperation(first),
      device.treeOperation(second),
      device.correction(first, corrected),
      deletion,
      { ...undo, body: { ...act(), id: undo.id } },
      device.plotCorrection(plot.id, { finished: true, seen: { finished: 'false' } }),
    );
    expect(kinds(results)).toEqual(Array(6).fill('kept'));
    expect((await treesOf(plot.id)).map(({ tag, dbh }) => [tag, dbh?.printed])).toEqual([
      ['1', '40.0'],
      ['2', '36.0'],
    ]);
    expect((await api<PlotView>('GET', `/api/plots/${plot.id}`)).body.finished).toBe(true);
  });

  it('answers the same request again, and does nothing twice', async () => {
    const { plot } = await surveyWithPlot();
    const device = testDevice();
    const tree = newTree(plot.id, '1');
    const operations = [device.treeOperation(tree), device.correction(tree, { ...tree, tag: '7' })].map(
      device.numbered,
    );
    const answers = await Promise.all([1, 1, 1].map((number) => device.sendNumbered(operations, number)));
    const again = await device.sendNumbered(operations, 2);
    for (const { body } of [...answers, again]) expect(kinds(body.results)).toEqual(['kept', 'kept']);
    expect((await treesOf(plot.id)).map(({ tag }) => tag)).toEqual(['7']);
    const { rows } = await sql.query<{ n: string }>('select count(*) as n from operation where device = $1', [
      device.name,
    ]);
    expect(rows[0]?.n).toBe('2');
  });

  it('refuses a request that arrives after a later one', async () => {
    const { plot } = await surveyWithPlot();
    const device = testDevice();
    const late = device.numbered(device.treeOperation(newTree(plot.id, '1')));
    const next = device.numbered(device.treeOperation(newTree(plot.id, '2')));
    expect((await device.sendNumbered([next], 2)).status).toBe(200);
    expect((await device.sendNumbered([late], 1)).status).toBe(409);
    expect((await treesOf(plot.id)).map(({ tag }) => tag)).toEqual(['2']);
  });

  it('refuses one operation with its field, and takes those around it', async () => {
    const { plot } = await surveyWithPlot();
    const device = testDevice();
    const broken = device.treeOperation({ ...newTree(plot.id, '2'), speciesCode: 'zz' });
    const strange = { ...device.treeOperation(newTree(plot.id, '3')), path: '/api/surveys' };
    const results = await device.send(
      device.treeOperation(newTree(plot.id, '1')),
      broken,
      strange,
      device.treeOperation({ ...newTree(plot.id, '4'), tag: 'no tag!' }),
      device.treeOperation(newTree(plot.id, '5')),
    );
    expect(kinds(results)).toEqual(['kept', 'refused', 'refused', 'refused', 'kept']);
    expect(results.map((result) => (result.kind === 'refused' ? result.problem.errors?.[0]?.pointer : null))).toEqual([
      null,
      '/speciesCode',
      '/path',
      '/tag',
      null,
    ]);
    expect((await treesOf(plot.id)).map(({ tag }) => tag)).toEqual(['1', '5']);
  });

  it('refuses an identifier that was used for something else', async () => {
    const { plot } = await surveyWithPlot();
    const device = testDevice();
    const tree = newTree(plot.id, '1');
    await device.send(device.treeOperation(tree));
    expect(kinds(await device.send(device.treeOperation({ ...tree, tag: '2' })))).toEqual(['refused']);
  });
});

describe('two devices that change one tree', () => {
  it('both have their way where they change different things, in either order', async () => {
    for (const isFirst of [true, false]) {
      const { survey, plot, one, two, tree, withDbh } = await seenByTwo();
      const remeasured = one.correction(tree, withDbh(40));
      const renamed = two.correction(tree, {
        ...tree,
        speciesCode: 'bt',
        readings: [...tree.readings, ...sights(62, -8, 25)],
      });
      const send = [() => one.send(remeasured), () => two.send(renamed)];
      for (const each of isFirst ? send : send.reverse()) expect(kinds(await each())).toEqual(['kept']);
      const [after] = await treesOf(plot.id);
      expect([after?.dbh?.printed, after?.height?.printed, after?.speciesCode]).toEqual(['40.0', '17.50', 'bt']);
      expect(await conflictsOf(survey.id)).toEqual([]);
    }
  });

  it('are asked where they read the same thing differently; the record keeps what came first', async () => {
    const { survey, plot, one, two, tree, withDbh } = await seenByTwo();
    await one.send(one.correction(tree, withDbh(40)));
    const [result] = await two.send(two.correction(tree, { ...withDbh(42), tag: '9' }));
    expect(result).toMatchObject({ kind: 'kept', conflicts: [{ factWords: 'Diameter' }] });
    const [after] = await treesOf(plot.id);
    expect([after?.dbh?.printed, after?.tag]).toEqual(['40.0', '9']);
    expect(await conflictsOf(survey.id)).toMatchObject([
      {
        tag: '9',
        plotLabel: '1',
        record: { words: 'dbh 40 cm', ...one.by },
        change: { words: 'dbh 42 cm', ...two.by },
        decided: null,
      },
    ]);
  });

  it('have one version once a person has decided', async () => {
    for (const [keep, dbh] of [
      ['record', '40.0'],
      ['change', '42.0'],
    ] as const) {
      const { survey, plot, one, two, tree, withDbh } = await seenByTwo();
      await one.send(one.correction(tree, withDbh(40)));
      await two.send(two.correction(tree, withDbh(42)));
      const [conflict] = await conflictsOf(survey.id);
      if (conflict === undefined) throw new Error('no conflict');
      expect((await decide(conflict, keep)).status).toBe(200);
      expect(await conflictsOf(survey.id)).toEqual([]);
      expect((await treesOf(plot.id))[0]?.dbh?.printed).toBe(dbh);
      // Somebody else decides the same, and then the other way.
      expect((await decide(conflict, keep)).status).toBe(200);
      expect((await decide(conflict, keep === 'record' ? 'change' : 'record')).status).toBe(409);
    }
  });

  it('are not decided about by somebody who saw an older record', async () => {
    const { survey, one, two, tree, withDbh } = await seenByTwo();
    await one.send(one.correction(tree, withDbh(40)));
    await two.send(two.correction(tree, withDbh(42)));
    const [conflict] = await conflictsOf(survey.id);
    if (conflict === undefined) throw new Error('no conflict');
    await one.send(one.correction(withDbh(40), withDbh(41)));
    expect((await decide(conflict, 'change')).status).toBe(409);
    const [fresh] = await conflictsOf(survey.id);
    expect(fresh?.record.words).toBe('dbh 41 cm');
  });

  it('are asked once, however often the second one goes on', async () => {
    const { survey, one, two, tree, withDbh } = await seenByTwo();
    await one.send(one.correction(tree, withDbh(40)));
    await two.send(
      two.correction(tree, withDbh(42)),
      two.correction(withDbh(42), withDbh(43)),
      two.correction(withDbh(43), { ...withDbh(43), tag: '5' }),
    );
    expect((await conflictsOf(survey.id)).map(({ change }) => change.words)).toEqual(['dbh 43 cm']);
  });

  it('agree where they read the same', async () => {
    const { survey, one, two, tree, withDbh } = await seenByTwo();
    await one.send(one.correction(tree, withDbh(40)));
    await two.send(two.correction(tree, withDbh(40)));
    expect(await conflictsOf(survey.id)).toEqual([]);
  });

  it('are asked where one deletes what the other changes, and not where both delete', async () => {
    const { survey, plot, one, two, tree, withDbh } = await seenByTwo();
    await one.send(one.correction(tree, withDbh(40)));
    await two.send(two.deletion(tree));
    const [conflict] = await conflictsOf(survey.id);
    expect(conflict).toMatchObject({
      kind: 'deletion',
      record: { words: expect.stringContaining('40') as string },
      change: { words: null },
    });
    expect(await treesOf(plot.id)).toHaveLength(1);
    if (conflict !== undefined) await decide(conflict, 'change');
    expect(await treesOf(plot.id)).toEqual([]);
    expect(kinds(await one.send(one.deletion(withDbh(40))))).toEqual(['kept']);
    expect(await conflictsOf(survey.id)).toEqual([]);
  });

  it('are asked where one changes what the other has deleted; the tree comes back with the change', async () => {
    const { survey, plot, one, two, tree, withDbh } = await seenByTwo();
    await one.send(one.deletion(tree));
    await two.send(two.correction(tree, withDbh(42)));
    const [conflict] = await conflictsOf(survey.id);
    expect(conflict).toMatchObject({ kind: 'change', factWords: 'Tree', record: { words: null } });
    expect(await treesOf(plot.id)).toEqual([]);
    if (conflict !== undefined) expect((await decide(conflict, 'change')).status).toBe(200);
    expect((await treesOf(plot.id)).map(({ dbh }) => dbh?.printed)).toEqual(['42.0']);
  });
});

describe('a tag that was given twice', () => {
  const twice = async () => {
    const { survey, plot } = await surveyWithPlot();
    const [one, two] = [testDevice(), testDevice()];
    const late = { ...newTree(plot.id, '1'), readings: [dbhReading(50)] };
    await one.send(one.treeOperation(newTree(plot.id, '1')), one.treeOperation(newTree(plot.id, '13')));
    const [result] = await two.send(two.treeOperation(late));
    expect(result).toMatchObject({ kind: 'kept', answer: null });
    const [conflict] = await conflictsOf(survey.id);
    if (conflict === undefined) throw new Error('no conflict');
    return { survey, plot, two, late, conflict };
  };

  it('is settled by the next free tag', async () => {
    const { survey, plot, conflict, late } = await twice();
    expect(conflict).toMatchObject({ kind: 'tag', freeTag: '14', change: { words: 'Tree 1 · sp · dbh 50 cm' } });
    expect((await decide(conflict, 'change', { tag: '14' })).status).toBe(200);
    expect((await treesOf(plot.id)).map(({ id, tag }) => (id === late.id ? `late ${tag}` : tag))).toEqual([
      '1',
      '13',
      'late 14',
    ]);
    expect(await conflictsOf(survey.id)).toEqual([]);
  });

  it('cannot be settled by a tag that is used as well', async () => {
    const { survey, conflict } = await twice();
    expect((await decide(conflict, 'change', { tag: '13' })).status).toBe(409);
    expect(await conflictsOf(survey.id)).toHaveLength(1);
  });

  it('is settled on the device that gave it: by another tag, or by deleting the tree', async () => {
    const { survey, plot, two, late } = await twice();
    const taller = { ...late, readings: [dbhReading(51)] };
    expect(kinds(await two.send(two.correction(late, taller)))).toEqual(['kept']);
    expect((await conflictsOf(survey.id)).map(({ change }) => change.words)).toEqual(['Tree 1 · sp · dbh 51 cm']);
    await two.send(two.correction(taller, { ...taller, tag: '15' }));
    expect((await treesOf(plot.id)).map(({ tag, dbh }) => [tag, dbh?.printed])).toContainEqual(['15', '51.0']);
    const other = await twice();
    await other.two.send(other.two.deletion(other.late));
    expect(await conflictsOf(other.survey.id)).toEqual([]);
    expect(await treesOf(other.plot.id)).toHaveLength(2);
  });
});

describe('a plot that two devices change', () => {
  it('is finished once, and has two slopes until a person decides', async () => {
    const { survey, plot } = await surveyWithPlot();
    const [one, two] = [testDevice(), testDevice()];
    const finished = { finished: true, seen: { finished: 'false' } };
    await one.send(
      one.plotCorrection(plot.id, finished),
      one.plotCorrection(plot.id, { slopePct: 25, seen: { slopePct: '20' } }),
    );
    const results = await two.send(
      two.plotCorrection(plot.id, finished),
      two.plotCorrection(plot.id, { slopePct: 30, ground: 'moss', seen: { slopePct: '20', ground: '' } }),
    );
    expect(kinds(results)).toEqual(['kept', 'kept']);
    const [conflict, ...others] = await conflictsOf(survey.id);
    expect(others).toEqual([]);
    expect(conflict).toMatchObject({
      factWords: 'Slope of the plot',
      tag: null,
      record: { words: '25 %', ...one.by },
      change: { words: '30 %', ...two.by },
    });
    if (conflict !== undefined) await decide(conflict, 'change');
    const { body } = await api<PlotView>('GET', `/api/plots/${plot.id}`);
    expect(body).toMatchObject({ finished: true, slopePct: 30, ground: 'moss' });
  });
});

describe('trees that were measured by other field rules', () => {
  const OLD = RULE_SETS.timber.rules;
  const NEW: FieldRules = { ...OLD, breastHeightM: 1.37, smallestDbhCm: 10 };
  const changeRules = async (surveyId: string, { breastHeightM, ...fieldRules }: FieldRules): Promise<void> => {
    const { status } = await api('POST', `/api/surveys/${surveyId}/rules`, {
      ...{ ...act(), observer: 'Office', reason: 'agreed on' },
      ...{ breastHeightM, fieldRules },
    });
    expect(status).toBe(200);
  };
  const away = async () => {
    const { survey, plot } = await surveyWithPlot();
    const second = newPlot(survey, '2');
    await api('POST', '/api/plots', second);
    await changeRules(survey.id, NEW);
    return { survey, plot, second, device: testDevice() };
  };

  it('are kept, and a person decides once for the whole device', async () => {
    const { survey, plot, second, device } = await away();
    const tree = newTree(plot.id, '1');
    const first = await device.sendMadeBy(OLD, device.treeOperation(tree));
    expect(first.map((result) => (result.kind === 'kept' ? result.conflicts.length : 0))).toEqual([1]);
    await device.sendMadeBy(
      OLD,
      device.treeOperation(newTree(second.id, '1')),
      device.correction(tree, { ...tree, readings: [dbhReading(40)] }),
    );
    const [conflict, ...others] = await conflictsOf(survey.id);
    expect(others).toEqual([]);
    expect(conflict).toMatchObject({
      kind: 'rules',
      factWords: '2 trees of plots 1 and 2 measured by other field rules',
      record: { observer: 'Office', words: 'Breast height: 1.37 m above the ground · Smallest dbh: 10 cm' },
      change: { device: device.name, words: 'Breast height: 1.30 m above the ground · Smallest dbh: 7 cm' },
    });
    expect((await treesOf(plot.id)).map(({ dbh }) => dbh?.printed)).toEqual(['40.0']);

    if (conflict === undefined) return;
    expect((await decide(conflict, 'change')).status).toBe(422);
    expect((await decide(conflict, 'record')).body.decided?.kept).toBe('record');
    await device.sendMadeBy(OLD, device.treeOperation(newTree(second.id, '2')));
    expect(await conflictsOf(survey.id)).toEqual([]);
  });

  it('are not asked about where the rules are the same, or no rules were sent', async () => {
    const { survey, plot, device } = await away();
    await device.sendMadeBy(NEW, device.treeOperation(newTree(plot.id, '1')));
    await device.send(device.treeOperation(newTree(plot.id, '2')));
    expect(await conflictsOf(survey.id)).toEqual([]);
  });

  it('are one conflict, also where the rules change once more before a person decides', async () => {
    const { survey, plot, device } = await away();
    await device.sendMadeBy(OLD, device.treeOperation(newTree(plot.id, '1')));
    await changeRules(survey.id, { ...OLD, breastHeightM: 1.4 });
    await device.sendMadeBy(OLD, device.treeOperation(newTree(plot.id, '2')));
    expect((await conflictsOf(survey.id)).map(({ factWords, record }) => [factWords, record.words])).toEqual([
      ['2 trees of plot 1 measured by other field rules', 'Breast height: 1.40 m above the ground'],
    ]);
  });

  it('agree with the survey once it has their rules again', async () => {
    const { survey, plot, device } = await away();
    await device.sendMadeBy(OLD, device.treeOperation(newTree(plot.id, '1')));
    expect(await conflictsOf(survey.id)).toHaveLength(1);
    await changeRules(survey.id, OLD);
    expect(await conflictsOf(survey.id)).toEqual([]);
  });

  it('are refused with their field where the rules are none', async () => {
    const { plot, device } = await away();
    const operation = { ...device.treeOperation(newTree(plot.id, '1')), rules: 0 };
    const { status, body } = await device.sendNumbered([device.numbered(operation)], 1, [
      { ...OLD, smallestDbhCm: -1 },
    ]);
    expect([status, (body as unknown as ProblemView).errors?.[0]?.pointer]).toEqual([
      422,
      '/rules/0/fieldRules/smallestDbhCm',
    ]);
  });
});

describe('the log of operations', () => {
  it('rebuilds the record', async () => {
    const { survey, plot, one, two, tree, withDbh } = await seenByTwo();
    await one.send(one.correction(tree, withDbh(40)), one.treeOperation(newTree(plot.id, '2')));
    await two.send(two.correction(tree, withDbh(42)), two.correction(tree, { ...tree, notes: { logs: 2 } }));
    const [conflict] = await conflictsOf(survey.id);
    if (conflict === undefined) throw new Error('no conflict');
    const decision = { ...act(), keep: 'change', seen: conflict.recordDigest };
    await two.send(
      { id: decision.id, method: 'POST', path: `/api/conflicts/${conflict.id}/decision`, body: decision },
      two.plotCorrection(plot.id, { finished: true, seen: { finished: 'false' } }),
    );
    const before = await treesOf(plot.id);
    expect(before.map(({ dbh, notes }) => [dbh?.printed, notes?.logs])).toEqual([
      ['42.0', 2],
      ['36.0', undefined],
    ]);
    const { rows: log } = await sql.query<{ device: string; body: { operations: never } }>(
      `delete from operation where device = any($1) returning number, device, id, sequence, method, path, body, made_at as "madeAt"`,
      [[one.name, two.name]],
    );
    await sql.query('delete from conflict where survey_id = $1', [survey.id]);
    for (const statement of [
      'delete from reading where observation_id in (select id from observation where survey_id = $1)',
      'delete from correction where subject_id in (select id from tree where survey_id = $1 union select id from plot where survey_id = $1)',
      'delete from observation where survey_id = $1',
      'delete from stem where tree_id in (select id from tree where survey_id = $1)',
      'delete from tree_result where survey_id = $1',
      'delete from tree where survey_id = $1',
      'update plot set finished = false where survey_id = $1',
    ])
      await sql.query(statement, [survey.id]);
    expect(await treesOf(plot.id)).toEqual([]);

    const inOrder = log as unknown as readonly { number: string; device: string; madeAt: Date }[];
    for (const { number, device, madeAt, ...operation } of [...inOrder].sort(
      (a, b) => Number(a.number) - Number(b.number),
    )) {
      const again = { ...operation, madeAt: madeAt.toISOString() };
      const { status } = await api('POST', '/api/sync', {
        device,
        request: 1_000 + Number(number),
        operations: [again],
      });
      expect(status).toBe(200);
    }
    expect(await treesOf(plot.id)).toEqual(before);
    expect((await api<PlotView>('GET', `/api/plots/${plot.id}`)).body.finished).toBe(true);
    expect(await conflictsOf(survey.id)).toEqual([]);
  });
});

describe('asking for what others changed', () => {
  const changes = async (surveyId: string, after?: ChangesView): Promise<ChangesView> => {
    const query = after === undefined ? '' : `?after=${after.cursor}&settings=${after.settings}`;
    return (await api<ChangesView>('GET', `/api/surveys/${surveyId}/changes${query}`)).body;
  };
  const labels = ({ plots }: ChangesView): string[] => plots.map(({ plot }) => plot.label).sort();

  it('gives everything first, and then only plots that were written to', async () => {
    const { survey, plot } = await surveyWithPlot();
    await api('POST', '/api/plots', newPlot(survey, '2'));
    await api('POST', '/api/trees', newTree(plot.id, '1'));
    const all = await changes(survey.id);
    expect(labels(all)).toEqual(['1', '2']);
    expect(all.survey?.id).toBe(survey.id);
    expect(all.plots.flatMap(({ trees }) => trees).map(({ tag, readings }) => [tag, readings[0]?.value])).toEqual([
      ['1', 36],
    ]);
    const none = await changes(survey.id, all);
    expect([labels(none), none.more, none.survey, none.cursor]).toEqual([[], false, null, all.cursor]);

    await api('POST', '/api/trees', newTree(plot.id, '2'));
    const next = await changes(survey.id, none);
    expect(labels(next)).toEqual(['1']);
    expect(next.plots[0]?.trees.map(({ tag }) => tag)).toEqual(['1', '2']);
  });

  it('gives changed settings', async () => {
    const { survey } = await surveyWithPlot();
    const before = await changes(survey.id);
    await sql.query('update survey set eye_height_m = 1.7 where id = $1', [survey.id]);
    expect((await changes(survey.id, before)).survey?.eyeHeightM).toBe(1.7);
  });

  it('leaves out nothing that was being written while somebody asked', async () => {
    const { survey, plot } = await surveyWithPlot();
    const other = newPlot(survey, '2');
    await api('POST', '/api/plots', other);
    const start = await changes(survey.id);
    const slow = await sql.connect();
    try {
      // An older transaction writes plot 1, and a later one writes plot 2 and is done before it.
      await slow.query('begin');
      await slow.query('update plot set revision = revision + 1 where id = $1', [plot.id]);
      await api('POST', '/api/trees', newTree(other.id, '1'));
      const meanwhile = await changes(survey.id, start);
      await slow.query('commit');
      const after = await changes(survey.id, meanwhile);
      expect([...labels(meanwhile), ...labels(after)].sort()).toEqual(['1', '2']);
    } finally {
      slow.release();
    }
  });

  it('comes in pages that lose nothing', async () => {
    const { survey } = await surveyWithPlot();
    const plots = Array.from({ length: 450 }, (_, at) => ({
      id: uuid(),
      stratumId: survey.strata[0]?.id,
      label: `x${String(at)}`,
      latitude: 47,
      longitude: 8,
      slopePct: 0,
    }));
    const { status } = await api('POST', `/api/surveys/${survey.id}/plots`, { id: uuid(), ...WRITER, plots });
    expect(status).toBe(201);
    const seen: string[] = [];
    let page = await changes(survey.id);
    seen.push(...labels(page));
    while (page.more) {
      page = await changes(survey.id, page);
      seen.push(...labels(page));
    }
    expect(new Set(seen).size).toBe(451);
    expect(seen).toHaveLength(451);
  });

  it('gives the plots of some strata only', async () => {
    const [ridge, hollow] = [
      { id: uuid(), name: 'ridge' },
      { id: uuid(), name: 'hollow' },
    ];
    const { survey } = await surveyWithPlot({ strata: [ridge, hollow] });
    await api('POST', '/api/plots', newPlot(survey, '2', { stratumId: hollow.id }));
    const of = async (...strata: readonly { readonly id: string }[]) => {
      const query = strata.map(({ id }) => id).join(',');
      return labels((await api<ChangesView>('GET', `/api/surveys/${survey.id}/changes?strata=${query}`)).body);
    };
    expect(await of(hollow)).toEqual(['2']);
    expect(await of(ridge, hollow)).toEqual(['1', '2']);
  });

  it.each([
    'after=1',
    `after=1.${'-'.repeat(36)}`,
    `after=99999999999999999999.${uuid()}`,
    `strata=${'-'.repeat(36)}`,
    'strata=',
  ])('refuses %s', async (query) => {
    const { survey } = await surveyWithPlot();
    expect((await api('GET', `/api/surveys/${survey.id}/changes?${query}`)).status).toBe(422);
  });
});
