import { ActDto } from '../../../../contracts/tree.ts';
import { readBody } from '../../../../server/body.ts';
import { services } from '../../../../server/compose.ts';
import { endpoint, json, otherMethods, routeId } from '../../../../server/endpoint.ts';
import { t } from '../../../../messages/text.ts';

/** A photo never changes, but it may be removed: a browser asks whether it is still there. */
export const GET = endpoint(async (context) => {
  const { mediaType, data } = await services().photos.file(routeId(context, t('shell.the-photo', 'The photo')));
  return new Response(new Uint8Array(data), {
    headers: {
      'content-type': mediaType,
      'content-disposition': 'inline',
      'x-content-type-options': 'nosniff',
      'cache-control': 'private, no-cache',
    },
  });
});

export const DELETE = endpoint(async (context) => {
  await readBody(context.request, ActDto);
  return json(await services().photos.setDeleted(routeId(context, t('shell.the-photo', 'The photo')), true));
});

export const ALL = otherMethods('GET, DELETE');
