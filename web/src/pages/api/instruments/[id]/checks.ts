import { InstrumentCheckDto } from '../../../../contracts/kit.ts';
import { readBody } from '../../../../server/body.ts';
import { services } from '../../../../server/compose.ts';
import { endpoint, json, otherMethods, routeId } from '../../../../server/endpoint.ts';
import { t } from '../../../../messages/text.ts';

export const POST = endpoint(async (context) => {
  const body = await readBody(context.request, InstrumentCheckDto);
  const { instrument, created } = await services().kit.check(
    routeId(context, t('shell.the-instrument', 'The instrument')),
    body,
  );
  return json(instrument, created ? 201 : 200);
});

export const ALL = otherMethods('POST');
