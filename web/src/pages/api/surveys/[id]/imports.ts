import { services } from '../../../../server/compose.ts';
import { endpoint, json, otherMethods, routeId } from '../../../../server/endpoint.ts';
import { t } from '../../../../messages/text.ts';

export const GET = endpoint(async (context) =>
  json(await services().exchange.list(routeId(context, t('shell.the-survey', 'The survey')))),
);

export const ALL = otherMethods('GET');
