import { services } from '../../server/compose.ts';
import { endpoint, otherMethods } from '../../server/endpoint.ts';
import { notebookCsv } from '../../server/notebook/csv.ts';
import { fileOf } from '../../server/report/csv.ts';

/** The notebook as CSV, in centimetres, metres and cubic metres. */
export const GET = endpoint(async () =>
  fileOf(notebookCsv(await services().notebook.list()), 'text/csv; charset=utf-8', 'notebook.csv'),
);

export const ALL = otherMethods('GET');
