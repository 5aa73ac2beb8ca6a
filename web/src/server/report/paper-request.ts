import type { APIContext } from 'astro';
import { currentLocale } from '../../messages/locale.ts';
import { databaseVersion, services } from '../compose.ts';
import { isUuid, queryId, remoteAddress } from '../endpoint.ts';
import { readStandOptions } from '../results/options.ts';
import { fileOf } from './csv.ts';
import { keptPapers } from './kept-papers.ts';
import { makePaper, type PaperKind, type PaperTask } from './paper.ts';
import { readParts, readUnits } from './read-wishes.ts';
import { recordSheets } from './record-sheets.ts';
import { withParts } from './report.ts';

const TYPES: Readonly<Record<PaperKind, string>> = {
  pdf: 'application/pdf',
  xlsx: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
};

const papers = keptPapers({ versionOf: databaseVersion, dayOf: () => new Date().toISOString().slice(0, 10) });

/** Everything beside the record that a report hangs on. */
function keyOf(url: URL, kind: PaperKind): string {
  const wishes = new URLSearchParams(url.searchParams);
  wishes.delete('job');
  return [kind, currentLocale(), wishes.toString()].join('\n');
}

/**
 * The report of a survey as a file: `?survey=` its identifier, `&units=` metric or imperial, `&part=` what is wanted, `&job=` a
 * UUID under which its progress can be asked for.
 */
export async function reportFile(context: APIContext, kind: PaperKind): Promise<Response> {
  const { url } = context;
  const survey = await services().surveys.get(queryId(context, 'survey'));
  const asked = url.searchParams.get('job');
  const job = isUuid(asked) ? asked.toLowerCase() : null;
  const prepare = async (): Promise<PaperTask> => {
    const locale = currentLocale();
    const whole = await services().report.get(
      survey.id,
      readUnits(url, survey.unitSystem),
      readStandOptions(url),
      url.searchParams.getAll('part'),
    );
    const chosen = withParts(whole, readParts(url, whole));
    if (kind === 'pdf') return { kind, locale, report: chosen, photos: await services().report.photosOf(chosen) };
    const plots = await services().plots.listOfSurvey(survey.id);
    const trees = plots.reduce((sum, plot) => sum + plot.trees, 0);
    const records = await recordSheets(survey, plots, trees, services().trees.eachOfSurvey(survey));
    return { kind, locale, report: chosen, photos: new Map(), records };
  };
  const { bytes, name } = await papers(keyOf(url, kind), async () => {
    const made = await makePaper(remoteAddress(context), job, prepare);
    return { bytes: made.bytes, name: `${made.report.title}-${made.report.subtitle}.${kind}` };
  });
  return fileOf(bytes, TYPES[kind], name);
}
