import { RulesPreviewDto } from '../../../../../contracts/field-rules.ts';
import { readBody } from '../../../../../server/body.ts';
import { services } from '../../../../../server/compose.ts';
import { endpoint, json, otherMethods, routeId } from '../../../../../server/endpoint.ts';
import { t } from '../../../../../messages/text.ts';

export const POST = endpoint(async (context) =>
  json(
    await services().rules.preview(
      routeId(context, t('shell.the-survey', 'The survey')),
      await readBody(context.request, RulesPreviewDto),
    ),
  ),
);

export const ALL = otherMethods('POST');
