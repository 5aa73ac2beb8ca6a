import { RulesChangeDto } from '../../../../../contracts/field-rules.ts';
import { readBody } from '../../../../../server/body.ts';
import { services } from '../../../../../server/compose.ts';
import { endpoint, json, otherMethods, routeId } from '../../../../../server/endpoint.ts';

export const GET = endpoint(async (context) => {
  const { fieldRules, ruleSet, id } = await services().surveys.get(routeId(context, 'Survey'));
  return json({ fieldRules, ruleSet, changes: await services().rules.changes(id) });
});

export const POST = endpoint(async (context) =>
  json(await services().rules.change(routeId(context, 'Survey'), await readBody(context.request, RulesChangeDto))),
);

export const ALL = otherMethods('GET, POST');
