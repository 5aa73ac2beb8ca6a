import { PersonDto } from '../../contracts/people.ts';
import { readBody } from '../../server/body.ts';
import { services } from '../../server/compose.ts';
import { endpoint, json, otherMethods } from '../../server/endpoint.ts';

export const GET = endpoint(async () => json(await services().people.list()));

export const POST = endpoint(async ({ request }) => {
  const { person, created } = await services().people.keep(await readBody(request, PersonDto));
  return json(person, created ? 201 : 200);
});

export const ALL = otherMethods('GET, POST');
