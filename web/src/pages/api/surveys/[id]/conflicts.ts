import { services } from '../../../../server/compose.ts';
import { endpoint, json, otherMethods, routeId } from '../../../../server/endpoint.ts';
import { t } from '../../../../messages/text.ts';

export const GET = endpoint(async (context) => {
  const survey = await services().surveys.get(routeId(context, t('shell.the-survey', 'The survey')));
  return json(await services().conflicts.listOpen(survey.id));
});

export const ALL = otherMethods('GET');
