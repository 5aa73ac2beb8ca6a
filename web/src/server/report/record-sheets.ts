import type { PlotView, SurveyView, TreeView } from '../../contracts/views.ts';
import { RECORD_TABLES, type RecordRow, recordTable, type RecordTableName } from './record-tables.ts';

/** The record as sheets of a workbook; null where it has too many trees, which the CSV files hold. */
export interface RecordSheets {
  readonly sheets:
    | readonly {
        readonly name: RecordTableName;
        readonly columns: readonly string[];
        readonly rows: readonly RecordRow[];
      }[]
    | null;
  /** Most trees that a workbook takes. */
  readonly mostTrees: number;
}

/** A workbook is made in memory as a whole: with more trees it would not fit. */
export const MOST_TREES_IN_WORKBOOK = 20_000;

/** The three tables of a survey's record. */
export async function recordSheets(
  survey: SurveyView,
  plots: readonly PlotView[],
  trees: number,
  each: AsyncIterable<readonly TreeView[]>,
): Promise<RecordSheets> {
  if (trees > MOST_TREES_IN_WORKBOOK) return { sheets: null, mostTrees: MOST_TREES_IN_WORKBOOK };
  const byId = new Map(plots.map((plot) => [plot.id, plot]));
  const tables = RECORD_TABLES.map((name) => ({
    name,
    table: recordTable(name, survey, byId),
    rows: [] as RecordRow[],
  }));
  for await (const views of each)
    for (const { table, rows } of tables) for (const view of views) rows.push(...table.rowsOf(view));
  return {
    sheets: tables.map(({ name, table: { columns }, rows }) => ({ name, columns, rows })),
    mostTrees: MOST_TREES_IN_WORKBOOK,
  };
}
