import { SurveySettingsDto } from '../../../../contracts/survey-settings.ts';
import { t } from '../../../../messages/text.ts';
import { readBody } from '../../../../server/body.ts';
import { services } from '../../../../server/compose.ts';
import { endpoint, json, otherMethods, routeId } from '../../../../server/endpoint.ts';

/** Name, crew, day, scale and design of a survey. */
export const POST = endpoint(async (context) =>
  json(
    await services().surveySettings.change(
      routeId(context, t('shell.the-survey', 'The survey')),
      await readBody(context.request, SurveySettingsDto),
    ),
  ),
);

export const ALL = otherMethods('POST');
