import type { Services } from '../compose.ts';
import { csvOf } from './csv.ts';
import { recordTable, type RecordTableName } from './record-tables.ts';

/** A file of everything that is recorded of a survey. */
export interface RecordFile {
  readonly name: RecordTableName;
  readonly surveyId: string;
}

/** A table of a survey's record as CSV: its heads, then the rows of some hundred trees at a time. */
export async function* recordLines(
  { surveys, plots, trees }: Pick<Services, 'surveys' | 'plots' | 'trees'>,
  { name, surveyId }: RecordFile,
): AsyncGenerator<Buffer, undefined> {
  const survey = await surveys.get(surveyId);
  const byId = new Map((await plots.listOfSurvey(surveyId)).map((plot) => [plot.id, plot]));
  const { columns, rowsOf } = recordTable(name, survey, byId);
  yield Buffer.from(csvOf([columns]));
  for await (const views of trees.eachOfSurvey(survey))
    yield Buffer.from(csvOf(views.flatMap((view) => [...rowsOf(view)])));
  return undefined;
}
