import pdfmake from 'pdfmake';
import type { Content, TableCell, TDocumentDefinitions } from 'pdfmake/interfaces.js';
import type { PhotoFile } from '../photos/repository.ts';
import { typefaces } from '../print/typefaces.ts';
import { chartPicture } from './chart-picture.ts';
import type { Report, ReportPart, ReportPhoto } from './report.ts';
import type { Cell, ReportTable } from './table.ts';
import { tableFigure } from '../../messages/figures.ts';
import { t, say } from '../../messages/text.ts';

const FACE = 'Roboto';

let isReady = false;

/** Tells the PDF package where its typeface lies, and that nothing else is to be read. */
function prepare(): void {
  if (isReady) return;
  const { folder, normal, bold, italics, boldItalics } = typefaces();
  pdfmake.addFonts({ [FACE]: { normal, bold, italics, bolditalics: boldItalics } });
  pdfmake.setUrlAccessPolicy(() => false);
  pdfmake.setLocalAccessPolicy((path: string) => path.startsWith(folder));
  isReady = true;
}

const PAGE_WIDTH = 515;
/** Columns beyond this stand better on a page turned on its side. */
const MOST_UPRIGHT = 8;

/** Longer tables fill more pages than anybody turns, and take minutes to set. */
const MOST_ROWS = 500;

/** Share of a page below which no heading stands. */
const HEADING_TO = 0.84;

const heading = (text: string): Content => ({ text, style: 'heading', headlineLevel: 1 });

function tableOf({ columns, rows, total, notes }: ReportTable): Content[] {
  const isNumber = (i: number): boolean => columns[i]?.kind === 'number';
  const cell = ({ text }: Cell, i: number, bold = false): TableCell => ({
    text: isNumber(i) ? tableFigure(text) : text,
    alignment: isNumber(i) ? 'right' : 'left',
    noWrap: isNumber(i) && text.length < 16,
    bold: bold || i === 0,
  });
  const size = columns.length > MOST_UPRIGHT ? 7 : 8.5;
  const leftOut =
    rows.length > MOST_ROWS
      ? [
          t(
            'report.the-first-of-rows-the',
            'The first {mostRows} of {rows} rows. The workbook and the CSV hold all of them.',
            { mostRows: String(MOST_ROWS), rows: String(rows.length) },
          ),
        ]
      : [];
  return [
    {
      fontSize: size,
      layout: 'lightHorizontalLines',
      margin: [0, 2, 0, 4],
      table: {
        headerRows: 1,
        dontBreakRows: true,
        keepWithHeaderRows: 1,
        widths: columns.map(({ kind }, i) => (kind === 'text' && i > 0 ? '*' : 'auto')),
        body: [
          columns.map(({ name }, i): TableCell => ({
            text: name,
            bold: true,
            color: '#4c564f',
            alignment: isNumber(i) ? 'right' : 'left',
          })),
          ...rows.slice(0, MOST_ROWS).map((row) => row.map((each, i) => cell(each, i))),
          ...(total === undefined ? [] : [total.map((each, i) => cell(each, i, true))]),
        ],
      },
    },
    ...[...notes, ...leftOut].map((text): Content => ({ text: say(text), style: 'note' })),
  ];
}

/** Photos two by two, each with its words. What the file cannot hold is named. */
function photosOf(photos: readonly ReportPhoto[], files: ReadonlyMap<string, PhotoFile>): Content[] {
  const framed = photos.map(({ id, words }): Content => {
    const file = files.get(id);
    const note: Content = { text: words, style: 'note' };
    if (file === undefined || file.mediaType === 'image/webp') return { stack: [note] };
    const image = `data:${file.mediaType};base64,${Buffer.from(file.data).toString('base64')}`;
    return { stack: [{ image, fit: [250, 190] }, note] };
  });
  const rows: Content[] = [];
  for (let at = 0; at < framed.length; at += 2)
    rows.push({ unbreakable: true, columns: framed.slice(at, at + 2), columnGap: 12, margin: [0, 2, 0, 8] });
  return rows;
}

