import { TreeCorrectionDto } from '../../../../contracts/tree.ts';
import { readBody } from '../../../../server/body.ts';
import { services } from '../../../../server/compose.ts';
import { endpoint, json, otherMethods, routeId } from '../../../../server/endpoint.ts';

export const GET = endpoint(async (context) => {
  const tree = await services().trees.get(routeId(context, 'Tree'));
  return json(await services().history.ofSubject(tree.id));
});

export const POST = endpoint(async (context) =>
  json(
    await services().treeCommands.correct(routeId(context, 'Tree'), await readBody(context.request, TreeCorrectionDto)),
  ),
);

export const ALL = otherMethods('GET, POST');
