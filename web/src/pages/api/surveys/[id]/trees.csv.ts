import { services } from '../../../../server/compose.ts';
import { endpoint, otherMethods, routeId } from '../../../../server/endpoint.ts';
import { csvOf, fileOf } from '../../../../server/report/csv.ts';
import { treeColumns, treeRow } from '../../../../server/report/trees-csv.ts';

/** Every tree of a survey as CSV. */
export const GET = endpoint(async (context) => {
  const survey = await services().surveys.get(routeId(context, 'Survey'));
  const plots = new Map((await services().plots.listOfSurvey(survey.id)).map((plot) => [plot.id, plot]));
  const views = await services().trees.listOfSurvey(survey);
  const order = [...plots.keys()];
  const sorted = [...views].sort((a, b) => order.indexOf(a.plotId) - order.indexOf(b.plotId));
  const rows = [treeColumns(survey), ...sorted.map((view) => treeRow(view, survey, plots))];
  return fileOf(csvOf(rows), 'text/csv; charset=utf-8', `${survey.place.name}-${survey.name}-trees.csv`);
});

export const ALL = otherMethods('GET');
