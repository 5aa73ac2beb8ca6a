import { ActDto } from '../../../../contracts/tree.ts';
import { readBody } from '../../../../server/body.ts';
import { services } from '../../../../server/compose.ts';
import { endpoint, json, otherMethods, routeId } from '../../../../server/endpoint.ts';
import { t } from '../../../../messages/text.ts';

/** Puts a photo back that was taken off. */
export const POST = endpoint(async (context) => {
  await readBody(context.request, ActDto);
  return json(await services().photos.setDeleted(routeId(context, t('shell.the-photo', 'The photo')), false));
});

export const ALL = otherMethods('POST');
