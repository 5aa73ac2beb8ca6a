import { ActDto } from '../../../../contracts/tree.ts';
import { readBody } from '../../../../server/body.ts';
import { services } from '../../../../server/compose.ts';
import { endpoint, json, otherMethods, routeId } from '../../../../server/endpoint.ts';
import { t } from '../../../../messages/text.ts';

const idOf = (context: Parameters<typeof routeId>[0]): string => routeId(context, t('shell.the-tree', 'The tree'));

export const GET = endpoint(async (context) => json(await services().notebook.get(idOf(context))));

export const DELETE = endpoint(async (context) =>
  json(await services().notebook.remove(idOf(context), await readBody(context.request, ActDto))),
);

export const ALL = otherMethods('GET, DELETE');
