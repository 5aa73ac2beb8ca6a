import { v4 as uuid } from 'uuid';
import { beforeAll, describe, expect, it } from 'vitest';
import { type FieldRules, RULE_SETS } from '@arbolito/core/protocol';
import { rulesBody } from '../../contracts/field-rules-body.ts';
import type { NewTreeDto } from '../../contracts/tree.ts';
import type {
  BodyMarkView,
  RulesChangeView,
  SurveySummary,
  SurveyView,
  TallyView,
  TouchedTree,
  TreeView,
} from '../../contracts/views.ts';
import { api, useTestDatabase } from '../testing/api.ts';
import { act, dbhReading, finishPlot, newPlot, newSurvey, newTree, surveyWithPlot } from '../testing/made.ts';
import { inEnglish } from '../../../../core/src/testing/english.ts';

beforeAll(useTestDatabase);

const timber = RULE_SETS.timber.rules;
const changeTo = (rules: FieldRules, reason = 'agreed with the owner') => ({ ...act(), reason, ...rulesBody(rules) });
const keep = async (tree: NewTreeDto): Promise<TreeView> => (await api<TreeView>('POST', '/api/trees', tree)).body;
const pointReading = (m: number, stem?: number) => ({
  ...dbhReading(m),
  measure: 'point' as const,
  methodId: 'point.tape',
  key: 'point',
  unit: 'm' as const,
  ...(stem === undefined ? {} : { stem }),
});
const fork = (plotId: string, tag: string): NewTreeDto =>
  newTree(plotId, tag, {
    stems: [{ id: uuid(), ordinal: 2 }],
    readings: [dbhReading(28), { ...dbhReading(21), stem: 2 }, pointReading(0.9, 2)],
    taping: {
      found: {
        ground: { slopePct: 20 },
        leanDeg: 0,
        trunks: { kind: 'fork', crotchM: 0.1, stems: 2 },
        swelling: { kind: 'none' },
      },
      mark: 'blue dot',
    },
  });

describe('field rules', () => {
  it('are the timber set where a survey names none, and its own where it does', async () => {
    const { survey } = await surveyWithPlot();
    const { body } = await api<SurveyView>('GET', `/api/surveys/${survey.id}`);
    expect(body).toMatchObject({ ruleSet: 'timber', fieldRules: { slope: 'uphill', breastHeightM: 1.3 } });
    const own = newSurvey(rulesBody({ ...RULE_SETS.street.rules, severalStems: 'largest' }));
    const made = await api<SurveyView>('POST', '/api/surveys', own);
    expect(made.body).toMatchObject({ ruleSet: null, breastHeightM: 1.3716 });
    expect(made.body.fieldRules.severalStems).toBe('largest');
  });

  it.each([
    ['a choice that there is not', { slope: 'downhill' }, '/fieldRules/slope'],
    ['a class of 12 cm', { classes: { width: '12cm', place: 'down' } }, '/fieldRules/classes/width'],
    [
      'a piece without its top',
      { products: [{ name: 'saw', fromCm: 30, piece: { lengthM: 3 } }] },
      '/fieldRules/products/0/piece/topCm',
    ],
    ['a product without a name', { products: [{ name: '', fromCm: 7 }] }, '/fieldRules/products/0/name'],
    [
      'one product twice',
      {
        products: [
          { name: 'saw', fromCm: 7 },
          { name: 'saw', fromCm: 9 },
        ],
      },
      '/fieldRules/products',
    ],
    ['something more', { colour: 'green' }, '/fieldRules/colour'],
  ])('refuse %s', async (_words, part, pointer) => {
    const body = { ...newSurvey(), fieldRules: { ...rulesBody(timber).fieldRules, ...part } };
    const { status, body: problem } = await api('POST', '/api/surveys', body);
    expect(status).toBe(422);
    expect(problem.errors?.map((error) => error.pointer)).toContain(pointer);
  });

  it('name the trees that another rule touches, before anything is written', async () => {
    const { survey, plot } = await surveyWithPlot();
    const forked = await keep(fork(plot.id, '1'));
    await keep(newTree(plot.id, '2'));
    const preview = await api<TouchedTree[]>(
      'POST',
      `/api/surveys/${survey.id}/rules/preview`,
      rulesBody({ ...timber, severalStems: 'largest' }),
    );
    // √(28² + 21²) = 35; π ÷ 40 000 × 35² = 0.0962 and × 28² = 0.0616
    expect(inEnglish(preview.body)).toEqual([
      {
        treeId: forked.id,
        plotLabel: '1',
        tag: '1',
        changes: ['dbh: 35.0 cm → 28.0 cm', 'basal area: 0.0962 m² → 0.0616 m²'],
      },
    ]);
    const untouched = await api<SurveyView>('GET', `/api/surveys/${survey.id}`);
    expect(untouched.body.fieldRules.severalStems).toBe('root-sum-of-squares');
  });

  it('change on the record, once, with the reason and the trees; figures follow', async () => {
    const { survey, plot } = await surveyWithPlot();
    await keep(fork(plot.id, '1'));
    await keep(newTree(plot.id, '2'));
    await finishPlot(plot.id);
    const path = `/api/surveys/${survey.id}/rules`;
    // On a slope of 20 % the middle of the slope is another point for every tree that is taped from uphill.
    const change = changeTo({ ...timber, slope: 'middle', severalStems: 'kept-apart' });
    const { status, body } = await api<RulesChangeView>('POST', path, change);
    expect(status).toBe(200);
    expect(inEnglish(body)).toMatchObject({
      reason: 'agreed with the owner',
      before: { slope: 'uphill' },
      after: { slope: 'middle' },
    });
    expect(body.touched.map(({ tag }) => tag)).toEqual(['1', '2']);
    expect(inEnglish(body.touched[1]?.changes)).toEqual([
      'measuring point: 1.30 m, uphill side → 1.30 m, middle of the slope',
    ]);
    expect((await api<RulesChangeView>('POST', path, change)).body).toEqual(body);
    const { body: rules } = await api<{ changes: RulesChangeView[] }>('GET', path);
    expect(rules.changes).toHaveLength(1);
    const { body: summary } = await api<SurveySummary>('GET', `/api/surveys/${survey.id}/summary`);
    // Two stems kept apart and one tree: three stems on 500 m².
    expect(summary.sums.stemsPerHa?.mean).toBe(60);
  });

  it('refuse a change that is none, one without a reason, and its undoing', async () => {
    const { survey } = await surveyWithPlot();
    const path = `/api/surveys/${survey.id}/rules`;
    expect((await api('POST', path, changeTo(timber))).status).toBe(422);
    expect((await api('POST', path, changeTo({ ...timber, slope: 'middle' }, ' '))).status).toBe(422);
    const change = changeTo({ ...timber, slope: 'middle' });
    await api('POST', path, change);
    expect((await api('POST', `/api/corrections/${change.id}/undo`, act())).status).toBe(409);
    expect((await api('POST', path, { ...change, reason: 'another' })).status).toBe(409);
    expect((await api('GET', `/api/surveys/${uuid()}/rules`)).status).toBe(404);
  });
});

