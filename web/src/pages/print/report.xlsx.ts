import { endpoint, otherMethods } from '../../server/endpoint.ts';
import { reportFile } from '../../server/report/paper-request.ts';

/** The report of a survey as a workbook. */
export const GET = endpoint((context) => reportFile(context, 'xlsx'));

export const ALL = otherMethods('GET');
