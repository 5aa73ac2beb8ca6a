import { services } from '../../../../server/compose.ts';
import { endpoint, json, otherMethods, routeId } from '../../../../server/endpoint.ts';
import { Problem } from '../../../../server/problem.ts';
import { csvOfTable, fileOf } from '../../../../server/report/csv.ts';
import { readUnits } from '../../../../server/report/read-wishes.ts';
import { readStandOptions } from '../../../../server/results/options.ts';
import { tablesOf } from '../../../../server/report/tables/report-tables.ts';
import { t } from '../../../../messages/text.ts';

/** All tables of a survey as JSON, or one of them as CSV: `?name=stand`; as JSON with `&as=json`. */
export const GET = endpoint(async (context) => {
  const summary = await services().summary.stand(
    await services().surveys.get(routeId(context, t('shell.the-survey', 'The survey'))),
    readStandOptions(context.url),
  );
  const tables = tablesOf(summary, readUnits(context.url, summary.survey.unitSystem));
  const name = context.url.searchParams.get('name');
  if (name === null) return json(tables);
  const table = tables.find(({ id }) => id === name);
  if (table === undefined) {
    const known = tables.map(({ id }) => id).join(', ');
    throw new Problem(
      'not-found',
      t('shell.there-is-no-table-use', 'There is no table “{slice}”. Use one of: {known}.', {
        slice: name.slice(0, 40),
        known,
      }),
    );
  }
  if (context.url.searchParams.get('as') === 'json') return json(table);
  return fileOf(csvOfTable(table), 'text/csv; charset=utf-8', `${summary.survey.place.name}-${table.id}.csv`);
});

export const ALL = otherMethods('GET');
