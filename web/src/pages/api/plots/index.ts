import { NewPlotDto } from '../../../contracts/survey.ts';
import { readBody } from '../../../server/body.ts';
import { services } from '../../../server/compose.ts';
import { endpoint, json, otherMethods, queryId } from '../../../server/endpoint.ts';

export const GET = endpoint(async (context) => {
  const survey = await services().surveys.get(queryId(context, 'survey'));
  return json(await services().plots.listOfSurvey(survey.id));
});

export const POST = endpoint(async ({ request }) => {
  const { plot, created } = await services().plotCommands.create(await readBody(request, NewPlotDto));
  return json(plot, created ? 201 : 200);
});

export const ALL = otherMethods('GET, POST');
