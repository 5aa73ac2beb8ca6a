import { NotebookMoveDto } from '../../../../contracts/notebook.ts';
import { readBody } from '../../../../server/body.ts';
import { services } from '../../../../server/compose.ts';
import { endpoint, json, otherMethods, routeId } from '../../../../server/endpoint.ts';
import { t } from '../../../../messages/text.ts';

export const POST = endpoint(async (context) =>
  json(
    await services().notebook.move(
      routeId(context, t('shell.the-tree', 'The tree')),
      await readBody(context.request, NotebookMoveDto),
    ),
  ),
);

export const ALL = otherMethods('POST');
