import { ConflictDecisionDto } from '../../../../contracts/sync.ts';
import { readBody } from '../../../../server/body.ts';
import { services } from '../../../../server/compose.ts';
import { endpoint, json, otherMethods, routeId } from '../../../../server/endpoint.ts';
import { t } from '../../../../messages/text.ts';

export const POST = endpoint(async (context) => {
  const id = routeId(context, t('shell.the-conflict', 'The conflict'));
  return json(await services().conflicts.decide(id, await readBody(context.request, ConflictDecisionDto)));
});

export const ALL = otherMethods('POST');
