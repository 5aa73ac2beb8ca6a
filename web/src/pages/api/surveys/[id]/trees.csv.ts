import { endpoint, otherMethods, routeId } from '../../../../server/endpoint.ts';
import { recordCsv } from '../../../../server/report/record-csv.ts';

/** Every tree of a survey as CSV, sent as it is read. */
export const GET = endpoint((context) => recordCsv('trees', routeId(context, 'Survey')));

export const ALL = otherMethods('GET');
