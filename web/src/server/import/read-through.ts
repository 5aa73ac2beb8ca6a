import { setImmediate } from 'node:timers/promises';
import {
  type FileTree,
  guessDecimal,
  matchColumns,
  type Matching,
  matchingProblem,
  rowReader,
} from '@arbolito/core/tree-file';
import type { ImportOptionsDto } from '../../contracts/exchange.ts';
import type { SurveyView } from '../../contracts/views.ts';
import { invalidField } from '../problem.ts';
import { FileErrors } from './file-errors.ts';
import type { Compared, RecordComparison } from './compare-file.ts';
import type { PlotsAndTags } from './plots-and-tags.ts';
import { isBlank, readCsv } from './read-file.ts';
import type { StoredFile } from './store-file.ts';
import { t } from '../../messages/text.ts';
import type { Text } from '@arbolito/core/message';

const SAMPLE = 8;
/** Rows that are read before others get their turn. */
const ROWS_IN_A_BREATH = 50;
/** Rows whose figures tell the decimal mark. */
const ROWS_TO_GUESS = 50;

/** A file as far as its head: how it is read, and why it cannot be. */
interface Opened {
  readonly heads: readonly string[];
  readonly matching: Matching;
  readonly decimal: '.' | ',';
  readonly problem: Text | null;
}

function open(
  heads: readonly string[],
  first: readonly (readonly string[])[],
  survey: SurveyView,
  options: ImportOptionsDto,
): Opened {
  const matching = options.columns ?? matchColumns(heads, survey.unitSystem);
  return {
    heads,
    matching,
    decimal: options.decimal ?? guessDecimal(first.flat()),
    problem: matchingProblem(matching, heads.length, survey.unitSystem),
  };
}

/** Told of a row that is right, with its number and what it is to the record. */
export type OnRow = (tree: FileTree, row: number, compared: Compared) => Promise<void> | void;

/** A file that was read to its end. */
export interface FileRead extends Opened {
  readonly delimiter: string;
  readonly errors: FileErrors;
  readonly rows: number;
  readonly trees: number;
  /** The first rows as they stand in the file. */
  readonly sample: readonly (readonly string[])[];
}

/**
 * Reads a file through.
 *
 * @param onRow told of every row that is right, as long as none was wrong
 * @param comparison with the trees on the record; rows of those are errors where left out
 * @throws Problem 422 for a file without a head
 */
export async function readThrough(
  survey: SurveyView,
  stored: StoredFile,
  options: ImportOptionsDto,
  record: PlotsAndTags,
  onRow: OnRow,
  comparison: RecordComparison | null = null,
): Promise<FileRead> {
  const { delimiter, records } = await readCsv(stored.path, options.delimiter);
  const errors = new FileErrors();
  let heads: readonly string[] | null = null;
  // Set once the first rows have told how the file is written.
  const file: { opened?: Opened; read?: ReturnType<typeof rowReader> } = {};
  // As a spreadsheet numbers them: the first line of the file is row 1.
  let row = 0;
  let rows = 0;
  let trees = 0;
  const waiting: { readonly cells: readonly string[]; readonly row: number }[] = [];
  const sample: (readonly string[])[] = [];
  const takeRow = async (cells: readonly string[], at: number): Promise<void> => {
    rows += 1;
    if (file.read === undefined) return;
    const outcome = file.read(cells);
    const compared =
      outcome.ok && file.opened !== undefined ? comparison?.take(outcome.tree, at, file.opened.matching) : undefined;
    const wrong = !outcome.ok
      ? outcome.errors
      : compared?.kind === 'wrong'
        ? compared.problems
        : compared === undefined || compared.kind === 'new'
          ? record.check(outcome.tree)
          : [];
    for (const { field, message } of wrong) errors.add(at, field, message);
    if (!outcome.ok || wrong.length > 0) return;
    trees += 1;
    if (errors.count === 0) await onRow(outcome.tree, at, compared ?? { kind: 'new' });
  };
  const begin = async (named: readonly string[]): Promise<Opened> => {
    const first = waiting.map(({ cells }) => cells);
    const opened = open(named, first, survey, options);
    file.opened = opened;
    if (opened.problem === null) {
      file.read = rowReader(opened.matching, {
        unitSystem: survey.unitSystem,
        species: survey.species,
        conditions: survey.design.conditions,
        decimal: opened.decimal,
        mayBeEmpty: comparison !== null,
      });
    }
    for (const each of waiting) await takeRow(each.cells, each.row);
    return opened;
  };
  for await (const cells of records) {
    row += 1;
    // Others get their turn, also while nothing but empty lines comes.
    if (row % ROWS_IN_A_BREATH === 0) await setImmediate();
    if (isBlank(cells)) continue;
    if (heads === null) {
      heads = cells;
      continue;
    }
    if (sample.length < SAMPLE) sample.push(cells);
    if (file.opened !== undefined) {
      await takeRow(cells, row);
      continue;
    }
    waiting.push({ cells, row });
    if (waiting.length >= ROWS_TO_GUESS) await begin(heads);
  }
  if (heads === null)
    throw invalidField(
      '/file',
      'file-empty',
      t('server.the-file-is-empty-its', 'The file is empty. Its first line must name the columns.'),
    );
  const opened = file.opened ?? (await begin(heads));
  return { ...opened, delimiter, errors, rows, trees, sample };
}