describe('several stems of one tree', () => {
  it('are kept each with its readings and its point, and put together by the rule', async () => {
    const { plot } = await surveyWithPlot();
    const tree = await keep(fork(plot.id, '1'));
    expect(tree.stems.map(({ ordinal, dbh, point }) => [ordinal, dbh?.printed, point?.printed])).toEqual([
      [1, '28.0', undefined],
      [2, '21.0', '0.90'],
    ]);
    expect(tree.dbh?.printed).toBe('35.0');
    expect(tree.taping).toMatchObject({ mark: 'blue dot', found: { trunks: { stems: 2 } } });
  });

  it('come and go by corrections, and by taking them back', async () => {
    const { plot } = await surveyWithPlot();
    const tree = await keep(fork(plot.id, '1'));
    const [first] = tree.readings;
    if (first === undefined) throw new Error('no reading');
    const asWritten = { ...dbhReading(28), id: first.id, takenAt: first.takenAt };
    const path = `/api/trees/${tree.id}/corrections`;
    const one = { ...act(), tag: '1', speciesCode: 'sp', readings: [asWritten] };
    const alone = await api<TreeView>('POST', path, one);
    expect(alone.body.dbh?.printed).toBe('28.0');
    expect(alone.body.taping).toBeNull();
    const three = {
      ...act(),
      tag: '1',
      speciesCode: 'sp',
      stems: [{ id: uuid(), ordinal: 3 }],
      readings: [asWritten, { ...dbhReading(21), stem: 3 }],
    };
    expect((await api<TreeView>('POST', path, three)).body.dbh?.printed).toBe('35.0');
    await api('POST', `/api/corrections/${three.id}/undo`, act());
    await api('POST', `/api/corrections/${one.id}/undo`, act());
    const { body } = await api<TreeView>('GET', `/api/trees/${tree.id}`);
    expect(body.dbh?.printed).toBe('35.0');
    expect(body.taping).toMatchObject({ mark: 'blue dot' });
    expect(body.readings.filter(({ stem }) => stem === 2)).toHaveLength(2);
  });

  it.each([
    [
      'a stem without an identifier',
      { readings: [dbhReading(28), { ...dbhReading(21), stem: 2 }] },
      '/readings/1/stem',
    ],
    ['a height of the second stem', { height: true }, '/readings/1/stem'],
    ['half a stem', { readings: [{ ...dbhReading(28), stem: 1.5 }] }, '/readings/0/stem'],
    ['a tree that the guide does not know', { taping: { found: { trunks: 'many' } } }, '/taping/found/trunks'],
  ])('refuse %s', async (_words, part, pointer) => {
    const { plot } = await surveyWithPlot();
    const stems = [{ id: uuid(), ordinal: 2 }];
    const tall = { ...pointReading(20), measure: 'height', methodId: 'height.known', key: 'height', stem: 2 };
    const body =
      'height' in part
        ? { ...newTree(plot.id, '1'), stems, readings: [dbhReading(28), tall] }
        : { ...newTree(plot.id, '1'), ...part };
    const { status, body: problem } = await api('POST', '/api/trees', body);
    expect(status).toBe(422);
    expect(problem.errors?.map((error) => error.pointer)).toContain(pointer);
    expect((await api<TallyView>('GET', `/api/tally?plot=${plot.id}`)).body.trees).toEqual([]);
  });

  it('are called out on one line, the same line twice being one tree', async () => {
    const { plot } = await surveyWithPlot();
    const callout = { ...act(), plotId: plot.id, line: '#7 sp 28 &21 at0.9', observedAt: '2026-06-03T09:15:00Z' };
    const { madeAt, ...body } = callout;
    const first = await api<TreeView>('POST', '/api/tally', body);
    expect(first.status).toBe(201);
    expect(first.body.dbh?.printed).toBe('35.0');
    expect((await api<TreeView>('POST', '/api/tally', body)).status).toBe(200);
    expect(madeAt).toBeDefined();
  });
});

