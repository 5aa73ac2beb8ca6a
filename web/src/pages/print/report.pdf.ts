import { services } from '../../server/compose.ts';
import { endpoint, otherMethods, queryId, remoteAddress } from '../../server/endpoint.ts';
import { fileOf } from '../../server/report/csv.ts';
import { makePaper } from '../../server/report/paper.ts';
import { readParts, readUnits } from '../../server/report/read-wishes.ts';
import { readStandOptions } from '../../server/summary/options.ts';
import { withParts } from '../../server/report/report.ts';

/** The report of a survey as PDF: `?survey=` its identifier, `&units=` metric or imperial, `&part=` what is wanted. */
export const GET = endpoint(async (context) => {
  const survey = await services().surveys.get(queryId(context, 'survey'));
  const { bytes, report } = await makePaper(remoteAddress(context), async () => {
    const whole = await services().report.get(
      survey.id,
      readUnits(context.url, survey.unitSystem),
      readStandOptions(context.url),
    );
    const chosen = withParts(whole, readParts(context.url, whole));
    return { kind: 'pdf', report: chosen, photos: await services().report.photosOf(chosen) };
  });
  return fileOf(bytes, 'application/pdf', `${report.title}-${report.subtitle}.pdf`);
});

export const ALL = otherMethods('GET');
