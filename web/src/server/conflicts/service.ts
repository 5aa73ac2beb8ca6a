import type { ConflictView } from '../../contracts/conflict-view.ts';
import type { ConflictDecisionDto } from '../../contracts/sync.ts';
import { type CommandsIn, type CommandSources, commandsIn } from '../commands-in.ts';
import type { InTransaction, Queryable } from '../database/connection.ts';
import { correctionRepository } from '../history/repository.ts';
import { plotQueries } from '../plots/queries.ts';
import { plotRepository } from '../plots/repository.ts';
import { surveyQueries } from '../surveys/queries.ts';
import { surveyRepository } from '../surveys/repository.ts';
import { treeRepository } from '../trees/repository.ts';
import { type ConflictSources, conflictView } from './conflict-views.ts';
import { decideConflict } from './decide.ts';
import { type ConflictRow, conflictRepository } from './repository.ts';

export interface ConflictService {
  /** Changes of a survey that wait for a person, the oldest first. */
  readonly listOpen: (surveyId: string) => Promise<ConflictView[]>;
  /** @throws Problem 404, 409 */
  readonly decide: (id: string, decision: ConflictDecisionDto) => Promise<ConflictView>;
}

/** More open conflicts than these are listed once some are decided. */
const MOST_LISTED = 200;

export const conflictSources = (database: Queryable): ConflictSources => ({
  trees: treeRepository(database),
  plots: plotQueries(plotRepository(database)),
  surveys: surveyQueries(surveyRepository(database)),
  corrections: correctionRepository(database),
});

/** Conflicts as people see them, one after the other: there are few. */
export async function conflictViews(sources: ConflictSources, rows: readonly ConflictRow[]): Promise<ConflictView[]> {
  const views: ConflictView[] = [];
  for (const row of rows) views.push(await conflictView(sources, row));
  return views;
}

/** Decides a conflict as part of a transaction. */
export async function decideIn(
  tx: Queryable,
  commands: CommandsIn,
  id: string,
  decision: ConflictDecisionDto,
): Promise<ConflictView> {
  const decided = await decideConflict(tx, commands, id, decision);
  return conflictView(conflictSources(tx), decided);
}

export const conflictService = (
  database: Queryable,
  { inTransaction, ...sources }: CommandSources & { readonly inTransaction: InTransaction },
): ConflictService => ({
  listOpen: async (surveyId) => {
    const open = await conflictRepository(database).listOpen(surveyId);
    return conflictViews(conflictSources(database), open.slice(0, MOST_LISTED));
  },
  decide: (id, decision) => inTransaction((tx) => decideIn(tx, commandsIn(tx, sources), id, decision)),
});
