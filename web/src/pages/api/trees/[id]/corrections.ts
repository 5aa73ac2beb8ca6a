import { TreeCorrectionDto } from '../../../../contracts/tree.ts';
import { readBody } from '../../../../server/body.ts';
import { services } from '../../../../server/compose.ts';
import { endpoint, json, otherMethods, routeId } from '../../../../server/endpoint.ts';
import { t } from '../../../../messages/text.ts';

export const GET = endpoint(async (context) => {
  const tree = await services().trees.get(routeId(context, t('shell.the-tree', 'The tree')));
  return json(await services().history.ofSubject(tree.id));
});

export const POST = endpoint(async (context) =>
  json(
    await services().treeCommands.correct(
      routeId(context, t('shell.the-tree', 'The tree')),
      await readBody(context.request, TreeCorrectionDto),
    ),
  ),
);

export const ALL = otherMethods('GET, POST');
