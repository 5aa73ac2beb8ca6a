import { InstrumentCheckDto } from '../../../../contracts/kit.ts';
import { readBody } from '../../../../server/body.ts';
import { services } from '../../../../server/compose.ts';
import { endpoint, json, otherMethods, routeId } from '../../../../server/endpoint.ts';

export const POST = endpoint(async (context) => {
  const body = await readBody(context.request, InstrumentCheckDto);
  const { instrument, created } = await services().kit.check(routeId(context, 'Instrument'), body);
  return json(instrument, created ? 201 : 200);
});

export const ALL = otherMethods('POST');
