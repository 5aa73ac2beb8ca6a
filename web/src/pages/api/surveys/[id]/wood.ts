import { WoodSettingsDto } from '../../../../contracts/wood.ts';
import { readBody } from '../../../../server/body.ts';
import { services } from '../../../../server/compose.ts';
import { endpoint, json, otherMethods, routeId } from '../../../../server/endpoint.ts';
import { t } from '../../../../messages/text.ts';

export const GET = endpoint(async (context) => {
  const { id, wood } = await services().surveys.get(routeId(context, t('shell.the-survey', 'The survey')));
  return json({ wood, history: await services().wood.history(id) });
});

export const POST = endpoint(async (context) => {
  const { wood, created } = await services().wood.settle(
    routeId(context, t('shell.the-survey', 'The survey')),
    await readBody(context.request, WoodSettingsDto),
  );
  return json(wood, created ? 201 : 200);
});

export const ALL = otherMethods('GET, POST');
