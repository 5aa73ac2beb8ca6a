import { Readable } from 'node:stream';
import { services } from '../../../../server/compose.ts';
import { endpoint, otherMethods, routeId } from '../../../../server/endpoint.ts';
import { csvOf, fileOf } from '../../../../server/report/csv.ts';
import { treeColumns, treeRow } from '../../../../server/report/trees-csv.ts';

/** Every tree of a survey as CSV, sent as it is read. */
export const GET = endpoint(async (context) => {
  const survey = await services().surveys.get(routeId(context, 'Survey'));
  const plots = new Map((await services().plots.listOfSurvey(survey.id)).map((plot) => [plot.id, plot]));
  async function* lines(): AsyncGenerator<Buffer, void> {
    yield Buffer.from(csvOf([treeColumns(survey)]));
    for await (const views of services().trees.eachOfSurvey(survey))
      yield Buffer.from(csvOf(views.map((view) => treeRow(view, survey, plots))));
  }
  const body = Readable.toWeb(Readable.from(lines())) as ReadableStream;
  return fileOf(body, 'text/csv; charset=utf-8', `${survey.place.name}-${survey.name}-trees.csv`);
});

export const ALL = otherMethods('GET');
