import { ActDto } from '../../../../contracts/tree.ts';
import { readBody } from '../../../../server/body.ts';
import { services } from '../../../../server/compose.ts';
import { endpoint, json, otherMethods, routeId } from '../../../../server/endpoint.ts';

export const GET = endpoint(async (context) => json(await services().trees.get(routeId(context, 'Tree'))));

export const DELETE = endpoint(async (context) =>
  json(await services().trees.remove(routeId(context, 'Tree'), await readBody(context.request, ActDto))),
);

export const ALL = otherMethods('GET, DELETE');
