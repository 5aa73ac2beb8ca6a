import { InstrumentDto } from '../../../contracts/kit.ts';
import { readBody } from '../../../server/body.ts';
import { services } from '../../../server/compose.ts';
import { endpoint, json, otherMethods } from '../../../server/endpoint.ts';

export const GET = endpoint(async ({ url }) =>
  json(await services().kit.list(url.searchParams.get('crew') ?? undefined)),
);

export const POST = endpoint(async ({ request }) => {
  const { instrument, created } = await services().kit.add(await readBody(request, InstrumentDto));
  return json(instrument, created ? 201 : 200);
});

export const ALL = otherMethods('GET, POST');
