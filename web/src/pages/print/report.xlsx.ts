import { services } from '../../server/compose.ts';
import { endpoint, otherMethods, queryId, remoteAddress } from '../../server/endpoint.ts';
import { fileOf } from '../../server/report/csv.ts';
import { makePaper } from '../../server/report/paper.ts';
import { readParts, readUnits } from '../../server/report/read-wishes.ts';
import { readStandOptions } from '../../server/summary/options.ts';
import { withParts } from '../../server/report/report.ts';

/** The report of a survey as a workbook: `?survey=` its identifier, `&units=` metric or imperial, `&part=` what is wanted. */
export const GET = endpoint(async (context) => {
  const survey = await services().surveys.get(queryId(context, 'survey'));
  const { bytes, report } = await makePaper(remoteAddress(context), async () => {
    const whole = await services().report.get(
      survey.id,
      readUnits(context.url, survey.unitSystem),
      readStandOptions(context.url),
    );
    const chosen = withParts(whole, readParts(context.url, whole));
    return { kind: 'xlsx', report: chosen, photos: new Map() };
  });
  return fileOf(
    bytes,
    'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
    `${report.title}-${report.subtitle}.xlsx`,
  );
});

export const ALL = otherMethods('GET');
