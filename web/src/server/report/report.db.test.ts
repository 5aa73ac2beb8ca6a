import ExcelJS from 'exceljs';
import { v4 as uuid } from 'uuid';
import { beforeAll, describe, expect, it } from 'vitest';
import { convert } from '@arbolito/core/units';
import type { SurveySummary, TallyView } from '../../contracts/views.ts';
import { services } from '../compose.ts';
import { prepareDatabase } from '../database/tools.ts';
import { DEMO_SURVEY_ID, WOODLOT_SURVEY_ID } from '../demo/load.ts';
import { api, sendJson, useTestDatabase } from '../testing/api.ts';
import { textOfPages } from '../testing/pdf.ts';
import { followed } from './paper-progress.ts';
import { reportPdf } from './pdf.ts';
import { withParts } from './report.ts';
import { MOST_TREES_IN_WORKBOOK, recordSheets } from './record-sheets.ts';
import type { ReportTable } from './table.ts';
import { inEnglish } from '../../../../core/src/testing/english.ts';

beforeAll(async () => {
  await prepareDatabase(await useTestDatabase(), { demo: true });
});

const bytes = async (path: string): Promise<Uint8Array> => {
  const response = await sendJson(new Request(`http://test${path}`));
  expect(response.status).toBe(200);
  return new Uint8Array(await response.arrayBuffer());
};
const tablesOf = async (id: string) => (await api<readonly ReportTable[]>('GET', `/api/surveys/${id}/tables`)).body;

describe.each([
  ['Monte Valdeliro', DEMO_SURVEY_ID, 'metric'],
  ['Harrow Creek Wood', WOODLOT_SURVEY_ID, 'imperial'],
] as const)('the report of %s', (place, id, system) => {
  it('has for each plot the sums that its tally shows', async () => {
    const { plots } = (await api<SurveySummary>('GET', `/api/surveys/${id}/summary`)).body;
    const walked = plots.filter(({ sums }) => sums !== null);
    expect(walked.length).toBeGreaterThan(7);
    for (const { id: plotId, sums } of walked) {
      const tally = (await api<TallyView>('GET', `/api/tally?plot=${plotId}`)).body;
      expect(tally.trees.length).toBe((sums?.stems ?? 0) + (sums?.deadStems ?? 0));
      for (const figure of ['stemsPerHa', 'basalAreaM2PerHa', 'volumeM3PerHa', 'quadraticMeanDiameterCm'] as const) {
        const expected = sums?.[figure] ?? null;
        if (expected === null) expect(tally.sums[figure]).toBeNull();
        else expect(tally.sums[figure]).toBeCloseTo(expected, 8);
      }
    }
  });

  it('lists its trees where that is asked for, and leaves the list out otherwise', async () => {
    const { plots } = (await api<SurveySummary>('GET', `/api/surveys/${id}/summary`)).body;
    const trees = plots.reduce((sum, plot) => sum + plot.trees, 0);
    const usual = withParts(await services().report.get(id), []);
    expect(usual.parts.some((part) => part.id === 'tree-list')).toBe(false);
    const asked = withParts(await services().report.get(id, system, undefined, ['tree-list']), ['tree-list']);
    const [list] = asked.parts;
    expect(list?.kind === 'table' ? list.table.rows.length : 0).toBe(trees);
    const pdf = await textOfPages(await bytes(`/print/report.pdf?survey=${id}&part=tree-list`));
    expect(pdf.join(' ')).toContain('Tree list');
  });

  it('gives one table as JSON as it stands among all of them', async () => {
    const tables = await tablesOf(id);
    const { body } = await api<ReportTable>('GET', `/api/surveys/${id}/tables?name=plots&as=json`);
    expect(inEnglish(body)).toEqual(tables.find((table) => table.id === 'plots'));
    expect(body.rows.length).toBeGreaterThan(10);
  });

  it('has the sums of the API in its tables, in the units of the survey', async () => {
    const { sums } = (await api<SurveySummary>('GET', `/api/surveys/${id}/summary`)).body;
    const totals = (await tablesOf(id)).find((table) => table.id === 'totals');
    const figures = [sums, ...(sums.dead === null ? [] : [sums.dead])].flatMap((of) => [
      of.stemsPerHa?.mean,
      of.basalAreaM2PerHa?.mean,
      of.volumeM3PerHa?.mean,
    ]);
    const perHa = figures.map(Number);
    const acre = convert(1, 'acre', 'ha');
    const expected =
      system === 'metric'
        ? perHa
        : perHa.map((value, i) =>
            i % 3 === 0
              ? value * acre
              : i % 3 === 1
                ? convert(value, 'm2', 'ft2') * acre
                : convert(value, 'm3', 'ft3') * acre,
          );
    totals?.rows.forEach((row, i) => {
      expect(row[1]?.value).toBeCloseTo(expected[i] ?? NaN, [1, 2, 1][i % 3]);
    });
  });

  it('says every figure of its tables in the PDF, with numbered pages and a line to sign', async () => {
    const pages = await textOfPages(await bytes(`/print/report.pdf?survey=${id}`));
    const whole = pages.join(' ').replace(/\s+/g, ' ');
    expect(whole).toContain(place);
    expect(whole).toContain('Signature');
    expect(whole).toContain('no permission to fell');
    pages.forEach((page, i) => {
      expect(page.replace(/\s+/g, ' ')).toContain(`page ${String(i + 1)} of ${String(pages.length)}`);
    });
    for (const { title, rows } of await tablesOf(id)) {
      expect(whole).toContain(title);
      for (const cell of rows.flat()) if (cell.value !== null) expect(whole, title).toContain(cell.text);
    }
  }, 60_000);

  it('has the same figures in the workbook, as numbers', async () => {
    const book = new ExcelJS.Workbook();
    await book.xlsx.load((await bytes(`/print/report.xlsx?survey=${id}`)).buffer as ArrayBuffer);
    for (const { title, rows, columns } of await tablesOf(id)) {
      // A sheet cannot have every character of a title, and no more than 31.
      const plain = title.replace(/[^\p{L}\p{N} ]/gu, ' ').replace(/\s+/g, ' ');
      const own = book.worksheets.find(
        ({ name }) =>
          name
            .replace(/[^\p{L}\p{N} ]/gu, ' ')
            .replace(/\s+/g, ' ')
            .trim() === plain.slice(0, 31).trim(),
      );
      expect(own, title).toBeDefined();
      expect(own?.getRow(1).getCell(1).value).toBe(columns[0]?.name);
      rows.forEach((row, i) => {
        row.forEach((cell, j) => {
          if (cell.value !== null)
            expect(own?.getRow(i + 2).getCell(j + 1).value, `${title} ${String(i)} ${String(j)}`).toBe(cell.value);
        });
      });
    }
  }, 60_000);
});

