import type { InTransaction } from '../database/connection.ts';
import type { CorrectionRepository } from '../history/repository.ts';
import type { PlotQueries } from '../plots/queries.ts';
import type { SurveyQueries } from '../surveys/queries.ts';
import type { TreeRepository } from './repository.ts';
import type { TreeReader } from './tree-reader.ts';
import { refusal } from './readings.ts';

/** What the commands of trees work with. */
export interface TreeWriting {
  readonly repository: TreeRepository;
  readonly reader: TreeReader;
  readonly corrections: Pick<CorrectionRepository, 'find'>;
  readonly plots: Pick<PlotQueries, 'get'>;
  readonly surveys: Pick<SurveyQueries, 'get'>;
  /** Trees of a survey, counted within the last seconds. */
  readonly treesOf: (surveyId: string) => Promise<number>;
  readonly inTransaction: InTransaction;
  /** The moment of a delete, for the mark on the row. */
  readonly now: () => Date;
}

/**
 * Runs a write of a tree; a broken constraint becomes a problem that says what to change.
 *
 * @param tag the tag as it would be after the write
 */
export async function explainingConflicts<T>(tag: string, work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    throw refusal(error, tag) ?? error;
  }
}
