import { CheckDecisionDto } from '../../../../contracts/checks.ts';
import { readBody } from '../../../../server/body.ts';
import { services } from '../../../../server/compose.ts';
import { endpoint, json, otherMethods, routeId } from '../../../../server/endpoint.ts';
import { t } from '../../../../messages/text.ts';

export const GET = endpoint(async (context) =>
  json(await services().checks.get(routeId(context, t('shell.the-survey', 'The survey')))),
);

export const POST = endpoint(async (context) =>
  json(
    await services().checks.decide(
      routeId(context, t('shell.the-survey', 'The survey')),
      await readBody(context.request, CheckDecisionDto),
    ),
    201,
  ),
);

export const ALL = otherMethods('GET, POST');
