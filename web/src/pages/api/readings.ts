import { NewReadingsDto } from '../../contracts/tree.ts';
import { readBody } from '../../server/body.ts';
import { services } from '../../server/compose.ts';
import { endpoint, json, otherMethods, queryId } from '../../server/endpoint.ts';

export const GET = endpoint(async (context) => json(await services().trees.readings(queryId(context, 'tree'))));

export const POST = endpoint(async ({ request }) =>
  json(await services().treeCommands.addReadings(await readBody(request, NewReadingsDto))),
);

export const ALL = otherMethods('GET, POST');
