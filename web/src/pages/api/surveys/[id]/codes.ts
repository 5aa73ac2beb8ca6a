import { CodesDto } from '../../../../contracts/codes.ts';
import { readBody } from '../../../../server/body.ts';
import { services } from '../../../../server/compose.ts';
import { endpoint, json, otherMethods, routeId } from '../../../../server/endpoint.ts';

/** What is called out: species and the state of a tree. */
export const POST = endpoint(async (context) =>
  json(await services().codes.change(routeId(context, 'Survey'), await readBody(context.request, CodesDto))),
);

export const ALL = otherMethods('POST');
