import Papa from 'papaparse';
import { v4 as uuid } from 'uuid';
import { beforeAll, describe, expect, it } from 'vitest';
import { evaluateForm, parseCallout, parseTreeForm, type TreeForm } from '@arbolito/core/callout';
import type { Measure } from '@arbolito/core/measurement';
import { type LogSettings, USUAL_LOGS } from '@arbolito/core/protocol';
import type { TreeNotes, TreeResult } from '@arbolito/core/tree';
import { newTreeWrite, stampOf } from '../../client/tree-writes.ts';
import type { TreeView } from '../../contracts/views.ts';
import { api, sendJson, useTestDatabase } from '../../server/testing/api.ts';
import { act, surveyWithPlot } from '../../server/testing/made.ts';
import { inEnglish } from '../../../../core/src/testing/english.ts';
import { type SheetSettings, sheetStore } from './store.ts';
import { SHEET_SETTINGS } from './testing/sheet-settings.ts';

beforeAll(async () => {
  await useTestDatabase();
});

/** A tree as it is called out, as it is entered on the sheet, and what is worked out of it. */
interface Example {
  readonly line: string;
  readonly system: 'metric' | 'imperial';
  readonly logs?: Partial<LogSettings>;
  readonly methods?: Partial<Record<Measure, string>>;
  readonly distance?: string;
  readonly typed: Readonly<Record<string, string>>;
  readonly notes?: Partial<TreeNotes>;
  /** The figure by hand. */
  readonly gives: number;
  /** Decimals to which the figure by hand holds. */
  readonly decimals: number;
  readonly of: (result: Pick<TreeResult, 'dbh' | 'height' | 'logs' | 'stemVolumes'>) => number | undefined;
  readonly csv: readonly [column: string, text: string];
}

const STEM = { stumpM: 0.3 };
const FT = 0.3048;

const heightOf: Example['of'] = ({ height }) => (height?.ok === true ? height.estimate.value : undefined);
const logsOf: Example['of'] = ({ logs }) => logs?.logs;
const boardFeetOf: Example['of'] = ({ logs }) => logs?.boardFeet?.value;
const newtonOf: Example['of'] = ({ stemVolumes }) => stemVolumes?.volumes.find(({ way }) => way === 'newton')?.volumeM3;

/** Published formula of Wiant and Castaneda 1977 for 32 in, 5 logs and class 78, times 1.06 for class 80. */
const wiant = (c: readonly [number, number, number, number, number, number, number, number, number]): number =>
  1.06 * (c[0] + c[1] * 5 + c[2] * 25 + (c[3] + c[4] * 5 + c[5] * 25) * 32 + (c[6] + c[7] * 5 + c[8] * 25) * 1024);
const INTERNATIONAL = wiant([-13.35212, 9.58615, 1.52968, 1.7962, -2.59995, -0.27465, 0.04482, 0.45997, -0.00961]);
const SCRIBNER = wiant([-22.50365, 17.53508, -0.59242, 3.02988, -4.34381, -0.02302, -0.01969, 0.51593, -0.02035]);

