import { services } from '../../../../server/compose.ts';
import { endpoint, json, otherMethods, routeId } from '../../../../server/endpoint.ts';
import { t } from '../../../../messages/text.ts';

export const GET = endpoint(async (context) =>
  json(await services().plots.get(routeId(context, t('shell.the-plot', 'The plot')))),
);

export const ALL = otherMethods('GET');