describe('the workbook', () => {
  it('holds the record: a row for each tree, stem and reading', async () => {
    const book = new ExcelJS.Workbook();
    await book.xlsx.load((await bytes(`/print/report.xlsx?survey=${DEMO_SURVEY_ID}`)).buffer as ArrayBuffer);
    const sheet = (name: string) => book.worksheets.find((each) => each.name === name);
    const lines = async (name: string): Promise<number> =>
      (await (await sendJson(new Request(`http://test/api/surveys/${DEMO_SURVEY_ID}/${name}.csv`))).text())
        .trimEnd()
        .split('\r\n').length;
    for (const [title, name] of [
      ['Trees', 'trees'],
      ['Stems', 'stems'],
      ['Readings', 'readings'],
    ] as const)
      expect(sheet(title)?.rowCount, name).toBe(await lines(name));
    // A dbh is a number that can be summed, a tag is a name.
    // A row of the workbook counts from 1.
    const head = sheet('Trees')?.getRow(1).values as (string | undefined)[];
    const first = sheet('Trees')?.getRow(2);
    expect(typeof first?.getCell(head.findIndex((each) => each?.startsWith('dbh ('))).value).toBe('number');
    expect(typeof first?.getCell(head.indexOf('tag')).value).toBe('string');
  }, 60_000);

  it('leaves the record to the CSV files where it has too many trees', async () => {
    const survey = await services().surveys.get(DEMO_SURVEY_ID);
    const many = await recordSheets(survey, [], MOST_TREES_IN_WORKBOOK + 1, services().trees.eachOfSurvey(survey));
    expect(many).toEqual({ sheets: null, mostTrees: MOST_TREES_IN_WORKBOOK });
  });
});

describe('the progress of a report', () => {
  it('is told while it is made, by the name of its job, and forgotten afterwards', async () => {
    const job = uuid();
    expect((await sendJson(new Request(`http://test/print/progress?job=${job}`))).status).toBe(404);
    const seen: unknown[] = [];
    await followed(job, async (onProgress) => {
      seen.push(await (await sendJson(new Request(`http://test/print/progress?job=${job}`))).json());
      onProgress('setting', 0.5);
      seen.push(await (await sendJson(new Request(`http://test/print/progress?job=${job}`))).json());
    });
    expect(seen).toEqual([
      { stage: 'waiting', share: null },
      { stage: 'setting', share: 0.5 },
    ]);
    expect((await sendJson(new Request(`http://test/print/progress?job=${job}`))).status).toBe(404);
    expect((await sendJson(new Request('http://test/print/progress?job=7'))).status).toBe(422);
  });

  it('rises to the whole as the pages are drawn', async () => {
    const shares: number[] = [];
    await reportPdf(await services().report.get(DEMO_SURVEY_ID), new Map(), (share) => {
      shares.push(share);
    });
    expect(shares.length).toBeGreaterThan(1);
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
    expect(shares.at(-1)).toBeCloseTo(1, 6);
  }, 60_000);
});

describe('an address of a report', () => {
  it.each([
    ['/print/report.pdf', 422],
    ['/print/report.pdf?survey=6f1d3c1e-6a0b-4c5e-9d7a-2f5b0c8a41d3', 404],
    [`/print/report.xlsx?survey=${DEMO_SURVEY_ID}&units=furlongs`, 422],
  ])('%s answers %d', async (path, status) => {
    expect((await sendJson(new Request(`http://test${path}`))).status).toBe(status);
  });
});
