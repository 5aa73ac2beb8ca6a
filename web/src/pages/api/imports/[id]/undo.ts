import { ActDto } from '../../../../contracts/tree.ts';
import { readBody } from '../../../../server/body.ts';
import { services } from '../../../../server/compose.ts';
import { endpoint, json, otherMethods, routeId } from '../../../../server/endpoint.ts';
import { t } from '../../../../messages/text.ts';

export const POST = endpoint(async (context) =>
  json(
    await services().exchange.undo(
      routeId(context, t('shell.an-import-2', 'An import')),
      await readBody(context.request, ActDto),
    ),
  ),
);

export const ALL = otherMethods('POST');
