import { Readable } from 'node:stream';
import { services } from '../compose.ts';
import { csvOf, fileOf } from './csv.ts';
import { recordTable, type RecordTableName } from './record-tables.ts';

/** A table of a survey's record as CSV, sent as it is read. */
export async function recordCsv(name: RecordTableName, surveyId: string): Promise<Response> {
  const survey = await services().surveys.get(surveyId);
  const plots = new Map((await services().plots.listOfSurvey(surveyId)).map((plot) => [plot.id, plot]));
  const { columns, rowsOf } = recordTable(name, survey, plots);
  async function* lines(): AsyncGenerator<Buffer, void> {
    yield Buffer.from(csvOf([columns]));
    for await (const views of services().trees.eachOfSurvey(survey))
      yield Buffer.from(csvOf(views.flatMap((view) => [...rowsOf(view)])));
  }
  const body = Readable.toWeb(Readable.from(lines())) as ReadableStream;
  return fileOf(body, 'text/csv; charset=utf-8', `${survey.place.name}-${survey.name}-${name}.csv`);
}
