import { ChangesQueryDto } from '../../../../contracts/sync.ts';
import { readQuery } from '../../../../server/body.ts';
import { services } from '../../../../server/compose.ts';
import { endpoint, json, otherMethods, routeId } from '../../../../server/endpoint.ts';
import { t } from '../../../../messages/text.ts';

export const GET = endpoint(async (context) => {
  const id = routeId(context, t('shell.the-survey', 'The survey'));
  return json(await services().changes.since(id, await readQuery(context.url, ChangesQueryDto)));
});

export const ALL = otherMethods('GET');
