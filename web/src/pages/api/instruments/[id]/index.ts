import { ActDto } from '../../../../contracts/tree.ts';
import { readBody } from '../../../../server/body.ts';
import { services } from '../../../../server/compose.ts';
import { endpoint, json, otherMethods, routeId } from '../../../../server/endpoint.ts';
import { t } from '../../../../messages/text.ts';

export const DELETE = endpoint(async (context) =>
  json(
    await services().kit.retire(
      routeId(context, t('shell.the-instrument', 'The instrument')),
      await readBody(context.request, ActDto),
    ),
  ),
);

export const ALL = otherMethods('DELETE');
