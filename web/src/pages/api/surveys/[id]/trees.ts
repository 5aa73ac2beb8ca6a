import { services } from '../../../../server/compose.ts';
import { endpoint, isUuid, json, otherMethods, routeId } from '../../../../server/endpoint.ts';
import { invalidField } from '../../../../server/problem.ts';
import { t } from '../../../../messages/text.ts';

const LIMITS = { low: 1, high: 500, usual: 100 } as const;

/** Trees of a survey page by page: `?limit=` how many, `?after=` what the page before called next. */
export const GET = endpoint(async (context) => {
  const survey = await services().surveys.get(routeId(context, t('shell.the-survey', 'The survey')));
  const after = context.url.searchParams.get('after');
  if (after !== null && !isUuid(after))
    throw invalidField(
      '/after',
      'uuid',
      t('shell.after-must-be-the-uuid', 'after must be the UUID that the previous page gave as next.'),
    );
  const limit = Number(context.url.searchParams.get('limit') ?? LIMITS.usual);
  if (!(Number.isInteger(limit) && limit >= LIMITS.low && limit <= LIMITS.high))
    throw invalidField(
      '/limit',
      'limit',
      t('shell.limit-must-be-a-whole', 'limit must be a whole number from {low} to {high}.', {
        low: LIMITS.low,
        high: LIMITS.high,
      }),
    );
  return json(await services().trees.pageOfSurvey(survey, after, limit));
});

export const ALL = otherMethods('GET');