const EXAMPLES: readonly (readonly [string, Example])[] = [
  [
    '97 ft above the stump are 6 logs of 16 ft without trim',
    {
      line: '#1 sp 24 mh97',
      system: 'imperial',
      logs: { trimM: 0 },
      typed: { diameter: '24' },
      notes: { merchantableM: 97 * FT },
      gives: 6,
      decimals: 6,
      of: logsOf,
      csv: ['logs', '6'],
    },
  ],
  [
    '97 ft above the stump are 5½ logs of 16 ft with 0.3 ft of trim each',
    {
      line: '#1 sp 24 mh97',
      system: 'imperial',
      logs: { trimM: 0.3 * FT },
      typed: { diameter: '24' },
      notes: { merchantableM: 97 * FT },
      gives: 5.5,
      decimals: 6,
      of: logsOf,
      csv: ['logs', '5.5'],
    },
  ],
  [
    '32 in and 5 logs by International at form class 80',
    {
      line: '#1 sp 32 l5',
      system: 'imperial',
      logs: { rule: 'international-1/4', formClass: 80 },
      typed: { diameter: '32' },
      notes: { logs: 5 },
      gives: INTERNATIONAL,
      decimals: 3,
      of: boardFeetOf,
      csv: ['board feet', '1748'],
    },
  ],
  [
    '32 in and 5 logs by Scribner at form class 80',
    {
      line: '#1 sp 32 l5',
      system: 'imperial',
      logs: { rule: 'scribner', formClass: 80 },
      typed: { diameter: '32' },
      notes: { logs: 5 },
      gives: SCRIBNER,
      decimals: 3,
      of: boardFeetOf,
      csv: ['board feet', '1626'],
    },
  ],
  [
    'five marks at 33 ft are 2½ logs',
    {
      line: '#1 sp 24 logs5 loglen16 mf66 stood33',
      system: 'imperial',
      methods: { height: 'height.log-stick' },
      typed: { diameter: '24', logs: '5', logLength: '16', madeFor: '66', stood: '33' },
      gives: 2.5,
      decimals: 6,
      of: logsOf,
      csv: ['logs', '2.5'],
    },
  ],
  [
    'five marks at 33 ft are 40 ft',
    {
      line: '#1 sp 24 logs5 loglen16 mf66 stood33',
      system: 'imperial',
      methods: { height: 'height.log-stick' },
      typed: { diameter: '24', logs: '5', logLength: '16', madeFor: '66', stood: '33' },
      gives: 40,
      decimals: 6,
      of: ({ logs }) => (logs === null ? undefined : logs.lengthM / FT),
      csv: ['logs', '2.5'],
    },
  ],
  [
    '40, 30 and 18 cm over 20 m by Newton',
    {
      line: '#1 sp u40@0 u30@10 u18@20',
      system: 'metric',
      typed: {},
      notes: {
        upperDiameters: [
          [0, 40],
          [10, 30],
          [20, 18],
        ].map(([heightM = 0, diameterCm = 0]) => ({
          height: { value: heightM, unit: 'm' },
          method: 'diameter.tape',
          readings: { diameter: { value: diameterCm, unit: 'cm' } },
        })),
      },
      gives: (((Math.PI / 40_000) * 20) / 6) * (40 ** 2 + 4 * 30 ** 2 + 18 ** 2),
      decimals: 6,
      of: newtonOf,
      csv: ['stem by Newton (m³)', '1.446'],
    },
  ],
  [
    '27 paces of 1.000 m at a 2 : 1 triangle and the line 1 m up',
    {
      line: '#1 sp 30 tri2 line1 pc27 pcl1.000',
      system: 'metric',
      methods: { height: 'height.sighting-triangle' },
      distance: 'distance.paces',
      typed: { diameter: '30', ratio: '2', line: '1', paces: '27', pace: '1.000' },
      gives: 27 / 2 + 1,
      decimals: 6,
      of: heightOf,
      csv: ['height (m)', '14.50'],
    },
  ],
  [
    'three shots of 122.4, 122.6 and 122.3 ft averaged',
    {
      line: '#1 sp 30 = 122.4 122.6 122.3',
      system: 'imperial',
      methods: { height: 'height.known' },
      typed: { diameter: '30', height: '122.4 122.6 122.3' },
      gives: ((122.4 + 122.6 + 122.3) / 3) * FT,
      decimals: 6,
      of: heightOf,
      csv: ['height (ft)', '122.4'],
    },
  ],
  [
    'a stick that shows 12 and 14 in',
    {
      line: '#1 sp gf12in gx14in made25in reach25in',
      system: 'imperial',
      methods: { diameter: 'diameter.graduated-stick-two-faces' },
      typed: { shown: '12', crossShown: '14', made: '25', reach: '25' },
      gives: 13 * 2.54,
      decimals: 6,
      of: ({ dbh }) => dbh?.value,
      csv: ['dbh (in)', '13.0'],
    },
  ],
];

const settingsOf = ({ system, logs }: Example): SheetSettings => ({
  ...SHEET_SETTINGS,
  ...STEM,
  logs: { ...USUAL_LOGS, ...logs },
  unitSystem: system,
});

