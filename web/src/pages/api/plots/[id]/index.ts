import { services } from '../../../../server/compose.ts';
import { endpoint, json, otherMethods, routeId } from '../../../../server/endpoint.ts';

export const GET = endpoint(async (context) => json(await services().plots.get(routeId(context, 'Plot'))));

export const ALL = otherMethods('GET');
