import { TreeDeletionDto } from '../../../../contracts/tree.ts';
import { readBody } from '../../../../server/body.ts';
import { services } from '../../../../server/compose.ts';
import { endpoint, json, otherMethods, routeId } from '../../../../server/endpoint.ts';
import { t } from '../../../../messages/text.ts';

export const GET = endpoint(async (context) =>
  json(await services().trees.get(routeId(context, t('shell.the-tree', 'The tree')))),
);

export const DELETE = endpoint(async (context) => {
  const id = routeId(context, t('shell.the-tree', 'The tree'));
  await services().treeCommands.remove(id, await readBody(context.request, TreeDeletionDto));
  return json(await services().trees.get(id));
});

export const ALL = otherMethods('GET, DELETE');
