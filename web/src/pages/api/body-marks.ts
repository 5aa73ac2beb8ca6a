import { BodyMarkDto } from '../../contracts/field-rules.ts';
import { readBody } from '../../server/body.ts';
import { services } from '../../server/compose.ts';
import { endpoint, json, otherMethods } from '../../server/endpoint.ts';

export const GET = endpoint(async () => json(await services().bodyMarks.list()));

export const POST = endpoint(async ({ request }) => {
  const { mark, created } = await services().bodyMarks.keep(await readBody(request, BodyMarkDto));
  return json(mark, created ? 201 : 200);
});

export const ALL = otherMethods('GET, POST');