function partOf(part: ReportPart, files: ReadonlyMap<string, PhotoFile>): Content[] {
  switch (part.kind) {
    case 'map':
      return [
        {
          unbreakable: true,
          stack: [
            { text: part.chart.label, style: 'note' },
            { svg: chartPicture(part.chart.chart, 420, 420, FACE), width: 380 },
          ],
        },
      ];
    case 'facts':
      return [
        heading(part.title),
        {
          layout: 'noBorders',
          fontSize: 9,
          table: {
            widths: [130, '*'],
            dontBreakRows: true,
            body: part.facts.map(([label, words]) => [{ text: say(label), color: '#4c564f' }, say(words)]),
          },
        },
      ];
    case 'photos':
      return [heading(part.title), ...photosOf(part.photos, files)];
    case 'list':
      return [heading(part.title), { ul: [...part.items], fontSize: 9 }];
    case 'table': {
      const { table, chart } = part;
      if (chart === null) return [heading(table.title), ...tableOf(table)];
      // Heading and chart stay together; a long table may run on, under its header again.
      return [
        {
          unbreakable: true,
          stack: [
            { text: table.title, style: 'heading' },
            { svg: chartPicture(chart.chart, PAGE_WIDTH, 240, FACE), width: PAGE_WIDTH },
          ],
        },
        ...tableOf(table),
      ];
    }
  }
}

/** A report as PDF: A4 or letter by its units, numbered pages, no chart cut in two. */
export async function reportPdf(
  report: Report,
  files: ReadonlyMap<string, PhotoFile> = new Map(),
  onProgress: (share: number) => void = () => undefined,
): Promise<Uint8Array<ArrayBuffer>> {
  prepare();
  const definition: TDocumentDefinitions = {
    info: { title: `${report.title}: ${report.subtitle}`, creator: 'Arbolito' },
    pageSize: report.system === 'metric' ? 'A4' : 'LETTER',
    pageMargins: [40, 46, 40, 50],
    defaultStyle: { font: FACE, fontSize: 9.5, color: '#1e2b25', lineHeight: 1.15 },
    styles: {
      title: { fontSize: 24, bold: true },
      heading: { fontSize: 13, bold: true, margin: [0, 12, 0, 3] },
      note: { fontSize: 8, color: '#4c564f', margin: [0, 1, 0, 1] },
    },
    // A heading at the foot of a page goes over with what it heads.
    pageBreakBefore: (node) => node.headlineLevel === 1 && node.startPosition.verticalRatio > HEADING_TO,
    header: (page) =>
      page === 1
        ? null
        : { text: `${report.title}: ${report.subtitle}`, style: 'note', margin: [40, 22, 40, 0], alignment: 'left' },
    footer: (page, pages) => ({
      margin: [40, 14, 40, 0],
      style: 'note',
      columns: [
        { text: t('report.arbolito', '{madeOn} · Arbolito', { madeOn: report.madeOn }) },
        {
          text: t('report.page-of', 'page {page} of {pages}', { page: String(page), pages: String(pages) }),
          alignment: 'right',
        },
      ],
    }),
    content: [
      { text: report.title, style: 'title' },
      { text: report.subtitle, fontSize: 14, margin: [0, 0, 0, 8] },
      ...report.parts.flatMap((part) => partOf(part, files)),
      {
        unbreakable: true,
        stack: [
          // Without a level: a page break before a heading inside a block that does not break would lose the block.
          { text: t('report.signature', 'Signature'), style: 'heading' },
          {
            margin: [0, 26, 0, 4],
            columns: [
              t('report.place-and-date', 'place and date'),
              t('report.name-of-signer', 'name'),
              t('report.signature-line', 'signature'),
            ].map((text) => ({
              stack: [
                { canvas: [{ type: 'line', x1: 0, y1: 0, x2: 155, y2: 0, lineWidth: 0.7 }] },
                { text, style: 'note' },
              ],
            })),
          },
          { text: report.caution, style: 'note', margin: [0, 10, 0, 0] },
        ],
      },
    ],
  };
  // Called with the share of what is drawn.
  pdfmake.setProgressCallback((share: number) => {
    onProgress(share);
  });
  const buffer = await pdfmake.createPdf(definition).getBuffer();
  return Uint8Array.from(buffer);
}
