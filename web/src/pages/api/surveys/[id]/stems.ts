import { services } from '../../../../server/compose.ts';
import { endpoint, json, otherMethods, routeId } from '../../../../server/endpoint.ts';

export const GET = endpoint(async (context) => json(await services().wood.stand(routeId(context, 'Survey'))));

export const ALL = otherMethods('GET');
