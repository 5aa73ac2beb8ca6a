import type { ConflictView } from '../../contracts/conflict-view.ts';
import type { ConflictDecisionDto } from '../../contracts/sync.ts';
import { type CommandsIn, type CommandSources, commandsIn } from '../commands-in.ts';
import type { InTransaction, Queryable } from '../database/connection.ts';
import { conflictView, conflictViews } from './conflict-views.ts';
import { decideConflict } from './decide.ts';
import { conflictRepository } from './repository.ts';

export interface ConflictService {
  /** Changes of a survey that wait for a person, the oldest first. */
  readonly listOpen: (surveyId: string) => Promise<ConflictView[]>;
  /** @throws Problem 404, 409 */
  readonly decide: (id: string, decision: ConflictDecisionDto) => Promise<ConflictView>;
}

/** Decides a conflict as part of a transaction. */
export async function decideIn(
  tx: Queryable,
  commands: CommandsIn,
  id: string,
  decision: ConflictDecisionDto,
): Promise<ConflictView> {
  const decided = await decideConflict(tx, commands, id, decision);
  return conflictView(tx, decided);
}

export const conflictService = (
  database: Queryable,
  { inTransaction, ...sources }: CommandSources & { readonly inTransaction: InTransaction },
): ConflictService => ({
  listOpen: async (surveyId) => {
    const open = await conflictRepository(database).listOpen(surveyId);
    return conflictViews(database, open);
  },
  decide: (id, decision) => inTransaction((tx) => decideIn(tx, commandsIn(tx, sources), id, decision)),
});
