import { NewPlotsDto } from '../../../../contracts/survey.ts';
import { readBody } from '../../../../server/body.ts';
import { services } from '../../../../server/compose.ts';
import { endpoint, json, otherMethods, routeId } from '../../../../server/endpoint.ts';
import { t } from '../../../../messages/text.ts';

/** Many plots at once, all of them or none. */
export const POST = endpoint(async (context) => {
  const surveyId = routeId(context, t('shell.the-survey', 'The survey'));
  const done = await services().plotCommands.createMany(surveyId, await readBody(context.request, NewPlotsDto));
  return json(done, done.created ? 201 : 200);
});

export const ALL = otherMethods('POST');
