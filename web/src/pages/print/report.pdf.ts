import { services } from '../../server/compose.ts';
import { endpoint, otherMethods, queryId } from '../../server/endpoint.ts';
import { fileOf } from '../../server/report/csv.ts';
import { reportPdf } from '../../server/report/pdf.ts';
import { readUnits } from '../../server/report/read-units.ts';

/** The report of a survey as PDF: `?survey=` its identifier, `&units=` metric or imperial. */
export const GET = endpoint(async (context) => {
  const survey = await services().surveys.get(queryId(context, 'survey'));
  const report = await services().report.get(survey.id, readUnits(context.url, survey.unitSystem));
  return fileOf(await reportPdf(report), 'application/pdf', `${report.title}-${report.subtitle}.pdf`);
});

export const ALL = otherMethods('GET');