function typedOnSheet(example: Example): TreeForm {
  const { methods = {}, distance, typed, notes } = example;
  const store = sheetStore(settingsOf(example));
  store.name({ tag: '1', speciesCode: 'sp' });
  for (const [measure, method] of Object.entries(methods)) store.setMethod(measure as Measure, method);
  if (distance !== undefined) store.setDistance(1, distance);
  for (const [key, text] of Object.entries(typed)) {
    const slot = store.$view.get().slots.find(({ spec }) => spec.key === key);
    if (slot === undefined) throw new Error(`the sheet does not ask for ${key}`);
    store.type(slot, text);
  }
  if (notes !== undefined) store.setNotes(notes);
  return store.$view.get().draft;
}

async function settle(surveyId: string, wood: object): Promise<void> {
  const { status } = await api('POST', `/api/surveys/${surveyId}/wood`, wood);
  expect(status).toBe(201);
}

/** What the server says of a tree once it is kept, and its row of the export. */
async function kept(draft: TreeForm, example: Example) {
  const settings = settingsOf(example);
  const { survey, plot } = await surveyWithPlot({ unitSystem: example.system });
  if (example.logs !== undefined)
    await settle(survey.id, {
      ...act(),
      id: uuid(),
      species: [],
      stumpM: 0.3,
      topCm: 7,
      prices: null,
      logs: settings.logs,
    });
  const { body } = newTreeWrite(
    parseTreeForm(draft, { ...settings, stamp: stampOf('Crew Badger') }).tree,
    plot.id,
    'Crew Badger',
    settings.fieldRules,
  );
  const { status, body: view } = await api<TreeView>('POST', '/api/trees', body);
  expect(status).toBe(201);
  // The answer to the write is what the record says.
  expect((await api<TreeView>('GET', `/api/trees/${view.id}`)).body).toEqual(view);
  const file = await sendJson(new Request(`http://test/api/surveys/${survey.id}/trees.csv`));
  const [row] = Papa.parse<Record<string, string>>(await file.text(), { header: true, skipEmptyLines: true }).data;
  return { view, row };
}

describe.each(EXAMPLES)('%s', (_words, example) => {
  const { line, of, gives, decimals, csv } = example;
  const settings = settingsOf(example);

  it('on the line and on the sheet', () => {
    const { draft, ok } = parseCallout(line, settings);
    expect(ok).toBe(true);
    expect(of(evaluateForm(draft, settings))).toBeCloseTo(gives, decimals);
    expect(of(evaluateForm(typedOnSheet(example), settings))).toBeCloseTo(gives, decimals);
  });

  it('in the API and in the export', async () => {
    const { view, row } = await kept(typedOnSheet(example), example);
    const [column, text] = csv;
    expect(row?.[column]).toBe(text);
    const fromLine = await kept(parseCallout(line, settings).draft, example);
    expect(fromLine.row?.[column]).toBe(text);
    expect(fromLine.view.height?.printed).toBe(view.height?.printed);
    expect(fromLine.view.dbh?.printed).toBe(view.dbh?.printed);
    expect(fromLine.view.logs).toEqual(view.logs);
    expect(fromLine.view.stemVolumes).toEqual(view.stemVolumes);
  });
});

it('the height by paces carries the error of pace and of levelling, the same on the record', async () => {
  const example = EXAMPLES.find(([words]) => words.startsWith('27 paces'))?.[1];
  if (example === undefined) throw new Error('no example');
  const draft = typedOnSheet(example);
  const { height } = evaluateForm(draft, settingsOf(example));
  if (height?.ok !== true) throw new Error('no height');
  const { contributions, printed } = height.estimate;
  const effects = Object.fromEntries(contributions.map(({ label, effect }) => [inEnglish(label), effect]));
  // Half of that of 27 paces; a lower edge off level by half a degree: 27 × (1 + ¼) × 0.00873.
  expect(effects.distance).toBeGreaterThan(0.1);
  expect(effects['lower edge held horizontal']).toBeCloseTo(27 * 1.25 * ((0.5 * Math.PI) / 180), 6);
  const { view } = await kept(draft, example);
  expect(view.height?.printedStandardError).toBe(printed.standardError);
});
