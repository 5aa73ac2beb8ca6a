import { endpoint, otherMethods } from '../../server/endpoint.ts';
import { reportFile } from '../../server/report/paper-request.ts';

/** The report of a survey as PDF. */
export const GET = endpoint((context) => reportFile(context, 'pdf'));

export const ALL = otherMethods('GET');
