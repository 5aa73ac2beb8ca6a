import { RulesChangeDto } from '../../../../../contracts/field-rules.ts';
import { readBody } from '../../../../../server/body.ts';
import { services } from '../../../../../server/compose.ts';
import { endpoint, json, otherMethods, routeId } from '../../../../../server/endpoint.ts';
import { t } from '../../../../../messages/text.ts';

export const GET = endpoint(async (context) => {
  const { fieldRules, ruleSet, id } = await services().surveys.get(
    routeId(context, t('shell.the-survey', 'The survey')),
  );
  return json({ fieldRules, ruleSet, changes: await services().rules.changes(id) });
});

export const POST = endpoint(async (context) =>
  json(
    await services().rules.change(
      routeId(context, t('shell.the-survey', 'The survey')),
      await readBody(context.request, RulesChangeDto),
    ),
  ),
);

export const ALL = otherMethods('GET, POST');