describe('the visit before', () => {
  it('is found by plot and tag: its point, its diameter, and what is odd since', async () => {
    const before = newSurvey({ startedOn: '2019-06-03' });
    const now = newSurvey({ previousSurveyId: before.id });
    const plots = [newPlot(before, '1'), newPlot(now, '1')] as const;
    await api('POST', '/api/surveys', before);
    await api('POST', '/api/surveys', now);
    for (const plot of plots) await api('POST', '/api/plots', plot);
    await keep(
      newTree(plots[0].id, '4', {
        observedAt: '2019-06-03T09:15:00Z',
        readings: [dbhReading(40), pointReading(1.5)],
        taping: { mark: 'blue dot' },
      }),
    );
    const { body: tally } = await api<TallyView>('GET', `/api/tally?plot=${plots[1].id}`);
    expect(tally.lastVisits['4']).toMatchObject({
      on: '2019-06-03',
      stems: [{ ordinal: 1, dbhCm: 40, pointM: 1.5 }],
      side: 'uphill side',
      mark: 'blue dot',
    });
    const elsewhere = await keep(newTree(plots[1].id, '4', { readings: [dbhReading(39)] }));
    expect(elsewhere.findings.map(({ code }) => code)).toEqual(['diameter.other-point']);
    expect(elsewhere.lastVisit?.years).toBeCloseTo(7, 1);
    const again = {
      ...act(),
      tag: '4',
      speciesCode: 'sp',
      readings: [dbhReading(39), pointReading(1.5)],
    };
    const shrunk = await api<TreeView>('POST', `/api/trees/${elsewhere.id}/corrections`, again);
    expect(shrunk.body.findings.map(({ code }) => code)).toEqual(['diameter.shrank']);
    expect((await keep(newTree(plots[1].id, '5'))).lastVisit).toBeNull();
  });

  it('must be a survey', async () => {
    const { status, body } = await api('POST', '/api/surveys', newSurvey({ previousSurveyId: uuid() }));
    expect(status).toBe(422);
    expect(JSON.stringify(body)).toContain('/previousSurveyId');
  });
});

describe('marks on the body', () => {
  it('are kept per observer, the latest one counting', async () => {
    const mark = (observer: string, barefootM: number) => ({
      id: uuid(),
      observer,
      device: 'test device',
      words: 'top of the pocket',
      barefootM,
      bootsM: 0.03,
    });
    const first = mark('A. B.', 1.33);
    expect((await api('POST', '/api/body-marks', first)).status).toBe(201);
    expect((await api('POST', '/api/body-marks', first)).status).toBe(200);
    expect((await api('POST', '/api/body-marks', { ...first, barefootM: 1.4 })).status).toBe(409);
    await api('POST', '/api/body-marks', mark('A. B.', 1.31));
    await api('POST', '/api/body-marks', mark('C. D.', 1.28));
    const { body } = await api<BodyMarkView[]>('GET', '/api/body-marks');
    expect(body.filter(({ observer }) => /^[AC]\./.test(observer)).map(({ barefootM }) => barefootM)).toEqual([
      1.31, 1.28,
    ]);
    expect((await api('POST', '/api/body-marks', mark('E. F.', 3))).status).toBe(422);
  });
});
