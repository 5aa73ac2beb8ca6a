import { NewTreeDto } from '../../../contracts/tree.ts';
import { readBody } from '../../../server/body.ts';
import { services } from '../../../server/compose.ts';
import { endpoint, json, otherMethods, queryId } from '../../../server/endpoint.ts';

export const GET = endpoint(async (context) => json(await services().trees.listOfPlot(queryId(context, 'plot'))));

export const POST = endpoint(async ({ request }) => {
  const { tree, created } = await services().treeCommands.create(await readBody(request, NewTreeDto));
  return json(tree, created ? 201 : 200);
});

export const ALL = otherMethods('GET, POST');
