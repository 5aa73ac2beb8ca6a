import { services } from '../../../../server/compose.ts';
import { endpoint, json, otherMethods, routeId } from '../../../../server/endpoint.ts';
import { readStandOptions } from '../../../../server/results/options.ts';
import { t } from '../../../../messages/text.ts';

export const GET = endpoint(async (context) =>
  json(
    await services().summary.get(routeId(context, t('shell.the-survey', 'The survey')), readStandOptions(context.url)),
  ),
);

export const ALL = otherMethods('GET');
