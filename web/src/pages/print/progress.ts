import { endpoint, json, otherMethods, queryId } from '../../server/endpoint.ts';
import { progressOf } from '../../server/report/paper-progress.ts';
import { notFound } from '../../server/problem.ts';
import { t } from '../../messages/text.ts';

/** How far a report is that is being made: `?job=` the UUID that its reader named. */
export const GET = endpoint((context) => {
  const progress = progressOf(queryId(context, 'job'));
  if (progress === null) throw notFound(t('shell.this-job', 'This job'));
  return json(progress);
});

export const ALL = otherMethods('GET');
