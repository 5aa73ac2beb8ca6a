import { CodesDto } from '../../../../contracts/codes.ts';
import { readBody } from '../../../../server/body.ts';
import { services } from '../../../../server/compose.ts';
import { endpoint, json, otherMethods, routeId } from '../../../../server/endpoint.ts';
import { t } from '../../../../messages/text.ts';

/** What is called out: species and the state of a tree. */
export const POST = endpoint(async (context) =>
  json(
    await services().codes.change(
      routeId(context, t('shell.the-survey', 'The survey')),
      await readBody(context.request, CodesDto),
    ),
  ),
);

export const ALL = otherMethods('POST');
