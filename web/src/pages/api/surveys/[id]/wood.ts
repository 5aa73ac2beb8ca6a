import { WoodSettingsDto } from '../../../../contracts/wood.ts';
import { readBody } from '../../../../server/body.ts';
import { services } from '../../../../server/compose.ts';
import { endpoint, json, otherMethods, routeId } from '../../../../server/endpoint.ts';

export const GET = endpoint(async (context) => {
  const { id, wood } = await services().surveys.get(routeId(context, 'Survey'));
  return json({ wood, history: await services().wood.history(id) });
});

export const POST = endpoint(async (context) => {
  const { wood, created } = await services().wood.settle(
    routeId(context, 'Survey'),
    await readBody(context.request, WoodSettingsDto),
  );
  return json(wood, created ? 201 : 200);
});

export const ALL = otherMethods('GET, POST');
