import { NewPhotoDto } from '../../../../contracts/photo.ts';
import { PHOTO_BYTES } from '../../../../contracts/photo-view.ts';
import { readBytes, readQuery } from '../../../../server/body.ts';
import { services } from '../../../../server/compose.ts';
import { endpoint, json, otherMethods, routeId } from '../../../../server/endpoint.ts';
import { t } from '../../../../messages/text.ts';

export const GET = endpoint(async (context) =>
  json(await services().photos.listOfPlot(routeId(context, t('shell.the-plot', 'The plot')))),
);

/** The photo is the body; what is said of it stands in the address. */
export const POST = endpoint(async (context) => {
  const photo = await readQuery(context.url, NewPhotoDto);
  const data = await readBytes(context.request, PHOTO_BYTES);
  return json(
    await services().photos.add({ plotId: routeId(context, t('shell.the-plot', 'The plot')) }, photo, data),
    201,
  );
});

export const ALL = otherMethods('GET, POST');
