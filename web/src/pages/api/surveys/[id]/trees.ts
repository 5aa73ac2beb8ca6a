import { services } from '../../../../server/compose.ts';
import { endpoint, isUuid, json, otherMethods, routeId } from '../../../../server/endpoint.ts';
import { invalidField } from '../../../../server/problem.ts';

const LIMITS = { low: 1, high: 500, usual: 100 } as const;

/** Trees of a survey page by page: `?limit=` how many, `?after=` what the page before called next. */
export const GET = endpoint(async (context) => {
  const survey = await services().surveys.get(routeId(context, 'Survey'));
  const after = context.url.searchParams.get('after');
  if (after !== null && !isUuid(after))
    throw invalidField('/after', 'uuid', 'after must be what the page before called next: a UUID.');
  const limit = Number(context.url.searchParams.get('limit') ?? LIMITS.usual);
  if (!(Number.isInteger(limit) && limit >= LIMITS.low && limit <= LIMITS.high))
    throw invalidField('/limit', 'limit', `limit must be a whole number from ${LIMITS.low} to ${LIMITS.high}.`);
  return json(await services().trees.pageOfSurvey(survey, after, limit));
});

export const ALL = otherMethods('GET');
