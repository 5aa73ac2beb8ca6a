import { ImportOptionsDto } from '../../../../contracts/exchange.ts';
import { readQuery } from '../../../../server/body.ts';
import { services } from '../../../../server/compose.ts';
import { endpoint, json, otherMethods, routeId } from '../../../../server/endpoint.ts';

/** A file of trees as the body: looked at without an `id` in the address, kept with one. */
export const POST = endpoint(async (context) => {
  const surveyId = routeId(context, 'Survey');
  const options = await readQuery(context.url, ImportOptionsDto);
  const { exchange } = services();
  if (options.id === undefined) return json(await exchange.preview(surveyId, context.request, options));
  const done = await exchange.write(surveyId, context.request, options);
  return json(done, done.created ? 201 : 200);
});

export const ALL = otherMethods('POST');
