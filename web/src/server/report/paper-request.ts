import type { APIContext } from 'astro';
import { currentLocale } from '../../messages/locale.ts';
import { services } from '../compose.ts';
import { isUuid, queryId, remoteAddress } from '../endpoint.ts';
import { readStandOptions } from '../results/options.ts';
import { fileOf } from './csv.ts';
import { makePaper, type PaperKind } from './paper.ts';
import { readParts, readUnits } from './read-wishes.ts';
import { recordSheets } from './record-sheets.ts';
import { withParts } from './report.ts';

const TYPES: Readonly<Record<PaperKind, string>> = {
  pdf: 'application/pdf',
  xlsx: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
};

/**
 * The report of a survey as a file: `?survey=` its identifier, `&units=` metric or imperial, `&part=` what is wanted, `&job=` a
 * UUID under which its progress can be asked for.
 */
export async function reportFile(context: APIContext, kind: PaperKind): Promise<Response> {
  const { url } = context;
  const survey = await services().surveys.get(queryId(context, 'survey'));
  const asked = url.searchParams.get('job');
  const job = isUuid(asked) ? asked.toLowerCase() : null;
  const { bytes, report } = await makePaper(remoteAddress(context), job, async () => {
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
  });
  return fileOf(bytes, TYPES[kind], `${report.title}-${report.subtitle}.${kind}`);
}
