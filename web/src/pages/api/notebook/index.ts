import { NotebookTreeDto } from '../../../contracts/notebook.ts';
import { readBody } from '../../../server/body.ts';
import { services } from '../../../server/compose.ts';
import { endpoint, json, otherMethods } from '../../../server/endpoint.ts';

export const GET = endpoint(async () => json(await services().notebook.list()));

export const POST = endpoint(async ({ request }) => {
  const { tree, created } = await services().notebook.save(await readBody(request, NotebookTreeDto));
  return json(tree, created ? 201 : 200);
});

export const ALL = otherMethods('GET, POST');
