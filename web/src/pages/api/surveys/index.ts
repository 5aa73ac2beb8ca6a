import { NewSurveyDto } from '../../../contracts/survey.ts';
import { readBody } from '../../../server/body.ts';
import { services } from '../../../server/compose.ts';
import { endpoint, json, otherMethods } from '../../../server/endpoint.ts';

export const GET = endpoint(async () => json(await services().surveys.list()));

export const POST = endpoint(async ({ request }) => {
  const { survey, created } = await services().surveyCommands.create(await readBody(request, NewSurveyDto));
  return json(survey, created ? 201 : 200);
});

export const ALL = otherMethods('GET, POST');
