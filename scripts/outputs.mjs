// node scripts/outputs.mjs URL FOLDER: writes every output of a running application as text, to compare two versions with diff -r.
import { mkdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { run, say, Stop } from './lib/steps.mjs';

const [base, folder] = process.argv.slice(2);

async function get(address) {
  for (let tries = 0; tries < 20; tries += 1) {
    const answer = await fetch(base + address);
    if (answer.status !== 429) return answer;
    await new Promise((resolve) => setTimeout(resolve, 1000 * Number(answer.headers.get('retry-after') ?? 1)));
  }
  throw new Stop(`${address} is refused again and again`);
}

function write(name, text) {
  const file = path.join(folder, name);
  mkdirSync(path.dirname(file), { recursive: true });
  writeFileSync(file, text);
}

/** JSON with its keys in order, so that their sequence makes no difference. */
const sorted = (value) =>
  Array.isArray(value)
    ? value.map(sorted)
    : value !== null && typeof value === 'object'
      ? Object.fromEntries(
          Object.entries(value)
            .sort(([a], [b]) => (a < b ? -1 : 1))
            .map(([key, inner]) => [key, sorted(inner)]),
        )
      : value;

async function json(address, name) {
  const answer = await get(address);
  const body = await answer.json();
  write(name, `${answer.status}\n${JSON.stringify(sorted(body), null, 1)}\n`);
  return body;
}

async function pdfText(address, name) {
  const { getDocument } = await import('pdfjs-dist/legacy/build/pdf.mjs');
  const data = new Uint8Array(await (await get(address)).arrayBuffer());
  const document = await getDocument({ data, verbosity: 0 }).promise;
  const pages = [];
  for (let number = 1; number <= document.numPages; number += 1) {
    const { items } = await (await document.getPage(number)).getTextContent();
    pages.push(items.map(({ str, hasEOL }) => str + (hasEOL ? '\n' : ' ')).join(''));
  }
  write(name, pages.join('\n— page —\n'));
}

async function workbook(address, name) {
  const { default: Excel } = await import('exceljs');
  const book = new Excel.Workbook();
  await book.xlsx.load(await (await get(address)).arrayBuffer());
  const lines = [];
  book.eachSheet((sheet) => {
    lines.push(`== ${sheet.name}`);
    sheet.eachRow((row, number) => lines.push(`${number} ${JSON.stringify(row.values)}`));
  });
  write(name, lines.join('\n'));
}

run(async () => {
  if (base === undefined || folder === undefined) throw new Stop('node scripts/outputs.mjs URL FOLDER');
  const surveys = await json('/api/surveys', 'surveys.json');
  await json('/api/methods', 'methods.json');
  await json('/api/instruments?crew=Crew%20Heron', 'instruments.json');
  await json('/api/body-marks', 'body-marks.json');
  for (const { id, placeName, startedOn } of surveys) {
    const at = `${placeName} ${startedOn}`.replaceAll(' ', '-');
    say(`· ${at}`);
    const of = `/api/surveys/${id}`;
    for (const part of ['', '/summary', '/rules', '/wood', '/stems', '/checks', '/tables', '/tables?units=imperial'])
      await json(of + part, `${at}/survey${part.replaceAll(/[/?]/g, '-')}.json`);
    for (const part of ['trees.csv', 'stems.csv', 'readings.csv', 'plots.geojson'])
      write(`${at}/${part}`, await (await get(`${of}/${part}`)).text());
    const plots = await json(`/api/plots?survey=${id}`, `${at}/plots.json`);
    for (const plot of plots.plots ?? plots) {
      await json(`/api/trees?plot=${plot.id}`, `${at}/plots/${plot.number ?? plot.id}-trees.json`);
      await json(`/api/tally?plot=${plot.id}`, `${at}/plots/${plot.number ?? plot.id}-tally.json`);
    }
    for (const units of ['metric', 'imperial']) {
      await pdfText(`/print/report.pdf?survey=${id}&units=${units}`, `${at}/report-${units}.txt`);
      await workbook(`/print/report.xlsx?survey=${id}&units=${units}`, `${at}/workbook-${units}.txt`);
    }
  }
});
