import { endpoint, otherMethods, remoteAddress, routeId } from '../../../../server/endpoint.ts';
import { recordCsv } from '../../../../server/report/record-csv.ts';
import { t } from '../../../../messages/text.ts';

/** Every reading in use of a survey as CSV, sent as it is read. */
export const GET = endpoint((context) =>
  recordCsv('readings', routeId(context, t('shell.the-survey', 'The survey')), remoteAddress(context)),
);

export const ALL = otherMethods('GET');
