import { AuxiliaryValuesDto } from '../../../../contracts/tree.ts';
import { readBody } from '../../../../server/body.ts';
import { services } from '../../../../server/compose.ts';
import { endpoint, json, otherMethods, routeId } from '../../../../server/endpoint.ts';
import { t } from '../../../../messages/text.ts';

/** Quick figures of many plots, all of them or none. */
export const POST = endpoint(async (context) => {
  const survey = await services().surveys.get(routeId(context, t('shell.the-survey', 'The survey')));
  return json(
    await services().plotCommands.setAuxiliary(survey.id, await readBody(context.request, AuxiliaryValuesDto)),
  );
});

export const ALL = otherMethods('POST');
