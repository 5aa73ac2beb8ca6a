import { NewPlotsDto } from '../../../../contracts/survey.ts';
import { readBody } from '../../../../server/body.ts';
import { services } from '../../../../server/compose.ts';
import { endpoint, json, otherMethods, routeId } from '../../../../server/endpoint.ts';

/** Many plots at once, all of them or none. */
export const POST = endpoint(async (context) =>
  json(
    await services().plots.createMany(routeId(context, 'Survey'), await readBody(context.request, NewPlotsDto)),
    201,
  ),
);

export const ALL = otherMethods('POST');
